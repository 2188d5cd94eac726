import { and, eq, inArray } from 'drizzle-orm';
import Joi from 'joi';
import { repairById } from '@/catalog';
import { ENDINGS, type Ending } from '@/core/catalogue';
import { appliesTo } from '@/core/belief/model';
import type { Transaction } from '@/db/client';
import { observations, work, workSegments, type Stage } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type Actor, type CommandResult } from '../command';
import { ShopError } from '../errors';
import { shortText, unitId, rowId } from '../input';
import { forward, moveStage } from '../line';
import { refuseHeld } from '../line';
import { dataStays } from '../record/stays';
import { putVerdict } from '../record/verdict';
import { houseNow } from '../house/tables';
import { clockOn, endSegment, freeHands, type LaidAside } from './clock';

const workId = rowId('work').required();

/** Work steps that leave nothing of what is on a drive. */
const WIPES = ['erase-drive', 'system-install'];

async function workOf(tx: Transaction, id: string, unit: string) {
  const [row] = await tx
    .select()
    .from(work)
    .where(and(eq(work.id, id), eq(work.unitId, unit)));
  if (!row) throw new ShopError('missing', 'There is no such piece of work on this unit.');
  if (row.status === 'done' || row.status === 'dropped')
    throw new ShopError('refused', `"${row.title}" is finished already.`);
  return row;
}

interface Start {
  unitId: string;
  ref: string;
}

/**
 * Starts a repair of the catalogue or a work step (cleaning, erasing ...); the person's other clock is
 * paused.
 */
export const startWork = defineCommand<Start, { workId: string; aside: LaidAside[] }>({
  name: 'startWork',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, ref: shortText('step', 60).required() }),
  async run({ tx, actor, unit }, { ref }) {
    refuseHeld(unit!);
    const repair = repairById(ref);
    const step = (await houseNow(tx)).tables.work.find(({ id }) => id === ref);
    if ((!repair && !step) || (repair && !appliesTo(repair, unit!.chassis)))
      throw new ShopError('invalid', `Not started: no step "${ref}" for this kind of machine.`);
    const [laid] = await tx
      .select()
      .from(work)
      .where(
        and(
          eq(work.unitId, unit!.id),
          eq(work.ref, ref),
          inArray(work.status, ['running', 'paused', 'alone']),
        ),
      );
    // the same step is never begun twice: what was laid aside goes on
    if (laid) return goOn(tx, actor, unit!, laid);
    if ((repair?.wipes || WIPES.includes(ref)) && (await dataStays(tx, unit!)))
      throw new ShopError(
        'refused',
        'Not started: the system and the data on it stay. The ticket says so, and can be changed there.',
      );
    const aside = await freeHands(tx, actor);
    const kind = repair ? 'repair' : step!.kind;
    const title = repair?.name ?? step!.name;
    const [row] = await tx
      .insert(work)
      .values({ unitId: unit!.id, kind, ref, title, by: actor.id, byName: actor.name })
      .returning({ id: work.id });
    await clockOn(tx, actor, unit!.id, row.id);
    const to: Stage = kind === 'system' ? 'system' : kind === 'prove' ? 'prove' : 'hands';
    await moveStage(tx, unit!, forward(unit!.stage, to));
    return {
      event: {
        kind: 'work started',
        payload: { work: row.id, ref, title, paused: aside },
        alsoUnits: aside.map((other) => other.unit),
      },
      answer: { workId: row.id, aside },
    };
  },
});

/** The person's hands turn to a piece of work that is open already. */
async function goOn(
  tx: Transaction,
  actor: Actor,
  unit: { id: string },
  row: typeof work.$inferSelect,
): Promise<CommandResult<{ workId: string; aside: LaidAside[] }>> {
  if (row.status === 'running' && row.by === actor.id)
    throw new ShopError('refused', `"${row.title}" is in your hands already.`);
  const aside = await freeHands(tx, actor, row.id);
  await endSegment(tx, row.id);
  await clockOn(tx, actor, unit.id, row.id);
  await tx
    .update(work)
    .set({ status: 'running', by: actor.id, byName: actor.name })
    .where(eq(work.id, row.id));
  return {
    event: {
      kind: 'work resumed',
      payload: { work: row.id, title: row.title, paused: aside },
      alsoUnits: aside.map((other) => other.unit),
    },
    answer: { workId: row.id, aside },
  };
}

export const pauseWork = defineCommand<{ unitId: string; workId: string }, null>({
  name: 'pauseWork',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, workId }),
  async run({ tx, unit }, input) {
    const row = await workOf(tx, input.workId, unit!.id);
    if (row.status === 'paused') throw new ShopError('refused', `"${row.title}" is paused already.`);
    await endSegment(tx, row.id);
    await tx.update(work).set({ status: 'paused' }).where(eq(work.id, row.id));
    return { event: { kind: 'work paused', payload: { work: row.id, title: row.title } }, answer: null };
  },
});

export const resumeWork = defineCommand<
  { unitId: string; workId: string },
  { workId: string; aside: LaidAside[] }
>({
  name: 'resumeWork',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, workId }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    return goOn(tx, actor, unit!, await workOf(tx, input.workId, unit!.id));
  },
});

interface Leave {
  unitId: string;
  workId: string;
  minutes: number;
  station?: string;
}

/** From here it runs by itself: attended minutes stop, the running strip takes over. */
export const leaveAlone = defineCommand<Leave, null>({
  name: 'leaveAlone',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    workId,
    minutes: Joi.number().min(0.1).max(20_160).required().label('minutes'),
    station: shortText('station', 40).allow(''),
  }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const row = await workOf(tx, input.workId, unit!.id);
    await endSegment(tx, row.id);
    await tx.insert(workSegments).values({
      workId: row.id,
      unitId: unit!.id,
      attended: false,
      by: actor.id,
      expectedMinutes: input.minutes,
      station: input.station ?? '',
    });
    await tx.update(work).set({ status: 'alone' }).where(eq(work.id, row.id));
    return {
      event: {
        kind: 'left running',
        payload: { work: row.id, title: row.title, minutes: input.minutes, station: input.station ?? '' },
      },
      answer: null,
    };
  },
});

interface Finish {
  unitId: string;
  workId: string;
  ended?: Ending;
  note?: string;
}

/** Ends it. For a repair, `ended` says how: helped and no change move belief; left out, nothing is claimed. */
export const finishWork = defineCommand<Finish, null>({
  name: 'finishWork',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    workId,
    ended: Joi.string()
      .valid(...ENDINGS)
      .label('ended'),
    note: shortText('note', 400).allow(''),
  }),
  async run({ tx, actor, unit }, input) {
    const row = await workOf(tx, input.workId, unit!.id);
    await endSegment(tx, row.id);
    await tx
      .update(work)
      .set({ status: 'done', finishedAt: new Date(), note: input.note ?? '' })
      .where(eq(work.id, row.id));
    let observation: number | null = null;
    if (row.kind === 'repair' && input.ended !== undefined) {
      observation = await putVerdict(tx, actor, unit!.id, row.ref, input.ended);
    }
    if (row.kind === 'system') await moveStage(tx, unit!, forward(unit!.stage, 'prove'));
    return {
      event: {
        kind: 'work finished',
        payload: {
          work: row.id,
          title: row.title,
          helped: input.ended === undefined ? null : input.ended === 'helped',
          ...(input.ended && { ended: input.ended }),
          observation,
          note: input.note ?? '',
        },
      },
      answer: null,
      onSealed: async (seq) =>
        void (
          observation !== null &&
          (await tx.update(observations).set({ eventSeq: seq }).where(eq(observations.id, observation)))
        ),
    };
  },
});
