import { and, eq, sql } from 'drizzle-orm';
import { clockForgotten, LEAST_STEP_MINUTES } from '@/catalog/bench';
import { sampleOf, type Reckoned } from '@/core/minutes/sample';
import type { Transaction } from '@/db/client';
import { minuteSamples, shop, workSegments, type units } from '@/db/schema';
import { effectiveCatalogue } from '../rules/effective';

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

/** What a step is reckoned at on this machine now: alone, and with opening for it where it is proposed so. */
export async function reckonedNow(
  tx: Transaction,
  unit: Pick<typeof units.$inferSelect, 'evaluation'>,
  ref: string,
  shipped: number | null,
): Promise<Reckoned> {
  const [rules] = await tx.select().from(shop);
  const repair = effectiveCatalogue(rules).catalogue.repairs.find(({ id }) => id === ref);
  const ownMinutes = repair?.minutes ?? shipped;
  return {
    ownMinutes,
    plannedMinutes: unit.evaluation?.steps.find((step) => step.id === ref)?.minutes ?? ownMinutes,
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
