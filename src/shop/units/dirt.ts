import { cleaning } from '@/catalog/cleaning';
import type { Chassis } from '@/core/catalogue';
import type { CleanState } from '@/core/clean/state';
import { cleaningWorth, usualCleaning, type CleaningWorth } from '@/core/clean/worth';
import type { Schools } from '@/core/clean/zones';
import type { Lying } from '@/core/minutes/opening';
import type { Price } from '@/core/price/model';
import type { UnitWorth } from '@/core/steps/problem';
import { keptOf } from '@/core/ledger/entry';

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

/** What it fetches with what is left on it. */
export const dirtyPrice = <P extends Pick<Price, 'minor' | 'lowMinor' | 'highMinor'>>(
  price: P,
  { lossShare }: Pick<CleaningWorth, 'lossShare'>,
): P =>
  lossShare === 0
    ? price
    : {
        ...price,
        minor: less(price.minor, lossShare),
        lowMinor: less(price.lowMinor, lossShare),
        highMinor: less(price.highMinor, lossShare),
      };

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
