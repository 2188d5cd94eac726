import { choiceOf } from '@/core/study/choice';
import type { Transaction } from '@/db/client';
import { user, account, work, workSegments } from '@/db/schema';
import { and, eq, ne, sql } from 'drizzle-orm';
import Joi from 'joi';
import { defineCommand, BENCH_ROLES, type Actor, type CommandResult } from '../command';
import { ShopError } from '@/errors';
import { assertAgreed } from '../hands/owner';
import { shortText, unitId } from '../input';
import { moveForward, refuseHeld } from '../line';
import { assertPower } from '../safety/power';
import { freeHands, clockOn, type LaidAside, FIND_OUT, endSegment } from './clock';
import { reckonedNow } from './samples';
import { laidAside, placeOf, refuseWiping, stepOf, workId, workOf, type Unit } from './step';

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
    const choice = choiceOf(unit!.evaluation, ref);
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
    const moved = await moveForward(tx, unit!, placeOf(kind));
    return {
      event: {
        kind: 'work started',
        payload: { work: row.id, ref, title, paused: aside, ...moved, ...(choice && { choice }) },
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
    minutes: Joi.number().min(0.1).max(20160).required().label('minutes'),
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
