/** What a step took here: how often, and the sum and the sum of squares of its attended minutes. */
export interface TimesTaken {
  n: number;
  sum: number;
  squares: number;
}
export type HandMinutes = Record<string, TimesTaken>;

/** How many times done the shop's own estimate counts as, at most. */
export const ESTIMATE_COUNTS = 3;
/** How far times of one kind of work usually lie from their mean, as a share of it. Common practice, no source. */
export const HANDS_SCATTER = 0.4;

/**
 * How many times done the estimate counts as: fewer the less the times taken here scatter, so that thirty alike say it
 * alone. Within-variance from the times and the usual scatter (three times' worth), over the variance of estimates that
 * makes three of nothing known.
 */
function estimateCounts(shop: number, { n, sum, squares }: TimesTaken): number {
  const usual = (HANDS_SCATTER * shop) ** 2;
  if (n === 0 || usual === 0) return ESTIMATE_COUNTS;
  const around = Math.max(0, squares - (sum * sum) / n);
  return Math.min(
    ESTIMATE_COUNTS,
    (ESTIMATE_COUNTS * (ESTIMATE_COUNTS + around / usual)) / (ESTIMATE_COUNTS + n - 1),
  );
}

/**
 * How far a step's minutes lie from what it usually takes here, as a share of that: the usual scatter, less and less of
 * it the oftener it was timed here.
 */
export function scatterOf(shop: number, times: TimesTaken | undefined): number {
  const { minutes, spread, n } = estimate(shop, times);
  if (spread === null || minutes <= 0) return HANDS_SCATTER;
  const own = (spread / minutes) ** 2;
  return Math.sqrt((ESTIMATE_COUNTS * HANDS_SCATTER ** 2 + n * own) / (ESTIMATE_COUNTS + n));
}

/** One more time it was done. @param minutes attended, at least 0 */
export function taken(times: TimesTaken | undefined, minutes: number): TimesTaken {
  const { n, sum, squares } = times ?? { n: 0, sum: 0, squares: 0 };
  return { n: n + 1, sum: sum + minutes, squares: squares + minutes * minutes };
}

export interface Estimate {
  minutes: number;
  /** Standard deviation of the times taken, minutes; null while there are fewer than two. */
  spread: number | null;
  n: number;
}

/**
 * What a step takes here: (k x shop + sum) / (k + n), k at most three.
 * @param shop the catalogue's or the house's minutes @returns minutes, their spread, and how often it was done
 */
export function estimate(shop: number, times: TimesTaken | undefined): Estimate {
  const { n, sum, squares } = times ?? { n: 0, sum: 0, squares: 0 };
  const mean = n ? sum / n : 0;
  const counts = estimateCounts(shop, { n, sum, squares });
  return {
    minutes: (counts * shop + sum) / (counts + n),
    spread: n > 1 ? Math.sqrt(Math.max(0, (squares - n * mean * mean) / (n - 1))) : null,
    n,
  };
}
