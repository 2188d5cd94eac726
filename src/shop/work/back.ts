import { and, eq, sql } from 'drizzle-orm';
import Joi from 'joi';
import type { EventPayloads } from '@/core/record/events';
import { events, observations, work, workSegments, type Stage } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { unitId } from '../input';
import { moveStage } from '../line';
import { refuseHeld } from '../line';
import { exchangeBack } from '../parts/exchange';
import { forgetTime } from './samples';
import { endSegment } from './clock';
import { workId, workOf } from './step';

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
