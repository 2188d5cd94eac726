import { LotForecast, sumOverWorlds, type Outcome } from './forecast';

/** Machines that are alike before anybody has seen one of them. */
export interface Alike {
  id: string;
  count: number;
  outcomes: readonly Outcome[];
  /** Attended minutes of one. */
  minutes: number;
}

/** What comes on top of a bid. */
export interface OnTop {
  /** Buyer's premium, and tax that does not come back, as shares of the bid and of both. */
  premium: number;
  tax: number;
  /** Minor units. */
  freightMinor: number;
}

/** What a bid means. Minor units. */
export interface BidLine {
  bid: number;
  /** Chance to lose. */
  loss: number;
  middle: number;
  low: number;
  high: number;
  mean: number;
}

/**
 * How far a source may be better or worse than thought, all of its machines together: in standard deviations of what one
 * of them nets, half of the time. Shop estimate.
 */
const SOURCE_TILT = 0.3;
/** How unsure the level of all prices is until the last is sold. Shop estimate. */
export const LEVEL_SIGMA = 0.06;

/** The same outcomes in a better (tilt above nothing) or a worse world. */
export function tilted(outcomes: readonly Outcome[], tilt: number): Outcome[] {
  const mean = outcomes.reduce((sum, { net, p }) => sum + p * net, 0);
  const sd = Math.sqrt(outcomes.reduce((sum, { net, p }) => sum + p * (net - mean) ** 2, 0));
  if (!(sd > 0)) return [...outcomes];
  const weights = outcomes.map(({ net, p }) => p * Math.exp((tilt * (net - mean)) / sd));
  const all = weights.reduce((sum, own) => sum + own, 0);
  return outcomes.map(({ net }, i) => ({ net, p: weights[i] / all }));
}

/** What machines that were only counted bring together: their source unknown to a degree, the price level too. */
export function forecastOf(kinds: readonly Alike[], levelSigma = LEVEL_SIGMA): LotForecast {
  const each = (tilt: number) =>
    kinds.flatMap(({ count, outcomes }) => {
      const own = tilted(outcomes, tilt);
      return Array.from({ length: count }, () => own);
    });
  const worlds = [
    { chance: 0.25, outcomesOf: each(-SOURCE_TILT) },
    { chance: 0.5, outcomesOf: each(0) },
    { chance: 0.25, outcomesOf: each(SOURCE_TILT) },
  ];
  return new LotForecast(sumOverWorlds(worlds), levelSigma);
}

/** What has to be paid in all for a bid. */
export const paidFor = (bid: number, { premium, tax, freightMinor }: OnTop): number =>
  bid * (1 + premium) * (1 + tax) + freightMinor;
/** The bid that comes to so much in all. */
export const bidFor = (paid: number, { premium, tax, freightMinor }: OnTop): number =>
  Math.floor((paid - freightMinor) / ((1 + premium) * (1 + tax)));

/** What a bid means for what the lot makes. */
export function lineOf(forecast: LotForecast, bid: number, onTop: OnTop): BidLine {
  const paid = paidFor(bid, onTop);
  const at = (share: number) => Math.round(forecast.quantile(share) - paid);
  return {
    bid,
    loss: forecast.below(paid),
    middle: at(0.5),
    low: at(0.1),
    high: at(0.9),
    mean: Math.round(forecast.mean - paid),
  };
}

/** The most to bid so that a loss comes with at most this chance; nothing below zero. */
export const mostFor = (forecast: LotForecast, chance: number, onTop: OnTop): number =>
  Math.max(0, bidFor(forecast.quantile(chance), onTop));
