import { repairById } from '@/catalog';
import { fitting } from '@/catalog/parts/fitting';
import { fittingMinutes } from '@/catalog/parts/compatibility';
import type { CatalogueOverrides } from '@/core/belief/overrides';
import type { PartClass } from '@/core/catalogue';
import { handsOf, type Operation } from '@/core/minutes/operation';
import { estimate, scatterOf, type Estimate, type HandMinutes } from '@/core/minutes/estimate';

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

/**
 * An operation with the hands it takes here, and how far they scatter: what comes after a run keeps its minutes, what
 * begins it is learned.
 */
export function operationHere(times: HandMinutes, operation: Operation): Operation & { scatter: number } {
  const [hands, own] = [handsOf(operation), times[operation.id]];
  const { minutes } = estimate(hands, own);
  return { ...operation, head: Math.max(0, minutes - operation.tail), scatter: scatterOf(hands, own) };
}

/** What a step takes here, with its spread; `shop`: the catalogue's or the house's minutes. */
export const estimateOf = (times: HandMinutes, ref: string, shopMinutes: number): Estimate =>
  estimate(shopMinutes, times[ref]);
