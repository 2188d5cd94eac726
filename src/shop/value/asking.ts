import { selling } from '@/catalog/worth/selling';
import type { Chassis } from '@/core/catalogue';
import { EIGHT_IN_TEN, type Price } from '@/core/price/model';
import { chanceADay, learnPace } from '@/core/value/daysToSale';
import { bestMarkdown, type Markdown } from '@/core/value/markdown';
import { shelfStretches } from './queries';

/** What to ask for a machine, week by week, and what that rests on. */
export interface Asking extends Markdown {
  /** Sales, and machines still waiting, that say how fast such a one goes. */
  rests: { sold: number; waited: number };
}

/** @param price what such a machine fetches; null: it fetches nothing to speak of */
export async function askingPlan(
  chassis: Chassis,
  price: Pick<Price, 'minor' | 'variance'>,
  { feeBasisPoints }: { feeBasisPoints: number },
  outwardMinor: number,
): Promise<Asking | null> {
  if (price.minor < 2 * selling.step) return null;
  const pace = learnPace(await shelfStretches());
  const plan = bestMarkdown(
    {
      fairMinor: price.minor,
      unsure: Math.min(0.6, Math.sqrt(price.variance) / price.minor || 1 / (10 * EIGHT_IN_TEN)),
      chanceADay: chanceADay(pace, 1, '', chassis),
      steepness: pace.steepness,
      feeShare: feeBasisPoints / 10_000,
      outwardMinor,
      holdingMinor: selling.holdingMinor,
      weeks: selling.weeks,
      standsWeeks: selling.standsWeeks,
      lastMinor: Math.round(selling.lastShare * price.minor),
    },
    (minor) => Math.round(minor / selling.step) * selling.step,
  );
  return { ...plan, rests: { sold: pace.sold, waited: pace.waited } };
}
