import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import Joi from 'joi';
import { repairById } from '@/catalog';
import { powering } from '@/catalog/looks/gates';
import { ENDINGS, type Ending, type Hazard } from '@/core/catalogue';
import { powers } from '@/core/steps/hazards';
import { MEDIA, type Medium } from '@/core/erasure/media';
import { appliesTo } from '@/core/belief/model';
import type { EventPayloads, PartExchanged } from '@/core/record/events';
import type { Transaction } from '@/db/client';
import { account, events, observations, user, work, workSegments, type Stage } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type Actor, type CommandContext, type CommandResult } from '../command';
import { ShopError } from '../errors';
import { assertPower } from '../safety/power';
import { shortText, unitId, rowId } from '../input';
import { forward, moveStage } from '../line';
import { refuseHeld } from '../line';
import { exchange, exchangeBack, exchangeInput, type Exchange } from '../parts/exchange';
import { arrive } from '../moves/arrive';
import { putErasure } from '../erasure/put';
import { dataStays } from '../record/stays';
import { putVerdict } from '../record/verdict';
import { houseNow } from '../house/tables';
import { handsOf, repairOperation, type Operation } from '@/core/minutes/operation';
import { workOperation } from '@/core/house/tables';
import { materialsInput, usedUp } from './materials';
import { assertAgreed } from '../hands/owner';
import { attendedMinutes, forgetTime, noteTime, reckonedNow } from './samples';
import type { MaterialUsed } from '@/core/hands/materials';
import { clockOn, endSegment, FIND_OUT, freeHands, type LaidAside } from './clock';

const workId = rowId('work').required();

/** Work steps that leave nothing of what is on a drive. */
const ERASES = 'erase-drive';
const WIPES = [ERASES, 'system-install'];

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

type Step = {
  ref: string;
  kind: string;
  title: string;
  wipes: boolean;
  operation: Operation;
  /** It powers the machine, or charges it. */
  powers: Hazard | null;
};
type Unit = NonNullable<CommandContext['unit']>;

/** A repair of the catalogue or a piece of the house's work. @throws ShopError when this machine has none such */
async function stepOf(tx: Transaction, unit: Unit, ref: string, what: string): Promise<Step> {
  const repair = repairById(ref);
  if (repair && appliesTo(repair, unit.chassis))
    return {
      ref,
      kind: 'repair',
      title: repair.name,
      wipes: Boolean(repair.wipes),
      operation: repairOperation(repair),
      powers: powers(repair) ? 'power' : repair.charges ? 'charge' : null,
    };
  const step = (await houseNow(tx)).tables.work.find(({ id }) => id === ref);
  if (!step) throw new ShopError('invalid', `${what}: no step "${ref}" for this kind of machine.`);
  return {
    ref,
    kind: step.kind,
    title: step.name,
    wipes: WIPES.includes(ref),
    operation: workOperation(step),
    powers: powering[ref] ?? (step.kind === 'system' || step.kind === 'prove' ? 'power' : null),
  };
}

async function refuseWiping(tx: Transaction, unit: Unit, step: Step, what: string): Promise<void> {
  if (step.wipes && (await dataStays(tx, unit)))
    throw new ShopError(
      'refused',
      `${what}: the system and the data on it stay. The ticket says so, and can be changed there.`,
    );
}

/** The same step, begun and not ended. */
async function laidAside(tx: Transaction, unitId: string, ref: string) {
  const [laid] = await tx
    .select()
    .from(work)
    .where(
      and(eq(work.unitId, unitId), eq(work.ref, ref), inArray(work.status, ['running', 'paused', 'alone'])),
    );
  return laid;
}

const placeOf = (kind: string): Stage =>
  kind === 'system' ? 'system' : kind === 'prove' ? 'prove' : 'hands';

/**
 * Starts a repair of the catalogue or a work step (cleaning, erasing ...); the person's other clock is
 * paused.
 */
export const startWork = defineCommand({
  name: 'startWork',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, ref: shortText('step', 60).required() }),
  async run({ tx, actor, unit }, { ref }) {
    refuseHeld(unit!);
    const step = await stepOf(tx, unit!, ref, 'Not started');
    const laid = await laidAside(tx, unit!.id, ref);
    // the same step is never begun twice: what was laid aside goes on
    if (laid) return goOn(tx, actor, unit!, laid);
    await refuseWiping(tx, unit!, step, 'Not started');
    if (step.powers) await assertPower(tx, unit!, 'Not started', step.powers);
    // finding out needs no leave, work does
    await assertAgreed(tx, unit!, 'Not started');
    const aside = await freeHands(tx, actor);
    const { kind, title } = step;
    const [row] = await tx
      .insert(work)
      .values({
        unitId: unit!.id,
        kind,
        ref,
        title,
        by: actor.id,
        byName: actor.name,
        ...(await reckonedNow(tx, unit!, step.operation)),
      })
      .returning({ id: work.id });
    await clockOn(tx, actor, unit!.id, row.id);
    await moveStage(tx, unit!, forward(unit!.stage, placeOf(kind)));
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
  unit: Unit,
  row: typeof work.$inferSelect,
): Promise<CommandResult<{ workId: string; aside: LaidAside[] }>> {
  if (row.status === 'running' && row.by === actor.id)
    throw new ShopError('refused', `"${row.title}" is in your hands already.`);
  if (row.ref !== FIND_OUT) {
    const step = await stepOf(tx, unit, row.ref, 'Not gone on with');
    if (step.powers) await assertPower(tx, unit, 'Not gone on with', step.powers);
  }
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

export const pauseWork = defineCommand({
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

export const resumeWork = defineCommand({
  name: 'resumeWork',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, workId }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    return goOn(tx, actor, unit!, await workOf(tx, input.workId, unit!.id));
  },
});

/** From here it runs by itself: attended minutes stop, the running strip takes over. */
export const leaveAlone = defineCommand({
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

/** @throws ShopError when a run that erases took less than half of what such a run takes, and nobody says why */
async function assertLongEnough(tx: Transaction, row: typeof work.$inferSelect): Promise<void> {
  const usual = (await houseNow(tx)).tables.work.find(({ id }) => id === row.ref)?.aloneMinutes ?? 0;
  const minutes = (Date.now() - row.startedAt.getTime()) / 60_000;
  if (minutes * 2 < usual)
    throw new ShopError(
      'refused',
      `Not ended: it took ${Math.round(minutes)} min, and such a run takes about ${usual}. Say why it was so quick, or let it run.`,
      { fields: { quick: 'is missing' } },
    );
}

/** Puts what a run did to a drive on record, and first the drive itself where it was not there yet. */
async function eraseNow(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  { componentId, drive, quick, ...how }: NonNullable<Finish['erased']>,
) {
  const id =
    componentId ??
    (
      await arrive(
        tx,
        actor,
        { class: 'drive', ...drive!, fromLotId: unit.lotId },
        `unit:${unit.id}`,
        'came with the unit',
      )
    ).id;
  return putErasure(tx, actor, unit, {
    kind: 'erased',
    componentId: id,
    ...how,
    ...(quick && { told: { quick } }),
  });
}

/** Parts that went in or came out with a piece of work. */
async function exchangeWith(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  parts: Exchange | undefined,
  byRepair: boolean,
): Promise<PartExchanged[]> {
  if (!parts || parts.put.length + parts.out.length === 0) return [];
  refuseHeld(unit);
  return exchange(tx, actor, unit, parts, byRepair);
}

interface Finish {
  unitId: string;
  workId: string;
  ended?: Ending;
  note?: string;
  /** What went in and came out with it. */
  parts?: Exchange;
  /** What was used up with it. */
  materials?: MaterialUsed[];
  /** Of a run that erases: which drive, or what the one is that was not on record yet, and how. */
  erased?: {
    componentId?: string;
    drive?: { name: string; serial: string };
    method: string;
    verified: string;
    methodId?: string;
    medium?: Medium;
    /** Why it took less than half of what such a run takes. */
    quick?: string;
  };
}

/** Ends it. For a repair, `ended` says how: helped and no change move belief; left out, nothing is claimed. */
export const finishWork = defineCommand({
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
    parts: exchangeInput,
    materials: materialsInput,
    erased: Joi.object({
      componentId: rowId('drive'),
      drive: Joi.object({
        name: shortText('drive', 80).required(),
        serial: shortText('serial', 60).allow('').default(''),
      }),
      methodId: shortText('way', 40),
      method: shortText('method', 200).allow('').default(''),
      verified: shortText('verification', 200).required(),
      medium: Joi.string()
        .valid(...MEDIA)
        .label('kind of drive'),
      quick: shortText('why so quick', 200),
    }).xor('componentId', 'drive'),
  }),
  async run({ tx, actor, unit }, input) {
    const row = await workOf(tx, input.workId, unit!.id);
    if (input.erased && row.ref !== ERASES)
      throw new ShopError('invalid', `Not ended: "${row.title}" erases nothing.`);
    if (input.erased && !input.erased.quick) await assertLongEnough(tx, row);
    const erased = input.erased && (await eraseNow(tx, actor, unit!, input.erased));
    // of a repair its verdict tells what the part did
    const moved = await exchangeWith(
      tx,
      actor,
      unit!,
      input.parts,
      row.kind === 'repair' && Boolean(input.ended),
    );
    await endSegment(tx, row.id);
    await tx
      .update(work)
      .set({ status: 'done', finishedAt: new Date(), note: input.note ?? '', ...usedUp(input.materials) })
      .where(eq(work.id, row.id));
    await noteTime(tx, row, await attendedMinutes(tx, row.id));
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
          ...(moved.length && { parts: moved }),
          ...(input.materials?.length && { materials: input.materials }),
          ...(erased && { erased }),
        },
      },
      answer: null,
      answered: observation === null ? [] : [{ id: observation, replaced: [] }],
    };
  },
});

/** From my hands to somebody else's: it stands paused among theirs until they go on with it. */
export const handOver = defineCommand({
  name: 'handOver',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, workId, to: Joi.string().max(80).required().label('person') }),
  async run({ tx, unit }, input) {
    refuseHeld(unit!);
    const row = await workOf(tx, input.workId, unit!.id);
    if (row.by === input.to)
      throw new ShopError('refused', `"${row.title}" is in ${row.byName}’s hands already.`);
    const [to] = await tx
      .select({ id: user.id, name: user.name })
      .from(user)
      .innerJoin(account, eq(account.userId, user.id))
      .where(and(eq(user.id, input.to), ne(user.role, 'viewer')));
    if (!to) throw new ShopError('missing', 'Not handed over: nobody at a bench is called so.');
    // what runs by itself goes on running; only whose it is changes
    if (row.status !== 'alone') await endSegment(tx, row.id);
    await tx
      .update(work)
      .set({ by: to.id, byName: to.name, ...(row.status !== 'alone' && { status: 'paused' }) })
      .where(eq(work.id, row.id));
    return {
      event: {
        kind: 'handed over',
        payload: { work: row.id, title: row.title, to: to.id, toName: to.name },
      },
      answer: { toName: to.name },
    };
  },
});

/** Work done out of order and told afterwards, with its time: on record as if its clock had run. */
export const logWork = defineCommand({
  name: 'logWork',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    ref: shortText('step', 60).required(),
    minutes: Joi.number().min(0).max(1440).required().label('minutes'),
    ended: Joi.string()
      .valid(...ENDINGS)
      .label('ended'),
    note: shortText('note', 400).allow(''),
    parts: exchangeInput,
    materials: materialsInput,
  }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const step = await stepOf(tx, unit!, input.ref, 'Not logged');
    const laid = await laidAside(tx, unit!.id, input.ref);
    if (laid)
      throw new ShopError('refused', `Not logged: "${laid.title}" is open on this machine. End it there.`);
    await refuseWiping(tx, unit!, step, 'Not logged');
    const { kind, title } = step;
    const usual = handsOf(step.operation);
    const note = input.note ?? '';
    const [row] = await tx
      .insert(work)
      .values({
        unitId: unit!.id,
        kind,
        ref: step.ref,
        title,
        status: 'done',
        by: actor.id,
        byName: actor.name,
        startedAt: sql`now() - ${input.minutes} * interval '1 minute'`,
        finishedAt: sql`now()`,
        note,
        logged: true,
        plannedMinutes: usual,
        ownMinutes: usual,
        ...usedUp(input.materials),
      })
      .returning({ id: work.id });
    if (input.minutes > 0)
      await tx.insert(workSegments).values({
        workId: row.id,
        unitId: unit!.id,
        attended: true,
        by: actor.id,
        startedAt: sql`now() - ${input.minutes} * interval '1 minute'`,
        endedAt: sql`now()`,
      });
    const told = { id: row.id, ref: step.ref, plannedMinutes: usual, ownMinutes: usual };
    await noteTime(tx, told, input.minutes);
    const ended = kind === 'repair' ? (input.ended ?? 'done') : undefined;
    const moved = await exchangeWith(tx, actor, unit!, input.parts, kind === 'repair');
    const observation = ended ? await putVerdict(tx, actor, unit!.id, step.ref, ended) : null;
    const stage = forward(unit!.stage, kind === 'system' ? 'prove' : placeOf(kind));
    await moveStage(tx, unit!, stage);
    return {
      event: {
        kind: 'work logged',
        payload: {
          work: row.id,
          ref: step.ref,
          title,
          minutes: input.minutes,
          ...(ended && { ended }),
          observation,
          note,
          ...(moved.length && { parts: moved }),
          ...(input.materials?.length && { materials: input.materials }),
          before: { stage: unit!.stage },
          after: { stage },
        },
      },
      answer: { workId: row.id },
      answered: observation === null ? [] : [{ id: observation, replaced: [] }],
    };
  },
});

/**
 * A clock that ran on while the hands were elsewhere: it counts only so long, and stands paused.
 */
export const trimClock = defineCommand({
  name: 'trimClock',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    workId,
    minutes: Joi.number().min(0).max(1440).required().label('minutes'),
  }),
  async run({ tx, unit }, { workId: id, minutes }) {
    refuseHeld(unit!);
    const row = await workOf(tx, id, unit!.id);
    const open = and(
      eq(workSegments.workId, row.id),
      eq(workSegments.attended, true),
      sql`${workSegments.endedAt} is null`,
    );
    const [segment] = await tx
      .select({ ran: sql<number>`(extract(epoch from now() - ${workSegments.startedAt}) / 60)::float8` })
      .from(workSegments)
      .where(open);
    if (!segment) throw new ShopError('refused', `"${row.title}" is in nobody’s hands: no clock runs.`);
    if (minutes > segment.ran)
      throw new ShopError(
        'invalid',
        `Not set: the clock has run ${Math.floor(segment.ran)} minutes so far.`,
        {
          fields: { minutes: 'more than the clock has run' },
        },
      );
    await tx
      .update(workSegments)
      .set({ endedAt: sql`${workSegments.startedAt} + ${minutes} * interval '1 minute'` })
      .where(open);
    await tx.update(work).set({ status: 'paused' }).where(eq(work.id, row.id));
    return {
      event: {
        kind: 'clock set back',
        payload: { work: row.id, title: row.title, minutes, ran: Math.round(segment.ran) },
      },
      answer: null,
    };
  },
});

/** Begun by mistake: it is no work of this unit. The minutes it took stay on the clock. */
export const dropWork = defineCommand({
  name: 'dropWork',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, workId }),
  async run({ tx, unit }, input) {
    const row = await workOf(tx, input.workId, unit!.id);
    await endSegment(tx, row.id);
    await tx.update(work).set({ status: 'dropped', finishedAt: new Date() }).where(eq(work.id, row.id));
    return { event: { kind: 'work dropped', payload: { work: row.id, title: row.title } }, answer: null };
  },
});

/**
 * Work that was told by mistake: its minutes, its verdict and where it moved the unit go with it. The history
 * keeps both lines.
 */
export const takeBackWork = defineCommand({
  name: 'takeBackWork',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, workId }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const [row] = await tx
      .select()
      .from(work)
      .where(and(eq(work.id, input.workId), eq(work.unitId, unit!.id), eq(work.logged, true)));
    if (!row || row.status === 'dropped')
      throw new ShopError(
        'refused',
        'Nothing was taken back: that was not told afterwards, or is back already.',
      );
    const [told] = await tx
      .select({ seq: events.seq, payload: events.payload })
      .from(events)
      .where(
        and(
          eq(events.unitId, unit!.id),
          eq(events.kind, 'work logged'),
          sql`${events.payload} ->> 'work' = ${row.id}`,
        ),
      );
    const { observation, before, after, parts } = told.payload as EventPayloads['work logged'];
    if (parts) await exchangeBack(tx, actor, unit!, parts);
    await forgetTime(tx, row.id);
    await tx.delete(workSegments).where(eq(workSegments.workId, row.id));
    await tx.update(work).set({ status: 'dropped', materialMinor: 0 }).where(eq(work.id, row.id));
    if (observation !== null)
      await tx.update(observations).set({ voidedBy: 0 }).where(eq(observations.id, observation));
    if (before && after && after.stage === unit!.stage) await moveStage(tx, unit!, before.stage as Stage);
    return {
      event: { kind: 'work dropped', voids: told.seq, payload: { work: row.id, title: row.title } },
      answer: null,
      voided: observation === null ? [] : [observation],
    };
  },
});
