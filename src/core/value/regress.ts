import { Design, gram, solveSymmetric, type SparseRow } from './normal';

/** Columns by number, and which of them are drawn towards nothing together: how far one of them usually moves a price. */
interface Columns {
  groups: readonly unknown[];
  families: readonly { usual: number; from: number; to: number }[];
}

/** A regression whose columns are pulled towards nothing by how little their family has been seen to do. */
export interface Regressed {
  /** Columns that some sale fills; what follows is of these, in this order. */
  active: number[];
  beta: number[];
  /** Covariance, row after row. */
  covariance: Float64Array;
  /** Variance of each column before any sale, after what its family has been seen to do; of all columns. */
  pull: number[];
  /** Variance of what is left over of one sale. */
  scatter2: number;
  /** How likely each sale was written down as it was, 0..1. */
  sure: number[];
  /** What an average sale fills the columns with. */
  mean: number[];
  /** What was left over of each when it was foretold by all the others, and the standard deviation it should have. */
  without: { left: number; sd: number }[];
}

/** Log prices of one machine sold twice lie about so far apart; how many sales that guess counts as. Shop estimate. */
export const SCATTER = 0.1;
const SCATTER_COUNTS = 5;
/** How many columns the guess of how far a family's columns move a price counts as. */
const USUAL_COUNTS = 2;
/** Of a hundred prices so many are written down wrongly; such a one may lie anywhere within this many e-folds. */
const SLIPS = 0.02;
const SLIP_WIDTH = 8;
/** Haggling has heavier ends than a bell: a share of it is three times as wide. */
const HEAVY = { share: 0.07, times: 3 };
const ROUNDS = { few: 18, many: 6 };
const FEW = 1000;
const SETTLED = 0.02;
/** From so many sales on none of them bends the regression towards itself, and so many say how far families move. */
const MANY = 3000;
/** Rounds over all sales, once it is known how far families move them. */
const LAST_ROUNDS = 2;

const median = (values: readonly number[]): number => {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
};

/** How likely a price was written down as it was. @param known variance of what was foretold @param scatter2 of one sale */
function notSlipped(left: number, known: number, scatter2: number): number {
  const bell = (v: number) => Math.exp((-left * left) / (2 * v)) / Math.sqrt(2 * Math.PI * v);
  const wide = bell(known + HEAVY.times ** 2 * scatter2);
  const meant = (1 - SLIPS) * ((1 - HEAVY.share) * bell(known + scatter2) + HEAVY.share * wide);
  return meant / (meant + SLIPS / SLIP_WIDTH);
}

/**
 * Empirical Bayes by expectation and maximisation: how far each family moves a price, how far sales of one machine
 * scatter, and which sales are none of the others, each from the other two.
 * @param say how much each sale counts, 0..1
 */
export function regress(
  columns: Columns,
  filled: readonly SparseRow[],
  y: readonly number[],
  say: readonly number[],
): Regressed {
  const place = new Int32Array(columns.groups.length).fill(-1);
  for (const { at } of filled) for (let k = 0; k < at.length; k++) place[at[k]] = 0;
  const active = [...place.keys()].filter((column) => place[column] === 0);
  active.forEach((column, i) => (place[column] = i));
  const pull = new Float64Array(columns.groups.length);
  for (const { from, to, usual } of columns.families) pull.fill(usual * usual, from, to);
  if (y.length > MANY) {
    // every so manieth of them, so that all times are among them
    const some = [...y.keys()].filter(
      (i) => Math.floor((i * MANY) / y.length) !== Math.floor(((i - 1) * MANY) / y.length),
    );
    const pick = <T>(from: readonly T[]) => some.map((i) => from[i]);
    const first = settle(
      columns,
      new Design(pick(filled), place),
      pick(y),
      pick(say),
      pull,
      active,
      place,
      ROUNDS.many,
    );
    const last = settle(
      columns,
      new Design(filled, place),
      y,
      say,
      pull,
      active,
      place,
      LAST_ROUNDS,
      first.scatter2,
    );
    return { ...last, active, pull: [...pull] };
  }
  const rounds = y.length > FEW ? ROUNDS.many : ROUNDS.few;
  const found = settle(columns, new Design(filled, place), y, say, pull, active, place, rounds);
  return { ...found, active, pull: [...pull] };
}

/** Rounds of it over these sales. @param pull is brought up to what the families do, unless a scatter is given: then it stays */
function settle(
  columns: Columns,
  rows: Design,
  y: readonly number[],
  say: readonly number[],
  pull: Float64Array,
  active: readonly number[],
  place: Int32Array,
  rounds: number,
  known?: number,
): Omit<Regressed, 'active' | 'pull'> {
  const n = active.length;

  const middle = y.length ? median(y) : 0;
  let scatter2 = known ?? firstScatter(y, middle);
  const first = firstScatter(y, middle);
  let sure = y.map((own) => notSlipped(own - middle, 0, first));
  let inverse = new Float64Array(n * n);
  let beta = new Float64Array(n);
  let weights = say.map((own, i) => own * sure[i]);
  const withoutIt = (i: number) => {
    const known = rows.quadratic(i, inverse, n);
    const lever = Math.min(0.99, (weights[i] * known) / scatter2);
    return { left: (y[i] - rows.dot(i, beta)) / (1 - lever), known: known / (1 - lever) };
  };
  for (let round = 0; round < rounds && n > 0; round++) {
    const { a, b } = gram(rows, y, weights, n);
    const system = a.map((own) => own / scatter2);
    for (let j = 0; j < n; j++) system[j * n + j] += 1 / pull[active[j]];
    const solved = solveSymmetric(
      system,
      b.map((own) => own / scatter2),
      n,
    );
    if (!solved) break;
    inverse = Float64Array.from(solved.inverse);
    beta = Float64Array.from(solved.x);
    let moved = 0;
    for (const { from, to, usual } of known === undefined ? columns.families : []) {
      let sum = USUAL_COUNTS * usual * usual;
      let count = USUAL_COUNTS;
      for (let column = from; column < to; column++) {
        const j = place[column];
        if (j < 0) continue;
        sum += beta[j] ** 2 + inverse[j * n + j];
        count++;
      }
      moved = Math.max(moved, Math.abs(Math.log(sum / count / pull[from])));
      pull.fill(sum / count, from, to);
    }
    // a sale is held against what the others say: few sales let each one have its way
    const before = scatter2;
    sure = y.map((own, i) => {
      if (rows.length >= MANY) return notSlipped(own - rows.dot(i, beta), 0, before);
      const { left, known } = withoutIt(i);
      return notSlipped(left, known, before);
    });
    let left = SCATTER_COUNTS * SCATTER ** 2;
    let count = SCATTER_COUNTS;
    for (let i = 0; i < n * n; i++) left += a[i] * inverse[i];
    weights = say.map((own, i) => own * sure[i]);
    for (let i = 0; i < rows.length; i++) {
      left += weights[i] * (y[i] - rows.dot(i, beta)) ** 2;
      count += weights[i];
    }
    scatter2 = left / count;
    moved = Math.max(moved, Math.abs(Math.log(scatter2 / before)));
    if (round > 3 && moved < SETTLED) break;
  }
  const mean = new Float64Array(n);
  const counted = Math.max(
    1e-9,
    weights.reduce((sum, own) => sum + own, 0),
  );
  for (let i = 0; i < rows.length; i++) rows.add(i, weights[i] / counted, mean);
  return {
    beta: [...beta],
    covariance: inverse,
    mean: [...mean],
    scatter2,
    sure,
    without: y.map((_, i) => {
      const { left, known } = withoutIt(i);
      return { left, sd: Math.sqrt(scatter2 + known) };
    }),
  };
}

/** Where it begins: the middle half of the sales, so that slips do not widen it. */
const firstScatter = (y: readonly number[], middle: number): number =>
  y.length === 0
    ? SCATTER ** 2
    : Math.max(SCATTER, 1.48 * median(y.map((own) => Math.abs(own - middle)))) ** 2;
