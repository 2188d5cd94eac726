/** A symmetric system, solved: and its inverse, row after row. */
export interface Solved {
  x: Float64Array;
  inverse: Float64Array;
  /** log of the determinant. */
  logDet: number;
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
      let sum = a[i * n + j] * scale[i] * scale[j];
      const rowI = i * n;
      const rowJ = j * n;
      for (let k = 0; k < j; k++) sum -= lower[rowI + k] * lower[rowJ + k];
      if (i === j) {
        if (!(sum > 1e-15)) return null;
        lower[rowI + i] = Math.sqrt(sum);
        logDet += Math.log(sum) - 2 * Math.log(scale[i]);
      } else lower[rowI + j] = sum / lower[rowJ + j];
    }
  }
  // the lower triangle turned round, column by column, then inverse = transposed times itself
  const turned = new Float64Array(n * n);
  for (let j = 0; j < n; j++) {
    turned[j * n + j] = 1 / lower[j * n + j];
    for (let i = j + 1; i < n; i++) {
      let sum = 0;
      const row = i * n;
      // turned is kept by columns: turned[j * n + k] is its row k
      for (let k = j; k < i; k++) sum -= lower[row + k] * turned[j * n + k];
      turned[j * n + i] = sum / lower[row + i];
    }
  }
  const inverse = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = 0;
      for (let k = i; k < n; k++) sum += turned[i * n + k] * turned[j * n + k];
      inverse[i * n + j] = inverse[j * n + i] = sum * scale[i] * scale[j];
    }
  return { x: times(inverse, b, n), inverse, logDet };
}

/** A symmetric matrix times a vector. */
export function times(a: Float64Array, v: ArrayLike<number>, n: number): Float64Array {
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = 0;
    for (let j = 0; j < n; j++) sum += a[i * n + j] * v[j];
    out[i] = sum;
  }
  return out;
}

/** A row of a design: which columns are not nothing, and what stands in them. */
export interface SparseRow {
  at: readonly number[];
  by: readonly number[];
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
  rows: readonly SparseRow[],
  y: ArrayLike<number>,
  weights: ArrayLike<number>,
  n: number,
): { a: Float64Array; b: Float64Array } {
  const a = new Float64Array(n * n);
  const b = new Float64Array(n);
  for (let i = 0; i < rows.length; i++) {
    const { at, by } = rows[i];
    const w = weights[i];
    if (w === 0) continue;
    for (let k = 0; k < at.length; k++) {
      const own = w * by[k];
      b[at[k]] += own * y[i];
      const row = at[k] * n;
      // columns of a row stand in rising order: the lower half is all that is kept
      for (let l = 0; l <= k; l++) a[row + at[l]] += own * by[l];
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
  const { a, b } = gram(rows, y, weights, n);
  for (let j = 0; j < n; j++) a[j * n + j] += precision[j];
  const solved = solveSymmetric(a, b, n);
  if (!solved) return null;
  const { inverse } = solved;
  const x = solved.x;
  for (let round = 0; round < REFINED; round++) {
    const left = new Float64Array(n);
    rows.forEach((row, i) => {
      const over = weights[i] * (y[i] - dot(row, x));
      row.at.forEach((j, k) => (left[j] += over * row.by[k]));
    });
    for (let j = 0; j < n; j++) left[j] -= precision[j] * x[j];
    const more = times(inverse, left, n);
    for (let j = 0; j < n; j++) x[j] += more[j];
  }
  return { ...solved, x };
}
