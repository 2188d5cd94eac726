import { assertMinor } from '../money/minor';
import type { Entry } from './entry';

/** What entries come to, minor units. */
export interface Result {
  /** All that came in: sales, what was kept of undone ones, scrap. */
  takenMinor: number;
  /** Of it, kept of undone sales and brought by scrap: what is no price of a standing sale. */
  besidesMinor: number;
  shareMinor: number;
  partsMinor: number;
  minutes: number;
  labourMinor: number;
  feesMinor: number;
  postageMinor: number;
  /** Taken less parts, hands, fees and postage: what decisions look at, the share being spent. */
  contributionMinor: number;
  /** Contribution less the share: what the books say. */
  profitMinor: number;
  /** What hands earned for an attended hour, or null when no minutes were spent. */
  perHourMinor: number | null;
}

/**
 * The one sum of money here: of a machine, of a loose part, of a lot (all entries of what belongs to it).
 * @throws TypeError when an amount is no whole number of minor units
 */
export function resultOf(entries: Iterable<Entry>): Result {
  const sum = { share: 0, part: 0, minutes: 0, fee: 0, postage: 0, sale: 0, undone: 0, credit: 0 };
  let minutes = 0;
  for (const entry of entries) {
    sum[entry.kind] += assertMinor(entry.minor, `resultOf: ${entry.kind}`);
    if (entry.kind === 'minutes') minutes += entry.minutes;
  }
  const besides = sum.undone + sum.credit;
  const taken = sum.sale + besides;
  const contribution = taken - sum.part - sum.minutes - sum.fee - sum.postage;
  return {
    takenMinor: taken,
    besidesMinor: besides,
    shareMinor: sum.share,
    partsMinor: sum.part,
    minutes,
    labourMinor: sum.minutes,
    feesMinor: sum.fee,
    postageMinor: sum.postage,
    contributionMinor: contribution,
    profitMinor: contribution - sum.share,
    perHourMinor: minutes > 0 ? Math.round(((contribution + sum.minutes) * 60) / minutes) : null,
  };
}
