import type { HeatSample } from '@/core/instruments/heat/run';
import { type RunKind, RUN_KINDS, samplesOf } from '@/core/instruments/run';
import type { Transaction } from '@/db/client';
import { readingRuns, readingBatches } from '@/db/schema';
import { sql, and, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { defineCommand, BENCH_ROLES, type CommandResult } from '../command';
import { ShopError } from '@/errors';
import { rowId, unitId } from '../input';
import { refuseHeld } from '../line';
import { assertPower } from '../safety/power';
import { giveToken } from '../tokens/keep';
import { newToken } from '../tokens/signs';
import { drivesInterface, limit, NOTHING, putRoom, room, watts, type Unit } from './commands';
import { keepHeat, keepOther, type OtherKind } from './keep';
import { roomToday } from './queries';

/** Hours a run's token is good for. */
const TOKEN_HOURS: Record<RunKind, number> = { heat: 3, battery: 24, rails: 3, speed: 3, soak: 24 };
/**
 * Opens a run: its token lets whatever samples append batches, and ends with the run. An open one that has no sample
 * yet gives way; one that has is finished or dropped first, so that nothing is lost by a second press.
 */
export const startRun = defineCommand({
  name: 'startRun',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    kind: Joi.string()
      .valid(...RUN_KINDS)
      .required(),
    room,
    limit,
    watts,
    interface: drivesInterface,
  }),
  async run({ tx, actor, unit, key }, { kind, unitId: _, ...about }) {
    refuseHeld(unit!);
    await assertPower(tx, unit!, 'Not begun');
    if (kind === 'battery') await assertPower(tx, unit!, 'Not begun', 'charge');
    const open = await tx
      .select({
        id: readingRuns.id,
        batches: sql<number>`(select count(*)::int from ${readingBatches} where ${readingBatches.runId} = ${readingRuns.id})`,
      })
      .from(readingRuns)
      .where(and(eq(readingRuns.unitId, unit!.id), eq(readingRuns.kind, kind), isNull(readingRuns.endedAt)));
    if (open.some(({ batches }) => batches > 0))
      throw new ShopError(
        'refused',
        'Not begun: a run of this kind is open here. Finish it or drop it first.',
      );
    for (const { id } of open)
      await tx
        .update(readingRuns)
        .set({ endedAt: new Date(), ending: 'dropped' })
        .where(eq(readingRuns.id, id));
    if (about.room !== undefined) await putRoom(tx, about.room);
    const [row] = await tx
      .insert(readingRuns)
      .values({
        unitId: unit!.id,
        kind,
        by: actor.id,
        byName: actor.name,
        about: { ...about, room: about.room ?? (await roomToday(tx)) },
      })
      .returning({ id: readingRuns.id });
    const { token } = await giveToken(tx, actor, {
      purpose: 'run',
      unitId: unit!.id,
      runId: row.id,
      minutes: TOKEN_HOURS[kind] * 60,
      key,
    });
    return {
      event: { kind: 'run begun', payload: { kind, run: row.id } },
      answer: { run: row.id, token },
    };
  },
  secret: {
    hide: ({ run }) => ({ run }),
    show: (stored, key) => ({ ...(stored as { run: string }), token: newToken('run', key) }),
  },
});

/** An open run of a unit, locked. @throws ShopError when it is not open */
async function openRun(tx: Transaction, unit: Unit, id: string) {
  const [row] = await tx
    .select()
    .from(readingRuns)
    .where(and(eq(readingRuns.id, id), eq(readingRuns.unitId, unit.id)))
    .for('update');
  if (!row) throw new ShopError('missing', 'There is no such run of this machine.');
  if (row.endedAt) throw new ShopError('refused', `This run was ${row.ending} already.`);
  return row;
}

/** Ends a run: all that was sampled is read, its verdict and its answers are stored. */
export const finishRun = defineCommand({
  name: 'finishRun',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    run: rowId('run').required(),
    wentOff: Joi.boolean().default(false).description('of a battery: it went off by itself'),
  }),
  async run({ tx, actor, unit }, { run: id, wentOff }): Promise<CommandResult<unknown>> {
    refuseHeld(unit!);
    const run = await openRun(tx, unit!, id);
    const batches = await tx
      .select({ seq: readingBatches.seq, columns: readingBatches.columns })
      .from(readingBatches)
      .where(eq(readingBatches.runId, id));
    const samples = samplesOf(batches);
    await tx
      .update(readingRuns)
      .set({ endedAt: new Date(), ending: 'finished' })
      .where(eq(readingRuns.id, id));
    const { about, kind } = run;
    const name = about.by || 'sampled';
    if (kind === 'heat')
      return keepHeat(tx, actor, unit!, {
        name,
        samples: samples as unknown as HeatSample[],
        room: about.room ?? null,
        limit: about.limit ?? null,
        watts: about.watts ?? null,
      });
    return keepOther(tx, actor, unit!, kind as OtherKind, {
      ...NOTHING,
      name,
      samples,
      measured: true,
      ended: wentOff,
      health: about.health ?? null,
      interface: about.interface ?? null,
      subject: about.drive ? { drive: about.drive } : {},
    });
  },
});

/** Ends a run with nothing of it kept on record; its samples stay where they are. */
export const dropRun = defineCommand({
  name: 'dropRun',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, run: rowId('run').required() }),
  async run({ tx, unit }, { run: id }) {
    const { kind } = await openRun(tx, unit!, id);
    await tx
      .update(readingRuns)
      .set({ endedAt: new Date(), ending: 'dropped' })
      .where(eq(readingRuns.id, id));
    return { event: { kind: 'run dropped', payload: { kind, run: id } }, answer: null };
  },
});
