import { and, eq, sql } from 'drizzle-orm';
import { repairById } from '@/catalog';
import { fittingMinutes } from '@/catalog/takes';
import { fitting } from '@/catalog/fitting';
import type { PartClass } from '@/core/catalogue';
import type { CatalogueOverrides } from '@/core/belief/overrides';
import { estimate, taken, untaken, type Estimate, type HandMinutes } from '@/core/work/estimate';
import type { Transaction } from '@/db/client';
import { shop, workSegments, type units, type work } from '@/db/schema';

/** The least a step takes, minutes: what a clock shows under this is a slip of the hand. */
const LEAST = 0.3;
/** A clock that shows more than so many times what was reckoned, and over an hour, was forgotten. */
const FORGOTTEN = { times: 8, minutes: 60 };

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
  if (planned !== null && minutes > FORGOTTEN.minutes && minutes > planned * FORGOTTEN.times) return null;
  return minutes < LEAST ? null : Math.max(LEAST, minutes - around);
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

/** In halves of a minute: what a plan is reckoned with does not change with every clock. */
const halves = (minutes: number) => Math.max(0.5, Math.round(minutes * 2) / 2);

/** What repairs take here, where it differs from the catalogue by half a minute or more. */
export function timesAsOverrides(times: HandMinutes): CatalogueOverrides {
  const repairs: NonNullable<CatalogueOverrides['repairs']> = {};
  for (const [id, own] of Object.entries(times)) {
    const repair = repairById(id);
    if (!repair) continue;
    const minutes = halves(estimate(repair.minutes, own).minutes);
    if (Math.abs(minutes - repair.minutes) >= 0.5) repairs[id] = { minutes };
  }
  return Object.keys(repairs).length ? { repairs } : {};
}

/** Minutes of putting a part in, as this shop takes them: the repair that does it tells. */
export function fittingTimes(times: HandMinutes): Partial<Record<PartClass, number>> {
  return Object.fromEntries(
    Object.entries(fittingMinutes).map(([partClass, minutes]) => {
      const like = fitting[partClass as PartClass]?.like.find((id) => times[id]);
      return [partClass, like ? halves(estimate(minutes!, times[like]).minutes) : minutes];
    }),
  );
}

/** What a step takes here, with its spread; `shop`: the catalogue's or the house's minutes. */
export const estimateOf = (times: HandMinutes, ref: string, shopMinutes: number): Estimate =>
  estimate(shopMinutes, times[ref]);
