import { and, eq, sql } from 'drizzle-orm';
import { repairById } from '@/catalog';
import { clockForgotten, LEAST_STEP_MINUTES } from '@/catalog/bench';
import { taken, untaken, type HandMinutes } from '@/core/work/estimate';
import type { Transaction } from '@/db/client';
import { shop, workSegments, type units, type work } from '@/db/schema';

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

/** Minutes a step is reckoned at on this machine: what is proposed there with its opening, else its own. */
export function plannedFor(
  unit: Pick<typeof units.$inferSelect, 'evaluation'>,
  ref: string,
  own: number | null,
): number | null {
  return unit.evaluation?.steps.find((step) => step.id === ref)?.minutes ?? own;
}

/** What a clock says of the step alone: opening and closing for it are reckoned apart. Null: it says nothing. */
export function sampleOf(
  row: Pick<typeof work.$inferSelect, 'ref' | 'plannedMinutes'>,
  minutes: number,
): number | null {
  const own = repairById(row.ref)?.minutes;
  const planned = row.plannedMinutes ?? own ?? null;
  const around = own !== undefined && planned !== null ? Math.max(0, planned - own) : 0;
  if (planned !== null && minutes > clockForgotten.minutes && minutes > planned * clockForgotten.times)
    return null;
  return minutes < LEAST_STEP_MINUTES ? null : Math.max(LEAST_STEP_MINUTES, minutes - around);
}

/** One more time a step was done here, or one less. */
export async function noteTime(
  tx: Transaction,
  ref: string,
  minutes: number,
  way: 'done' | 'back',
): Promise<void> {
  const [row] = await tx.select({ times: shop.handMinutes }).from(shop).for('update');
  const times: HandMinutes = { ...row.times };
  const next = way === 'done' ? taken(times[ref], minutes) : untaken(times[ref], minutes);
  if (next) times[ref] = next;
  else delete times[ref];
  await tx.update(shop).set({ handMinutes: times });
}
