/** What may become of a machine: what it nets, minor units, and how likely. */
export interface Outcome {
  net: number;
  p: number;
}

/** A sum of machines, as what it may come to. */
export interface Spread {
  /** Rising. */
  values: Float64Array;
  /** Of each; they sum to 1. */
  chances: Float64Array;
}

/** What all machines of a lot have in common, unknown today: each of these worlds may be the true one. */
export interface World {
  chance: number;
  outcomesOf: readonly (readonly Outcome[])[];
}

/** Sums are kept apart up to so many; beyond, on a grid that keeps the mean of what falls between two of its points. */
const APART = 6000;
const GRID = 4096;

/** All of a machine's outcomes, those that net the same together; in rising order. */
function spreadOf(outcomes: readonly Outcome[]): Spread {
  const by = new Map<number, number>();
  for (const { net, p } of outcomes) if (p > 0) by.set(net, (by.get(net) ?? 0) + p);
  const values = Float64Array.from(by.keys()).sort();
  const all = [...by.values()].reduce((sum, p) => sum + p, 0);
  return { values, chances: Float64Array.from(values, (value) => by.get(value)! / all) };
}

/** Two sums that have nothing to do with each other, added: each with each. */
function added(one: Spread, other: Spread): Spread {
  const many = one.values.length * other.values.length;
  if (many <= APART) {
    const by = new Map<number, number>();
    one.values.forEach((a, i) =>
      other.values.forEach((b, j) => {
        const sum = a + b;
        by.set(sum, (by.get(sum) ?? 0) + one.chances[i] * other.chances[j]);
      }),
    );
    const values = Float64Array.from(by.keys()).sort();
    return { values, chances: Float64Array.from(values, (value) => by.get(value)!) };
  }
  const low = one.values[0] + other.values[0];
  const high = one.values.at(-1)! + other.values.at(-1)!;
  const step = (high - low) / (GRID - 1);
  const grid = new Float64Array(GRID);
  one.values.forEach((a, i) =>
    other.values.forEach((b, j) => {
      const at = (a + b - low) / step;
      const cell = Math.min(GRID - 2, Math.floor(at));
      const p = one.chances[i] * other.chances[j];
      grid[cell] += p * (1 - (at - cell));
      grid[cell + 1] += p * (at - cell);
    }),
  );
  const places = [...grid.keys()].filter((cell) => grid[cell] > 1e-15);
  return {
    values: Float64Array.from(places, (cell) => low + cell * step),
    chances: Float64Array.from(places, (cell) => grid[cell]),
  };
}

const NOTHING: Spread = { values: Float64Array.of(0), chances: Float64Array.of(1) };

/**
 * What a lot's machines come to together: the sums of all their outcomes with their chances, exactly while there are few,
 * else on a grid of 4,096 points.
 * @throws RangeError for a machine whose chances do not sum to one
 */
export function sumOf(units: readonly (readonly Outcome[])[]): Spread {
  units.forEach((outcomes, i) => {
    const all = outcomes.reduce((sum, { p }) => sum + p, 0);
    if (!(Math.abs(all - 1) < 1e-6))
      throw new RangeError(`unit ${i + 1}: its chances sum to ${all}, not to 1`);
  });
  return units.reduce((sum, outcomes) => added(sum, spreadOf(outcomes)), NOTHING);
}

/** The same where machines have something in common that nobody knows yet: the worlds it may be, each with its chance. */
export function sumOverWorlds(worlds: readonly World[]): Spread {
  const all = worlds.reduce((sum, { chance }) => sum + chance, 0);
  const parts = worlds.map(({ chance, outcomesOf }) => ({ chance: chance / all, sum: sumOf(outcomesOf) }));
  const atoms = parts.flatMap(({ chance, sum }) =>
    [...sum.values].map((value, i) => ({ value, p: chance * sum.chances[i] })),
  );
  atoms.sort((a, b) => a.value - b.value);
  return {
    values: Float64Array.from(atoms, ({ value }) => value),
    chances: Float64Array.from(atoms, ({ p }) => p),
  };
}

/** The shape of a normal distribution as 81 points of equal distance, -4 to 4; their weights sum to one. */
const LEVELS = Array.from({ length: 81 }, (_, i) => -4 + 0.1 * i);
const BELL = LEVELS.map((z) => Math.exp((-z * z) / 2));
const BELL_SUM = BELL.reduce((sum, own) => sum + own, 0);

/** What a lot makes, as far as it can be foretold; minor units. */
export class LotForecast {
  private readonly factors: readonly number[];
  private readonly weights: readonly number[];
  private readonly cumulated: Float64Array;

  /**
   * @param sum what its machines come to at today's prices
   * @param levelSigma how unsure the level of all prices is, standard deviation of its log: a mean of one, shared by all
   */
  constructor(
    readonly sum: Spread,
    levelSigma: number,
  ) {
    this.factors = levelSigma > 0 ? LEVELS.map((z) => Math.exp(levelSigma * z - levelSigma ** 2 / 2)) : [1];
    this.weights = levelSigma > 0 ? BELL.map((own) => own / BELL_SUM) : [1];
    let all = 0;
    this.cumulated = sum.chances.map((p) => (all += p));
  }

  /** Mean of the square of the level of prices. */
  get level2(): number {
    return this.factors.reduce((all, factor, k) => all + this.weights[k] * factor ** 2, 0);
  }

  /** Expected before anything is paid. */
  get mean(): number {
    return this.sum.values.reduce((all, value, i) => all + value * this.sum.chances[i], 0);
  }

  /** The chance that the machines bring less than this. */
  below(minor: number): number {
    return this.factors.reduce((all, factor, k) => all + this.weights[k] * this.sumBelow(minor / factor), 0);
  }

  private sumBelow(value: number): number {
    const { values } = this.sum;
    let low = 0;
    let high = values.length;
    // sums of decimals that are one number may differ in their last digit
    const edge = value - 1e-9 * Math.max(1, Math.abs(value));
    while (low < high) {
      const middle = (low + high) >> 1;
      if (values[middle] < edge) low = middle + 1;
      else high = middle;
    }
    return low === 0 ? 0 : this.cumulated[low - 1];
  }

  /** The most such that less than it comes with at most this chance. */
  quantile(share: number): number {
    if (this.factors.length === 1) {
      const at = this.cumulated.findIndex((all) => all > share + 1e-12);
      return this.sum.values[at < 0 ? this.sum.values.length - 1 : at];
    }
    const most = Math.max(...this.factors);
    const least = Math.min(...this.factors);
    const edge = (value: number) => Math.max(value * most, value * least);
    let low = Math.min(this.sum.values[0] * most, this.sum.values[0] * least);
    let high = edge(this.sum.values.at(-1)!);
    for (let round = 0; round < 60; round++) {
      const middle = (low + high) / 2;
      if (this.below(middle) <= share + 1e-9) low = middle;
      else high = middle;
    }
    return low;
  }
}

/** Standard deviation of what a lot brings, minor units. */
export function deviationOf(forecast: LotForecast): number {
  const { values, chances } = forecast.sum;
  const mean = forecast.mean;
  const second = values.reduce((sum, value, i) => sum + chances[i] * value ** 2, 0) * forecast.level2;
  return Math.sqrt(Math.max(0, second - mean ** 2));
}

/** What one machine has to do with how uncertain a lot is. */
export interface Decides {
  unit: number;
  /** Share of the variance of the sum. */
  share: number;
  mean: number;
  sd: number;
}

/** The machines that decide a lot, the most uncertain first. */
export function deciding(units: readonly (readonly Outcome[])[], count: number): Decides[] {
  const each = units.map((outcomes, unit) => {
    const mean = outcomes.reduce((sum, { net, p }) => sum + p * net, 0);
    const variance = outcomes.reduce((sum, { net, p }) => sum + p * (net - mean) ** 2, 0);
    return { unit, mean, variance };
  });
  const all = each.reduce((sum, { variance }) => sum + variance, 0);
  return each
    .toSorted((a, b) => b.variance - a.variance)
    .slice(0, count)
    .map(({ unit, mean, variance }) => ({
      unit,
      mean,
      share: all > 0 ? variance / all : 0,
      sd: Math.sqrt(variance),
    }));
}
