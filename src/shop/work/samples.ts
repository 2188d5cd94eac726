import { and, eq, sql } from 'drizzle-orm';
import { clockForgotten, LEAST_STEP_MINUTES } from '@/catalog/hands/bench';
import { sampleOf, type Reckoned } from '@/core/minutes/sample';
import type { Transaction } from '@/db/client';
import { minuteSamples, shop, workSegments, type units } from '@/db/schema';
import { openingMinutes } from '@/catalog/hands/openingMinutes';
import { handsOf, setUpOf, type Operation } from '@/core/minutes/operation';
import { recordNow } from '../record/queries';
import { effectiveCatalogue } from '../rules/effective';
import { operationHere } from '../rules/times';

/** Attended minutes of a piece of work whose clocks have all ended. */
export async function attendedMinutes(tx: Transaction, workId: string): Promise<number> {
  const [{ minutes }] = await tx
    .select({
      minutes: sql<number>`coalesce(sum(extract(epoch from ${workSegments.endedAt} - ${workSegments.startedAt})) / 60, 0)::float8`,
    })
    .from(workSegments)
    .where(and(eq(workSegments.workId, workId), eq(workSegments.attended, true)));
  return minutes;
}

/** What an operation is reckoned at on this machine now: alone, and with opening for it as the machine lies. */
export async function reckonedNow(
  tx: Transaction,
  unit: Pick<typeof units.$inferSelect, 'id' | 'chassis'>,
  operation: Operation,
): Promise<Reckoned> {
  const [rules] = await tx.select().from(shop);
  const repair = effectiveCatalogue(rules).catalogue.repairs.find(({ id }) => id === operation.id);
  const own = repair?.minutes ?? handsOf(operationHere(rules.handMinutes, operation));
  const lying = await recordNow(tx, unit);
  return {
    ownMinutes: own,
    plannedMinutes: own + setUpOf(operation, lying, openingMinutes[unit.chassis]),
  };
}

/** One more time a step was done here: appended, so that nobody waits for anybody. */
export async function noteTime(
  tx: Transaction,
  work: Reckoned & { id: string; ref: string },
  minutes: number,
): Promise<void> {
  const sample = sampleOf(work, minutes, { leastMinutes: LEAST_STEP_MINUTES, forgotten: clockForgotten });
  if (sample !== null)
    await tx
      .insert(minuteSamples)
      .values({ ref: work.ref, workId: work.id, sum: sample, squares: sample * sample });
}

/** What was told by mistake teaches nothing. */
export const forgetTime = (tx: Transaction, workId: string) =>
  tx.delete(minuteSamples).where(eq(minuteSamples.workId, workId));
