import { and, eq, inArray } from 'drizzle-orm';
import Joi from 'joi';
import type { EventPayloads } from '@/core/record/events';
import { observations, work, workSegments } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { unitId } from '../input';
import { moveBack, refuseHeld } from '../line';
import { donorsBefore, exchangeBack } from '../parts/exchange';
import { assertOwnHour, lastEntry } from '../history/last';
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
    const begun = await lastEntry(tx, unit!.id, 'work started', { work: row.id });
    await moveBack(tx, unit!, begun?.payload);
    return { event: { kind: 'work dropped', payload: { work: row.id, title: row.title } }, answer: null };
  },
});

/**
 * Work that was told by mistake: its verdict, its parts and where it moved the unit go with it. What was told afterwards
 * goes with its minutes; what a clock ran for is open again. The history keeps both lines.
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
      .where(
        and(eq(work.id, input.workId), eq(work.unitId, unit!.id), inArray(work.status, ['done', 'failed'])),
      );
    const kind = row?.logged ? 'work logged' : 'work finished';
    const told = row && (await lastEntry(tx, unit!.id, kind, { work: row.id }));
    if (!row || !told)
      throw new ShopError('refused', 'Nothing was taken back: it has not ended, or is back already.');
    const said = told.payload as EventPayloads['work logged'] & EventPayloads['work finished'];
    if (said.erased)
      throw new ShopError(
        'refused',
        'Not taken back: it is on record what it did to a drive. Take that back first, on the machine’s drives.',
      );
    if (!row.logged) assertOwnHour(actor, told);
    const donors = await donorsBefore(tx, unit!, said.parts ?? []);
    if (said.parts) await exchangeBack(tx, actor, unit!, said.parts);
    await forgetTime(tx, row.id);
    if (row.logged) await tx.delete(workSegments).where(eq(workSegments.workId, row.id));
    await tx
      .update(work)
      .set(
        row.logged
          ? { status: 'dropped', materialMinor: 0 }
          : { status: 'paused', finishedAt: null, note: '', materialMinor: 0 },
      )
      .where(eq(work.id, row.id));
    const { observation } = said;
    if (observation !== null)
      await tx.update(observations).set({ voidedBy: 0 }).where(eq(observations.id, observation));
    await moveBack(tx, unit!, said);
    return {
      event: {
        kind: row.logged ? 'work dropped' : 'work back',
        alsoUnits: donors.map(({ id }) => id),
        voids: told.seq,
        payload: { work: row.id, title: row.title },
      },
      answer: null,
      voided: observation === null ? [] : [observation],
      settle: donors,
    };
  },
});
