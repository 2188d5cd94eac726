/** What a step took here: how often, and the sum and the sum of squares of its attended minutes. */
export interface TimesTaken {
  n: number;
  sum: number;
  squares: number;
}
export type HandMinutes = Record<string, TimesTaken>;

/** How many times done the shop's own estimate counts as. */
export const ESTIMATE_COUNTS = 3;

/** One more time it was done. @param minutes attended, at least 0 */
export function taken(times: TimesTaken | undefined, minutes: number): TimesTaken {
  const { n, sum, squares } = times ?? { n: 0, sum: 0, squares: 0 };
  return { n: n + 1, sum: sum + minutes, squares: squares + minutes * minutes };
}

/** The same less one time, for what is taken back; null when none is left. */
export function untaken(times: TimesTaken | undefined, minutes: number): TimesTaken | null {
  if (!times || times.n <= 1) return null;
  return {
    n: times.n - 1,
    sum: Math.max(0, times.sum - minutes),
    squares: Math.max(0, times.squares - minutes * minutes),
  };
}

export interface Estimate {
  minutes: number;
  /** Standard deviation of the times taken, minutes; null while there are fewer than two. */
  spread: number | null;
  n: number;
}

/**
 * What a step takes here: (k x shop + sum) / (k + n), so that three times done weigh as much as the estimate.
 * @param shop the catalogue's or the house's minutes
 */
export function estimate(shop: number, times: TimesTaken | undefined): Estimate {
  const { n, sum, squares } = times ?? { n: 0, sum: 0, squares: 0 };
  const mean = n ? sum / n : 0;
  return {
    minutes: (ESTIMATE_COUNTS * shop + sum) / (ESTIMATE_COUNTS + n),
    spread: n > 1 ? Math.sqrt(Math.max(0, (squares - n * mean * mean) / (n - 1))) : null,
    n,
  };
}
