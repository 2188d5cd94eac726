import { ASK_STEP } from '@/catalog/worth/selling';
import type { Chassis } from '@/core/catalogue';
import type { HouseTables } from '@/core/house/tables';
import { EIGHT_IN_TEN, type Price } from '@/core/price/model';
import { chanceADay, learnPace, type Pace } from '@/core/value/daysToSale';
import { bestMarkdown, type Markdown, type Selling } from '@/core/value/markdown';
import { shelfStretches } from './queries';

/** What to ask for a machine, week by week, and what that rests on. */
export interface Asking extends Markdown {
  /** Sales, and machines still waiting, that say how fast such a one goes. */
  rests: { sold: number; waited: number };
}

/** Prices are written in whole steps. */
export const asAsked = (minor: number): number => Math.round(minor / ASK_STEP) * ASK_STEP;

/** What selling such a machine reckons with: the house's rules, and how fast such a one goes here. */
export function sellingOf(
  chassis: Chassis,
  price: Pick<Price, 'minor' | 'variance'>,
  { selling, outward }: Pick<HouseTables, 'selling' | 'outward'>,
  feeShare: number,
  pace: Pace,
): Selling {
  const { halfLifeDays: _, lastShare, ...rules } = selling;
  return {
    ...rules,
    fairMinor: price.minor,
    unsure: Math.min(0.6, Math.sqrt(price.variance) / price.minor || 1 / (10 * EIGHT_IN_TEN)),
    chanceADay: chanceADay(pace, 1, '', chassis),
    steepness: pace.steepness,
    feeShare,
    outwardMinor: outward[chassis],
    lastMinor: Math.round(lastShare * price.minor),
  };
}

/** @param price what such a machine fetches; null: it fetches nothing to speak of */
export async function askingPlan(
  chassis: Chassis,
  price: Pick<Price, 'minor' | 'variance'>,
  { feeBasisPoints }: { feeBasisPoints: number },
  tables: Pick<HouseTables, 'selling' | 'outward'>,
): Promise<Asking | null> {
  if (price.minor < 2 * ASK_STEP) return null;
  const pace = learnPace(await shelfStretches());
  const plan = bestMarkdown(sellingOf(chassis, price, tables, feeBasisPoints / 10_000, pace), asAsked);
  return { ...plan, rests: { sold: pace.sold, waited: pace.waited } };
}
