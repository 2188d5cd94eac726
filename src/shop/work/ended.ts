import type { PartExchanged } from '@/core/record/events';
import type { Transaction } from '@/db/client';
import { work, workSegments } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type Actor } from '../command';
import { putErasure } from '../erasure/put';
import { ShopError } from '@/errors';
import { assertAgreed } from '../hands/owner';
import { houseNow } from '../house/tables';
import { moveForward, moveStage, forward, refuseHeld } from '../line';
import { arrive } from '../moves/arrive';
import { type Exchange, exchange, exchangeInput, donorsIn } from '../parts/exchange';
import { ERASES, laidAside, placeOf, refuseWiping, stepOf, workId, workOf, type Unit } from './step';
import { ENDINGS } from '@/core/catalogue';
import { MEDIA } from '@/core/erasure/media';
import { handsOf } from '@/core/minutes/operation';
import { eq, sql } from 'drizzle-orm';
import Joi from 'joi';
import type { ValueOf } from '@/shapes/inferred';
import { shortText, rowId, unitId } from '../input';
import { putVerdict } from '../record/verdict';
import { endSegment } from './clock';
import { materialsInput, usedUp } from './materials';
import { noteTime, attendedMinutes } from './samples';

/** @throws ShopError when a run that erases took less than half of what such a run takes, and nobody says why */
export async function assertLongEnough(tx: Transaction, row: typeof work.$inferSelect): Promise<void> {
  const usual = (await houseNow(tx)).tables.work.find(({ id }) => id === row.ref)?.aloneMinutes ?? 0;
  const minutes = (Date.now() - row.startedAt.getTime()) / 60000;
  if (minutes * 2 < usual)
    throw new ShopError(
      'refused',
      `Not ended: it took ${Math.round(minutes)} min, and such a run takes about ${usual}. Say why it was so quick, or let it run.`,
      { fields: { quick: 'is missing' } },
    );
}

/** Of a run that erases: which drive, or what the one is that was not on record yet, and how. */
const erasedShape = Joi.object({
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
}).xor('componentId', 'drive');

/** Puts what a run did to a drive on record, and first the drive itself where it was not there yet. */
export async function eraseNow(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  { componentId, drive, quick, ...how }: ValueOf<typeof erasedShape>,
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
export async function exchangeWith(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  parts: Exchange | undefined,
  byRepair: boolean,
  donors: Unit[],
): Promise<PartExchanged[]> {
  if (!parts || parts.put.length + parts.out.length === 0) return [];
  refuseHeld(unit);
  return exchange(tx, actor, unit, parts, byRepair, donors);
}

/** Its own name, of work that has none in the tables. */
const ownTitle = shortText('what was done', 80).allow('');

/** What a piece of work is called. @throws ShopError when it has a name already */
function titled(of: { ref: string; title: string }, own: string | undefined, what: string): string {
  if (!own) return of.title;
  if (of.ref !== 'other')
    throw new ShopError('invalid', `${what}: "${of.title}" has a name; say the rest as a remark.`);
  return own;
}

/** A repair that came to nothing is told by its verdict. */
function refuseFailing(kind: string, { failed }: { failed?: boolean }, what: string): void {
  if (failed && kind === 'repair')
    throw new ShopError('invalid', `${what}: of a repair its verdict says that it changed nothing.`);
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
    title: ownTitle,
    failed: Joi.boolean().label('came to nothing'),
    parts: exchangeInput,
    materials: materialsInput,
    erased: erasedShape,
  }),
  async run({ tx, actor, unit }, input) {
    const row = await workOf(tx, input.workId, unit!.id);
    refuseFailing(row.kind, input, 'Not ended');
    const title = titled(row, input.title, 'Not ended');
    if (input.erased && row.ref !== ERASES)
      throw new ShopError('invalid', `Not ended: "${row.title}" erases nothing.`);
    if (input.erased && !input.erased.quick) await assertLongEnough(tx, row);
    const erased = input.erased && (await eraseNow(tx, actor, unit!, input.erased));
    // of a repair its verdict tells what the part did
    const donors: Unit[] = [];
    const moved = await exchangeWith(
      tx,
      actor,
      unit!,
      input.parts,
      row.kind === 'repair' && Boolean(input.ended),
      donors,
    );
    await endSegment(tx, row.id);
    await tx
      .update(work)
      .set({
        status: input.failed ? 'failed' : 'done',
        title,
        finishedAt: new Date(),
        note: input.note ?? '',
        ...usedUp(input.materials),
      })
      .where(eq(work.id, row.id));
    // what came to nothing says nothing of how long it takes
    if (!input.failed) await noteTime(tx, row, await attendedMinutes(tx, row.id));
    let observation: number | null = null;
    if (row.kind === 'repair' && input.ended !== undefined) {
      observation = await putVerdict(tx, actor, unit!.id, row.ref, input.ended);
    }
    const went = row.kind === 'system' && !input.failed ? await moveForward(tx, unit!, 'prove') : {};
    return {
      event: {
        kind: 'work finished',
        alsoUnits: donorsIn(unit!, moved),
        payload: {
          work: row.id,
          title,
          helped: input.ended === undefined ? null : input.ended === 'helped',
          ...(input.failed && { failed: true as const }),
          ...(input.ended && { ended: input.ended }),
          observation,
          note: input.note ?? '',
          ...(moved.length && { parts: moved }),
          ...(input.materials?.length && { materials: input.materials }),
          ...(erased && { erased }),
          ...went,
        },
      },
      answer: null,
      answered: observation === null ? [] : [{ id: observation, replaced: [] }],
      settle: donors,
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
    title: ownTitle,
    failed: Joi.boolean().label('came to nothing'),
    parts: exchangeInput,
    materials: materialsInput,
  }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    await assertAgreed(tx, unit!, 'Not logged');
    const step = await stepOf(tx, unit!, input.ref, 'Not logged');
    const laid = await laidAside(tx, unit!.id, input.ref);
    if (laid)
      throw new ShopError('refused', `Not logged: "${laid.title}" is open on this machine. End it there.`);
    await refuseWiping(tx, unit!, step, 'Not logged');
    const { kind } = step;
    refuseFailing(kind, input, 'Not logged');
    const title = titled(step, input.title, 'Not logged');
    const usual = handsOf(step.operation);
    const note = input.note ?? '';
    // what came out is out before the work counts: a clone writes on what is in it then
    const donors: Unit[] = [];
    const moved = await exchangeWith(tx, actor, unit!, input.parts, kind === 'repair', donors);
    const [row] = await tx
      .insert(work)
      .values({
        unitId: unit!.id,
        kind,
        ref: step.ref,
        title,
        status: input.failed ? 'failed' : 'done',
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
    if (!input.failed) await noteTime(tx, told, input.minutes);
    const ended = kind === 'repair' ? (input.ended ?? 'done') : undefined;
    const observation = ended ? await putVerdict(tx, actor, unit!.id, step.ref, ended) : null;
    const stage = input.failed
      ? unit!.stage
      : forward(unit!.stage, kind === 'system' ? 'prove' : placeOf(kind));
    await moveStage(tx, unit!, stage);
    return {
      event: {
        kind: 'work logged',
        alsoUnits: donorsIn(unit!, moved),
        payload: {
          work: row.id,
          ref: step.ref,
          title,
          minutes: input.minutes,
          ...(ended && { ended }),
          ...(input.failed && { failed: true as const }),
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
      settle: donors,
    };
  },
});
