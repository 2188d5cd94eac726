import { dot, quadratic, solveSymmetric, type SparseRow } from './normal';

/** A stretch of days a machine was asked for at one price, and whether it was sold at the end of it. */
export interface Stretch {
  days: number;
  /** What was asked over what such a machine fetches. */
  ratio: number;
  channel: string;
  /** What kind of machine, as a house sorts them. */
  class: string;
  sold: boolean;
}

/** How fast machines go: a day's chance is exp(base - steepness x log ratio + channel + class). */
export interface Pace {
  /** Log of a day's chance at the price such a machine fetches. */
  base: number;
  /** How much a dearer price slows it: at least a little. */
  steepness: number;
  channels: Record<string, number>;
  classes: Record<string, number>;
  /** Standard deviations of base and steepness. */
  errors: { base: number; steepness: number };
  /** Sales it stands on, and stretches that ended without one. */
  sold: number;
  waited: number;
}

/**
 * Before anything was sold: three weeks at the price such a machine fetches, twice as fast for a tenth less; and how sure
 * that is. Shop estimate.
 */
const BEFORE = { base: [Math.log(1 / 21), 0.7], steepness: [6, 2.5], other: 0.4 } as const;
const ROUNDS = 50;
const LEAST_STEEP = 0.5;

/**
 * Days to a sale from stretches of asking, those that are still unsold among them (censored): exponential, log-linear in
 * the price ratio, by Newton on the posterior. Channels and classes are pulled towards each other.
 * @throws RangeError for a stretch of no days or no price
 */
export function learnPace(stretches: readonly Stretch[]): Pace {
  stretches.forEach(({ days, ratio }, i) => {
    if (!(days > 0) || !(ratio > 0))
      throw new RangeError(
        `stretch ${i + 1}: expected days and a ratio above nothing, got ${days} and ${ratio}`,
      );
  });
  const channels = [...new Set(stretches.map(({ channel }) => channel))].sort();
  const classes = [...new Set(stretches.map((each) => each.class))].sort();
  const n = 2 + channels.length + classes.length;
  const rows: SparseRow[] = stretches.map((each) => ({
    at: [0, 1, 2 + channels.indexOf(each.channel), 2 + channels.length + classes.indexOf(each.class)],
    by: [1, -Math.log(each.ratio), 1, 1],
  }));
  const mean = Float64Array.from({ length: n }, (_, j) =>
    j === 0 ? BEFORE.base[0] : j === 1 ? BEFORE.steepness[0] : 0,
  );
  const sd = (j: number) => (j === 0 ? BEFORE.base[1] : j === 1 ? BEFORE.steepness[1] : BEFORE.other);
  let beta = Float64Array.from(mean);
  let inverse = new Float64Array(n * n);
  const worth = (at: Float64Array) => {
    let sum = 0;
    rows.forEach((row, i) => {
      const eta = dot(row, at);
      sum += Number(stretches[i].sold) * eta - stretches[i].days * Math.exp(eta);
    });
    for (let j = 0; j < n; j++) sum -= ((at[j] - mean[j]) / sd(j)) ** 2 / 2;
    return sum;
  };
  for (let round = 0; round < ROUNDS; round++) {
    const curve = new Float64Array(n * n);
    const slope = new Float64Array(n);
    for (let j = 0; j < n; j++) {
      curve[j * n + j] = 1 / sd(j) ** 2;
      slope[j] = -(beta[j] - mean[j]) / sd(j) ** 2;
    }
    rows.forEach((row, i) => {
      const expected = stretches[i].days * Math.exp(dot(row, beta));
      const left = Number(stretches[i].sold) - expected;
      row.at.forEach((j, k) => {
        slope[j] += left * row.by[k];
        row.at.forEach((l, m) => (curve[j * n + l] += expected * row.by[k] * row.by[m]));
      });
    });
    const solved = solveSymmetric(curve, slope, n)!;
    inverse = Float64Array.from(solved.inverse);
    const before = worth(beta);
    let share = 1;
    let next = beta;
    for (; share > 1e-6; share /= 2) {
      next = beta.map((own, j) => own + share * solved.x[j]);
      if (worth(next) >= before) break;
    }
    const moved = Math.max(...next.map((own, j) => Math.abs(own - beta[j])));
    beta = next;
    if (moved < 1e-10) break;
  }
  const sold = stretches.filter((each) => each.sold).length;
  const error = (j: number) => Math.sqrt(quadratic({ at: [j], by: [1] }, inverse, n));
  return {
    base: beta[0],
    steepness: Math.max(LEAST_STEEP, beta[1]),
    channels: Object.fromEntries(channels.map((channel, i) => [channel, beta[2 + i]])),
    classes: Object.fromEntries(classes.map((each, i) => [each, beta[2 + channels.length + i]])),
    errors: { base: error(0), steepness: error(1) },
    sold,
    waited: stretches.length - sold,
  };
}

/** A day's chance to be sold at a price ratio. */
export const chanceADay = (pace: Pace, ratio: number, channel: string, ofClass: string): number =>
  Math.exp(
    pace.base -
      pace.steepness * Math.log(ratio) +
      (pace.channels[channel] ?? 0) +
      (pace.classes[ofClass] ?? 0),
  );
