import { fitCurve, type Curve } from './fit';
import type { HeatSample } from './heatRun';
import type { Stage, Stages } from './rise';

/** Bounds of the two time constants, seconds. */
const CHIP = [0.6, 25] as const;
const SINK = [35, 1_500] as const;
/** The least samples after the load a fit says anything from. */
export const LEAST = 45;

/** T(t) = from + k1 (1 - exp(-t/tau1)) + k2 (1 - exp(-t/tau2)), by from, k1, ln tau1, k2, ln tau2. */
export const TWO_STAGES: Curve = {
  at: ([from, k1, u1, k2, u2], t) =>
    from + k1 * (1 - Math.exp(-t / Math.exp(u1))) + k2 * (1 - Math.exp(-t / Math.exp(u2))),
  by: ([, k1, u1, k2, u2], t) => {
    const [x1, x2] = [t / Math.exp(u1), t / Math.exp(u2)];
    const [e1, e2] = [Math.exp(-x1), Math.exp(-x2)];
    return [1, 1 - e1, -k1 * x1 * e1, 1 - e2, -k2 * x2 * e2];
  },
};

/** Linear part for given time constants (variable projection), and its sum of squares. */
function projected(load: readonly HeatSample[], tau1: number, tau2: number) {
  // normal equations of three columns: 1, 1 - e1, 1 - e2
  const m = [0, 0, 0, 0, 0, 0];
  const v = [0, 0, 0];
  let yy = 0;
  for (const { t, temp } of load) {
    const a = 1 - Math.exp(-t / tau1);
    const b = 1 - Math.exp(-t / tau2);
    m[0] += 1;
    m[1] += a;
    m[2] += b;
    m[3] += a * a;
    m[4] += a * b;
    m[5] += b * b;
    v[0] += temp;
    v[1] += a * temp;
    v[2] += b * temp;
    yy += temp * temp;
  }
  const [n, sa, sb, aa, ab, bb] = m;
  const det = n * (aa * bb - ab * ab) - sa * (sa * bb - ab * sb) + sb * (sa * ab - aa * sb);
  if (Math.abs(det) < 1e-9) return null;
  const c0 = (v[0] * (aa * bb - ab * ab) - sa * (v[1] * bb - ab * v[2]) + sb * (v[1] * ab - aa * v[2])) / det;
  const c1 = (n * (v[1] * bb - ab * v[2]) - v[0] * (sa * bb - ab * sb) + sb * (sa * v[2] - v[1] * sb)) / det;
  const c2 = (n * (aa * v[2] - v[1] * ab) - sa * (sa * v[2] - v[1] * sb) + v[0] * (sa * ab - aa * sb)) / det;
  const rss = yy - (c0 * v[0] + c1 * v[1] + c2 * v[2]);
  return { from: c0, k1: c1, k2: c2, rss };
}

const spaced = ([low, high]: readonly [number, number], count: number) =>
  Array.from({ length: count }, (_, i) => low * (high / low) ** (i / (count - 1)));

/**
 * Both stages of a rise under constant load. Time constants are searched on a grid with the linear part solved for
 * each, and the best brought to its minimum.
 * @param load samples from the load on, t in seconds from it @returns null when there are too few
 */
export function stagesOf(load: readonly HeatSample[]): Stages | null {
  if (load.length < LEAST) return null;
  const tries = spaced(CHIP, 7)
    .flatMap((tau1) => spaced(SINK, 8).map((tau2) => ({ tau1, tau2, fit: projected(load, tau1, tau2) })))
    .filter(({ fit }) => fit !== null && fit.k1 > 0 && fit.k2 > 0)
    .sort((a, b) => a.fit!.rss - b.fit!.rss);
  const last = load[load.length - 1].temp;
  const starts = tries.length
    ? tries
        .slice(0, 1)
        .map(({ tau1, tau2, fit }) => [fit!.from, fit!.k1, Math.log(tau1), fit!.k2, Math.log(tau2)])
    : [[load[0].temp, Math.max(0.5, (last - load[0].temp) / 2), Math.log(4), 2, Math.log(150)]];
  const fitted = fitCurve(
    load.map(({ t }) => t),
    load.map(({ temp }) => temp),
    TWO_STAGES,
    starts,
    {
      min: [-60, 0, Math.log(CHIP[0]), 0, Math.log(SINK[0])],
      max: [200, 400, Math.log(CHIP[1]), 400, Math.log(SINK[1])],
      // the grid has brought it near already
      iterations: 3,
    },
  );
  const { params, errors, errorOf, sd } = fitted;
  const [from, k1, u1, k2, u2] = params;
  const stage = (kelvin: number, kelvinError: number, logTau: number, logError: number): Stage => ({
    kelvin,
    kelvinError,
    tau: Math.exp(logTau),
    tauFactor: Math.exp(Math.min(5, logError)),
  });
  return {
    from,
    chip: stage(k1, errors[1], u1, errors[2]),
    sink: stage(k2, errors[3], u2, errors[4]),
    settles: from + k1 + k2,
    settlesError: errorOf([1, 1, 0, 1, 0]),
    noise: sd,
  };
}
