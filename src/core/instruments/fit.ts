import { inverse, LuDecomposition, Matrix, QrDecomposition } from 'ml-matrix';

/** A curve with its derivatives by its parameters. */
export interface Curve {
  at: (params: readonly number[], x: number) => number;
  /** Partial derivatives, in the order of the parameters. */
  by: (params: readonly number[], x: number) => number[];
}

export interface Fitted {
  params: number[];
  /** Standard errors of the parameters, from the curvature at the minimum; Infinity where the data say nothing. */
  errors: number[];
  /** Standard error of a sum of parameters, each times its weight. */
  errorOf: (weights: readonly number[]) => number;
  /** Sum of squared residuals, and their standard deviation on n - p degrees of freedom. */
  rss: number;
  sd: number;
}

interface FitLimits {
  /** Iterations of Levenberg-Marquardt from each start. */
  iterations?: number;
  min?: readonly number[];
  max?: readonly number[];
}

/** Steps after the library is done: each about doubles the digits near the minimum. */
const POLISH = 12;
const ENOUGH = 1e-14;

const rssOf = (x: readonly number[], y: readonly number[], { at }: Curve, params: readonly number[]) =>
  x.reduce((sum, own, i) => sum + (y[i] - at(params, own)) ** 2, 0);

const inside = (params: readonly number[], { min, max }: FitLimits) =>
  params.map((own, i) => Math.min(max?.[i] ?? Infinity, Math.max(min?.[i] ?? -Infinity, own)));

/** Gauss-Newton on the residuals, by QR of the scaled Jacobian; a step that makes it worse is halved. */
function polished(
  x: readonly number[],
  y: readonly number[],
  curve: Curve,
  from: number[],
  bounds: FitLimits,
): number[] {
  let params = from;
  let best = rssOf(x, y, curve, params);
  for (let round = 0; round < POLISH; round++) {
    const rows = x.map((own) => curve.by(params, own));
    const scale = params.map((_, j) => Math.sqrt(rows.reduce((sum, row) => sum + row[j] ** 2, 0)) || 1);
    const residual = x.map((own, i) => y[i] - curve.at(params, own));
    const step = solved(rows, scale, residual);
    if (!step) return params;
    const change = step.map((own, j) => own / scale[j]);
    let share = 1;
    let next = params;
    let rss = Infinity;
    for (; share > 1e-4; share /= 2) {
      next = inside(
        params.map((own, j) => own + share * change[j]),
        bounds,
      );
      rss = rssOf(x, y, curve, next);
      if (rss <= best) break;
    }
    if (!(rss <= best)) return params;
    const moved = Math.max(...params.map((own, j) => Math.abs(next[j] - own) / (Math.abs(own) || 1)));
    params = next;
    best = rss;
    if (moved < ENOUGH) break;
  }
  return params;
}

/** Damping at the start (bold; and cautious, where a bold step may leave the valley), and how it is let go and taken up. */
const BOLD = 1e-3;
const CAUTIOUS = 30;
const LET_GO = 0.15;
const TAKE_UP = 4;
/** Steps from a start when nothing else is said: hard starts take hundreds. */
const PATIENT = 800;

/**
 * Levenberg-Marquardt: least squares of the linearised curve, damped in columns scaled as MINPACK scales them (each by the
 * largest it was), a step that makes it worse taken again with more damping.
 */
function marquardt(
  x: readonly number[],
  y: readonly number[],
  curve: Curve,
  start: readonly number[],
  bounds: FitLimits,
  damped = BOLD,
): { params: number[]; rss: number } {
  let params = inside(start, bounds);
  let rss = rssOf(x, y, curve, params);
  let damping = damped;
  const scale = params.map(() => 0);
  for (let round = 0; round < (bounds.iterations ?? PATIENT); round++) {
    const rows = x.map((own) => curve.by(params, own));
    params.forEach((_, j) => {
      const norm = Math.sqrt(rows.reduce((sum, row) => sum + row[j] ** 2, 0));
      scale[j] = Math.max(scale[j], norm) || 1;
    });
    const residual = x.map((own, i) => y[i] - curve.at(params, own));
    let better = false;
    for (let tries = 0; tries < 14 && !better; tries++) {
      const held = params.map((_, j) => params.map((__, k) => (j === k ? Math.sqrt(damping) * scale[j] : 0)));
      const step = solved([...rows, ...held], scale, [...residual, ...params.map(() => 0)]);
      const next =
        step &&
        inside(
          params.map((own, j) => own + step[j] / scale[j]),
          bounds,
        );
      const after = next ? rssOf(x, y, curve, next) : NaN;
      if (next && after < rss) {
        const won = (rss - after) / rss;
        better = won > 0;
        params = next;
        rss = after;
        damping = Math.max(1e-16, damping * LET_GO);
        if (won < ENOUGH) return { params, rss };
      } else damping *= TAKE_UP;
    }
    if (!better || rss === 0) break;
  }
  return { params, rss };
}

/** From this many points on normal equations of the scaled columns are exact enough, and far quicker than QR. */
const MANY = 100;

/** Least squares of a linear step, columns scaled to one; null when they do not tell the parameters apart. */
function solved(
  rows: readonly number[][],
  scale: readonly number[],
  residual: readonly number[],
): number[] | null {
  const count = scale.length;
  if (rows.length < MANY) {
    const qr = new QrDecomposition(new Matrix(rows.map((row) => row.map((own, j) => own / scale[j]))));
    return qr.isFullRank() ? qr.solve(Matrix.columnVector([...residual])).to1DArray() : null;
  }
  const { normal, right } = normalOf(rows, scale, residual);
  const lu = new LuDecomposition(normal);
  return lu.isSingular() || count === 0 ? null : lu.solve(Matrix.columnVector(right)).to1DArray();
}

/** J'J and J'r with the columns scaled to one. */
function normalOf(rows: readonly number[][], scale: readonly number[], residual?: readonly number[]) {
  const count = scale.length;
  const normal = Matrix.zeros(count, count);
  const right = new Array<number>(count).fill(0);
  rows.forEach((row, i) => {
    for (let j = 0; j < count; j++) {
      const own = row[j] / scale[j];
      if (residual) right[j] += own * residual[i];
      for (let k = j; k < count; k++) normal.set(j, k, normal.get(j, k) + (own * row[k]) / scale[k]);
    }
  });
  for (let j = 0; j < count; j++) for (let k = 0; k < j; k++) normal.set(j, k, normal.get(k, j));
  return { normal, right };
}

/**
 * Least squares of a curve that is not linear in its parameters: Levenberg-Marquardt from each start, the best of
 * them brought to full digits by Gauss-Newton steps.
 * @param x, y of equal length, more than there are parameters @param starts at least one
 * @throws RangeError when there are not more points than parameters
 */
export function fitCurve(
  x: readonly number[],
  y: readonly number[],
  curve: Curve,
  starts: readonly (readonly number[])[],
  bounds: FitLimits = {},
): Fitted {
  const count = starts[0].length;
  if (x.length !== y.length || x.length <= count)
    throw new RangeError(`fit: ${x.length} points for ${count} parameters`);
  let best: number[] | null = null;
  let least = Infinity;
  for (const start of starts) {
    const tries = [marquardt(x, y, curve, start, bounds)];
    if (!bounds.iterations) tries.push(marquardt(x, y, curve, start, bounds, CAUTIOUS));
    const { params, rss } = tries.reduce((one, other) => (other.rss < one.rss ? other : one));
    if (rss < least) {
      least = rss;
      best = params;
    }
  }
  const params = polished(x, y, curve, best ?? [...starts[0]], bounds);
  const rss = rssOf(x, y, curve, params);
  const sd = Math.sqrt(rss / (x.length - count));
  const covariance = covarianceOf(x, curve, params, sd);
  const errorOf = (weights: readonly number[]) =>
    covariance
      ? Math.sqrt(
          Math.max(
            0,
            weights.reduce(
              (sum, a, j) => sum + weights.reduce((row, b, k) => row + a * b * covariance[j][k], 0),
              0,
            ),
          ),
        )
      : Infinity;
  const errors = params.map((_, j) => errorOf(params.map((__, k) => Number(j === k))));
  return { params, errors, errorOf, rss, sd };
}

/** sd squared times (J'J)^-1, worked out with the columns scaled to one; null where the data say nothing. */
function covarianceOf(
  x: readonly number[],
  { by }: Curve,
  params: readonly number[],
  sd: number,
): number[][] | null {
  const rows = x.map((own) => by(params, own));
  const scale = params.map((_, j) => Math.sqrt(rows.reduce((sum, row) => sum + row[j] ** 2, 0)));
  if (scale.some((own) => !(own > 0))) return null;
  try {
    const scaled = inverse(normalOf(rows, scale).normal);
    return params.map((_, j) => params.map((__, k) => (sd * sd * scaled.get(j, k)) / (scale[j] * scale[k])));
  } catch {
    return null;
  }
}
