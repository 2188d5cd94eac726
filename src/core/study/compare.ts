import type { Random } from '../random';

/** Who saw the proposals: half of the machines are worked with them, half without. */
export type Arm = 'shown' | 'hidden';

/** A machine of the study that has ended. Money in minor units, time in attended minutes. */
export interface StudyMachine {
  arm: Arm;
  /** Who gave it the most minutes. */
  person: string;
  netMinor: number;
  minutes: number;
  partsMinor: number;
  /** Sold and taken back. */
  returned: boolean;
}

export interface ArmFigures {
  n: number;
  netMinor: number;
  minutes: number;
  partsMinor: number;
  returned: number;
}

export interface StudyComparison {
  shown: ArmFigures;
  hidden: ArmFigures;
  /** What a machine nets more where proposals were shown, within each person's own machines; null: not to be told yet. */
  differenceMinor: number | null;
  /** 95 % interval of that difference by resampling machines within person and arm. */
  interval: readonly [number, number] | null;
  /** People with machines of both kinds: only they tell anything. */
  people: number;
  /** The least difference that so many machines show in four of five such studies, minor units. */
  leastMinor: number | null;
}

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

/**
 * Sample standard deviation.
 * @param values in any unit @returns in the same; null for fewer than two
 */
export function deviation(values: readonly number[]): number | null {
  if (values.length < 2) return null;
  const middle = mean(values);
  return Math.sqrt(values.reduce((sum, value) => sum + (value - middle) ** 2, 0) / (values.length - 1));
}

/** Standard normal quantiles: 0.975 (two-sided 5 %) and 0.80 (power). NIST/SEMATECH e-Handbook, 1.3.6.7.1. */
const Z_LEVEL = 1.96;
const Z_POWER = 0.8416;

/**
 * The least true difference of two means that a two-sided test at 5 % finds with a power of 80 %, both groups of about
 * the same deviation: (z₀.₉₇₅ + z₀.₈₀) · s · √(1/n + 1/m).
 * @returns in the unit of `spread`
 */
export const leastDifference = (spread: number, n: number, m: number): number =>
  (Z_LEVEL + Z_POWER) * spread * Math.sqrt(1 / n + 1 / m);

/** Means of nothing are 0. */
function figuresOf(machines: readonly StudyMachine[]): ArmFigures {
  const of = (value: (machine: StudyMachine) => number) => (machines.length ? mean(machines.map(value)) : 0);
  return {
    n: machines.length,
    netMinor: of(({ netMinor }) => netMinor),
    minutes: of(({ minutes }) => minutes),
    partsMinor: of(({ partsMinor }) => partsMinor),
    returned: machines.filter(({ returned }) => returned).length,
  };
}

/** Nets of a person's machines, by arm; only of people who have both. */
type Pair = readonly [shown: readonly number[], hidden: readonly number[]];

/** Each person's own difference, weighed by how well it is known: n·m/(n+m). */
function difference(pairs: readonly Pair[]): number {
  let sum = 0;
  let weights = 0;
  for (const [shown, hidden] of pairs) {
    const weight = (shown.length * hidden.length) / (shown.length + hidden.length);
    sum += weight * (mean(shown) - mean(hidden));
    weights += weight;
  }
  return sum / weights;
}

const RESAMPLES = 4000;
/** Machines a person must have in each arm before they tell anything. */
const LEAST_EACH = 2;

/**
 * Compares what machines net with proposals shown and hidden. People differ in skill and in what they are given, so each
 * person's machines are compared with their own; who had machines of one kind only tells nothing.
 * @param random for the interval (percentile bootstrap: Efron & Tibshirani 1993, ch. 13)
 */
export function compareArms(
  machines: readonly StudyMachine[],
  random: Random,
  resamples = RESAMPLES,
): StudyComparison {
  const of = (arm: Arm, person?: string) =>
    machines.filter((machine) => machine.arm === arm && (person === undefined || machine.person === person));
  const [shown, hidden] = [of('shown'), of('hidden')];
  const nets = (arm: Arm, person: string) => of(arm, person).map(({ netMinor }) => netMinor);
  const pairs = [...new Set(machines.map(({ person }) => person))]
    .map((person): Pair => [nets('shown', person), nets('hidden', person)])
    .filter((pair) => pair.every((side) => side.length >= LEAST_EACH));
  const spread = deviation([
    ...pairs.flatMap((pair) =>
      pair.flatMap((side) => {
        const middle = mean(side);
        return side.map((net) => net - middle);
      }),
    ),
  ]);
  const figures = { shown: figuresOf(shown), hidden: figuresOf(hidden) };
  if (!pairs.length || spread === null)
    return { ...figures, differenceMinor: null, interval: null, people: pairs.length, leastMinor: null };
  const again = (side: readonly number[]) => side.map(() => side[Math.floor(random() * side.length)]);
  const drawn = Array.from({ length: resamples }, () =>
    difference(pairs.map(([one, other]) => [again(one), again(other)])),
  ).sort((a, b) => a - b);
  const count = (side: 0 | 1) => pairs.reduce((sum, pair) => sum + pair[side].length, 0);
  return {
    ...figures,
    differenceMinor: difference(pairs),
    interval: [drawn[Math.floor(0.025 * resamples)], drawn[Math.ceil(0.975 * resamples) - 1]],
    people: pairs.length,
    leastMinor: leastDifference(spread, count(0), count(1)),
  };
}
