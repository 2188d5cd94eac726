import { cleaning } from '@/catalog/cleaning';
import type { Chassis } from '@/core/catalogue';
import type { CleanState } from '@/core/clean/state';
import { cleaningWorth, usualCleaning, type CleaningWorth } from '@/core/clean/worth';
import type { Schools } from '@/core/clean/zones';
import type { Lying } from '@/core/minutes/opening';
import type { Price, PriceLine } from '@/core/price/model';
import type { UnitWorth } from '@/core/steps/problem';
import { keptOf } from '@/core/ledger/entry';
import { zoneName } from '@/words/hands/clean';

interface Rates {
  feeBasisPoints: number;
  ratePerHourMinor: number;
}

/** What is worth cleaning at this price, and what dirt costs. */
export const dirtOf = (
  chassis: Chassis,
  clean: CleanState,
  schools: Schools,
  priceMinor: number,
  { feeBasisPoints, ratePerHourMinor }: Rates,
  lying: Lying,
): CleaningWorth =>
  cleaningWorth(
    cleaning,
    chassis,
    clean,
    schools,
    { priceMinor, keep: keptOf(feeBasisPoints), perMinute: ratePerHourMinor / 60 },
    lying,
  );

const less = (minor: number, share: number) => Math.round(minor * (1 - share));

/** "dirt left on it: lid, keys; does not come off: palm rest". */
function leftWords(chassis: Chassis, { leave, stays }: Pick<CleaningWorth, 'leave' | 'stays'>): string {
  const named = (zones: readonly string[]) => zones.map((zone) => zoneName(chassis, zone)).join(', ');
  return [
    leave.length ? `dirt left on it: ${named(leave)}` : '',
    stays.length ? `does not come off: ${named(stays)}` : '',
  ]
    .filter(Boolean)
    .join('; ');
}

/** A price that dirt may have its own line in. */
export type DirtyPrice = Omit<Price, 'lines'> & {
  lines: (PriceLine | (Omit<PriceLine, 'what'> & { what: 'dirt' }))[];
};

/** What it fetches with what is left on it, and the line that says so. */
export function dirtyPrice(
  price: Price,
  dirt: Pick<CleaningWorth, 'lossShare' | 'leave' | 'stays'>,
  chassis: Chassis,
): DirtyPrice {
  const { lossShare } = dirt;
  if (lossShare === 0) return price;
  const minor = less(price.minor, lossShare);
  const line = { what: 'dirt' as const, minor: minor - price.minor, known: true };
  return {
    ...price,
    minor,
    variance: price.variance * (1 - lossShare) ** 2,
    lowMinor: less(price.lowMinor, lossShare),
    highMinor: less(price.highMinor, lossShare),
    lines: [...price.lines, { ...line, detail: leftWords(chassis, dirt) }],
  };
}

/**
 * Finishing it with its own cleaning in place of the usual; as found it is sold as dirty as it is.
 * @param worth at the price `dirtyPrice` gives
 */
export function withCleaning<W extends UnitWorth>(worth: W, chassis: Chassis, dirt: CleaningWorth): W {
  const own = dirt.minutes + dirt.unseenMinutes - usualCleaning(cleaning, chassis);
  const asFound = (1 - dirt.dirtyShare) / (1 - dirt.lossShare);
  return {
    ...worth,
    finishMinutes: Math.max(0, worth.finishMinutes + own),
    asFoundShare: worth.asFoundShare * asFound,
  };
}
