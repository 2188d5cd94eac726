/** A symmetric system, solved: and its inverse, row after row. */
export interface Solved {
  x: Float64Array;
  inverse: Float64Array;
  /** log of the determinant. */
  logDet: number;
}

/** Sum of products of two runs of numbers; four sums at a time, for each waits only for itself. */
function product(a: Float64Array, from: number, b: Float64Array, other: number, length: number): number {
  let one = 0;
  let two = 0;
  let three = 0;
  let four = 0;
  let k = 0;
  for (; k + 3 < length; k += 4) {
    one += a[from + k] * b[other + k];
    two += a[from + k + 1] * b[other + k + 1];
    three += a[from + k + 2] * b[other + k + 2];
    four += a[from + k + 3] * b[other + k + 3];
  }
  for (; k < length; k++) one += a[from + k] * b[other + k];
  return one + two + (three + four);
}

/**
 * Solves A x = b for a symmetric positive definite A, by Cholesky with its rows and columns scaled to a diagonal of ones.
 * @param a n x n, row after row; its lower half is read @returns null when A is not positive definite to the digits there are
 */
export function solveSymmetric(a: Float64Array, b: Float64Array, n: number): Solved | null {
  const scale = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    if (!(a[i * n + i] > 0)) return null;
    scale[i] = 1 / Math.sqrt(a[i * n + i]);
  }
  const lower = new Float64Array(n * n);
  let logDet = 0;
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      const sum = a[i * n + j] * scale[i] * scale[j] - product(lower, i * n, lower, j * n, j);
      if (i === j) {
        if (!(sum > 1e-15)) return null;
        lower[i * n + i] = Math.sqrt(sum);
        logDet += Math.log(sum) - 2 * Math.log(scale[i]);
      } else lower[i * n + j] = sum / lower[j * n + j];
    }
  }
  // the lower triangle turned round, column by column, then inverse = transposed times itself
  const turned = new Float64Array(n * n);
  for (let j = 0; j < n; j++) {
    turned[j * n + j] = 1 / lower[j * n + j];
    for (let i = j + 1; i < n; i++) {
      // turned is kept by columns: turned[j * n + k] is its row k
      turned[j * n + i] = -product(lower, i * n + j, turned, j * n + j, i - j) / lower[i * n + i];
    }
  }
  const inverse = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      const sum = product(turned, i * n + i, turned, j * n + i, n - i);
      inverse[i * n + j] = inverse[j * n + i] = sum * scale[i] * scale[j];
    }
  return { x: times(inverse, b, n), inverse, logDet };
}

/** A symmetric matrix times a vector. */
export function times(a: Float64Array, v: ArrayLike<number>, n: number): Float64Array {
  const out = new Float64Array(n);
  const own = Float64Array.from(v);
  for (let i = 0; i < n; i++) out[i] = product(a, i * n, own, 0, n);
  return out;
}

/** A row of a design: which columns are not nothing, and what stands in them. */
export interface SparseRow {
  at: readonly number[];
  by: readonly number[];
}

/** Rows of a design one after the other: row i is what stands from `start[i]` up to `start[i + 1]`. */
export class Design {
  readonly start: Int32Array;
  readonly at: Int32Array;
  readonly by: Float64Array;

  /** @param place new numbers of the columns, those below 0 left out; nothing: as they are */
  constructor(rows: readonly SparseRow[], place?: Int32Array) {
    const most = rows.reduce((sum, { at }) => sum + at.length, 0);
    this.start = new Int32Array(rows.length + 1);
    this.at = new Int32Array(most);
    this.by = new Float64Array(most);
    let n = 0;
    rows.forEach(({ at, by }, i) => {
      for (let k = 0; k < at.length; k++) {
        const column = place ? place[at[k]] : at[k];
        if (column < 0) continue;
        this.at[n] = column;
        this.by[n++] = by[k];
      }
      this.start[i + 1] = n;
    });
  }

  get length(): number {
    return this.start.length - 1;
  }

  /** What row i says of these coefficients. */
  dot(i: number, coefficients: Float64Array): number {
    const { start, at, by } = this;
    let sum = 0;
    for (let k = start[i]; k < start[i + 1]; k++) sum += coefficients[at[k]] * by[k];
    return sum;
  }

  /** How uncertain that is: x' S x. */
  quadratic(i: number, s: Float64Array, n: number): number {
    const { start, at, by } = this;
    const end = start[i + 1];
    let sum = 0;
    for (let k = start[i]; k < end; k++) {
      const row = at[k] * n;
      let part = 0;
      for (let l = start[i]; l < end; l++) part += s[row + at[l]] * by[l];
      sum += part * by[k];
    }
    return sum;
  }

  /** Adds so much of row i to these. */
  add(i: number, times: number, to: Float64Array): void {
    const { start, at, by } = this;
    for (let k = start[i]; k < start[i + 1]; k++) to[at[k]] += times * by[k];
  }
}

/** What a row says of these coefficients. */
export function dot({ at, by }: SparseRow, coefficients: ArrayLike<number>): number {
  let sum = 0;
  for (let k = 0; k < at.length; k++) sum += coefficients[at[k]] * by[k];
  return sum;
}

/** How uncertain that is: x' S x. */
export function quadratic({ at, by }: SparseRow, s: Float64Array, n: number): number {
  let sum = 0;
  for (let k = 0; k < at.length; k++) {
    const row = at[k] * n;
    let part = 0;
    for (let l = 0; l < at.length; l++) part += s[row + at[l]] * by[l];
    sum += part * by[k];
  }
  return sum;
}

/** Sums of weighted products of the columns with each other and with y. */
export function gram(
  design: Design,
  y: ArrayLike<number>,
  weights: ArrayLike<number>,
  n: number,
): { a: Float64Array; b: Float64Array } {
  const { start, at, by } = design;
  const a = new Float64Array(n * n);
  const b = new Float64Array(n);
  for (let i = 0; i < design.length; i++) {
    const w = weights[i];
    if (w === 0) continue;
    for (let k = start[i]; k < start[i + 1]; k++) {
      const own = w * by[k];
      b[at[k]] += own * y[i];
      const row = at[k] * n;
      // columns of a row stand in rising order: the lower half is all that is kept
      for (let l = start[i]; l <= k; l++) a[row + at[l]] += own * by[l];
    }
  }
  for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) a[j * n + i] = a[i * n + j];
  return { a, b };
}

/** Improvements of a solution by what it leaves over: each gains the digits the system had lost. */
const REFINED = 4;

/**
 * Weighted least squares with a pull of each coefficient towards nothing: (X'WX + P) beta = X'Wy.
 * @param precision of each coefficient, 0: not pulled @returns null when the columns do not tell the coefficients apart
 */
export function ridge(
  rows: readonly SparseRow[],
  y: readonly number[],
  weights: ArrayLike<number>,
  precision: ArrayLike<number>,
): Solved | null {
  const n = precision.length;
  const design = new Design(rows);
  const { a, b } = gram(design, y, weights, n);
  for (let j = 0; j < n; j++) a[j * n + j] += precision[j];
  const solved = solveSymmetric(a, b, n);
  if (!solved) return null;
  const { inverse } = solved;
  const x = solved.x;
  for (let round = 0; round < REFINED; round++) {
    const left = new Float64Array(n);
    for (let i = 0; i < rows.length; i++) design.add(i, weights[i] * (y[i] - design.dot(i, x)), left);
    for (let j = 0; j < n; j++) left[j] -= precision[j] * x[j];
    const more = times(inverse, left, n);
    for (let j = 0; j < n; j++) x[j] += more[j];
  }
  return { ...solved, x };
}
