import { fitCurve, type Curve, type Fitted } from '../fit';
import type { HeatSample } from './run';
import type { Stage, Stages } from './rise';

/** Bounds of the two time constants, seconds. */
const CHIP = [0.6, 25] as const;
const SINK = [35, 1_500] as const;
/** The least seconds of load a fit says anything from, and the least samples in them. */
export const LEAST = 45;
const LEAST_SAMPLES = 20;
const enoughOf = (load: readonly HeatSample[]) =>
  load.length >= LEAST_SAMPLES && load[load.length - 1].t >= LEAST - 1;

/**
 * How a first-order stage of some time constant answers the load as it was, as a share of what it comes to in the end.
 * A load that was on from the first moment answers 1 - exp(-t/tau).
 */
export class Response {
  private readonly kept = new Map<number, Float64Array>();
  /**
   * @param times seconds from the load on, growing
   * @param drive the load at each moment as a multiple of the load at the end; null: the same all along
   */
  constructor(
    readonly times: readonly number[],
    private readonly drive: readonly number[] | null = null,
  ) {}

  /** Share of the end at each moment. @param tau seconds */
  of(tau: number): Float64Array {
    const known = this.kept.get(tau);
    if (known) return known;
    const { times, drive } = this;
    const own = new Float64Array(times.length);
    if (!drive) for (let i = 0; i < times.length; i++) own[i] = 1 - Math.exp(-times[i] / tau);
    else {
      let [share, last] = [0, 0];
      for (let i = 0; i < times.length; i++) {
        const during = i === 0 ? drive[0] : (drive[i - 1] + drive[i]) / 2;
        share += (during - share) * (1 - Math.exp(-(times[i] - last) / tau));
        last = times[i];
        own[i] = share;
      }
    }
    if (this.kept.size > 60) this.kept.clear();
    this.kept.set(tau, own);
    return own;
  }
}

const mean = (values: readonly number[]) => values.reduce((sum, own) => sum + own, 0) / values.length;
/** From this much change of the load on it is no constant one. */
const CHANGES = 0.08;

/**
 * The load over its moments, as a multiple of what it was at the end: by watts where they were read, else by the clock
 * (watts go about as its square where volts follow it); null: constant, or nobody read either.
 */
export function driveOf(load: readonly HeatSample[], restWatts: number | null): number[] | null {
  const read = (of: 'power' | 'clock') =>
    load.every((own) => own[of] !== undefined) ? load.map((own) => own[of]!) : null;
  const last = (values: readonly number[]) => mean(values.slice(-30));
  const watts = read('power');
  const rest = restWatts ?? 0;
  const shares =
    watts && last(watts) > rest
      ? watts.map((own) => (own - rest) / (last(watts) - rest))
      : (read('clock')?.map((own, _, all) => (own / last(all)) ** 2) ?? null);
  if (!shares) return null;
  const early = mean(shares.slice(2, 15));
  return Math.abs(early - 1) > CHANGES ? shares.map((own) => Math.min(3, Math.max(0, own))) : null;
}

/** So many values between two bounds, each the same multiple of the one before. */
export const spaced = ([low, high]: readonly [number, number], count: number) =>
  Array.from({ length: count }, (_, i) => low * (high / low) ** (i / (count - 1)));

/** Products of columns with each other, so that every combination of time constants is a small linear system. */
export class Grams {
  private readonly columns: ArrayLike<number>[];
  private readonly known = new Map<number, number>();
  constructor(columns: ArrayLike<number>[]) {
    this.columns = columns;
  }

  of(a: number, b: number): number {
    const key = a < b ? a * 1_000 + b : b * 1_000 + a;
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const [left, right] = [this.columns[a], this.columns[b]];
    let sum = 0;
    for (let i = 0; i < left.length; i++) sum += left[i] * right[i];
    this.known.set(key, sum);
    return sum;
  }

  /**
   * Least squares of the last column on some; null where they cannot be told apart.
   * @param prior what is known of a coefficient beforehand, as its mean and how many units of residual weigh as much
   */
  solve(
    on: readonly number[],
    prior?: { of: number; mean: number; weight: number },
  ): { by: number[]; rss: number; inverse: number } | null {
    const y = this.columns.length - 1;
    // the last column of all is what the first coefficient's own variance is solved from
    const m = on.map((a, i) => [...on.map((b) => this.of(a, b)), this.of(a, y), i === 0 ? 1 : 0]);
    if (prior) {
      m[prior.of][prior.of] += prior.weight;
      m[prior.of][on.length] += prior.weight * prior.mean;
    }
    for (let i = 0; i < m.length; i++) {
      let pivot = i;
      for (let r = i + 1; r < m.length; r++) if (Math.abs(m[r][i]) > Math.abs(m[pivot][i])) pivot = r;
      if (Math.abs(m[pivot][i]) < 1e-7) return null;
      [m[i], m[pivot]] = [m[pivot], m[i]];
      for (let r = 0; r < m.length; r++) {
        if (r === i) continue;
        const times = m[r][i] / m[i][i];
        for (let c = i; c <= m.length + 1; c++) m[r][c] -= times * m[i][c];
      }
    }
    const by = m.map((row, i) => row[m.length] / row[i]);
    let rss = this.of(y, y);
    on.forEach((a, i) => {
      rss -= 2 * by[i] * this.of(a, y);
      on.forEach((b, j) => (rss += by[i] * by[j] * this.of(a, b)));
    });
    if (prior) rss += prior.weight * (by[prior.of] - prior.mean) ** 2;
    return { by, rss: Math.max(0, rss), inverse: m[0][m.length + 1] / m[0][0] };
  }
}

/** Time constants by a grid with the linear part solved for each (variable projection), the best brought to its minimum. */
function fitted(load: readonly HeatSample[], response: Response): Fitted {
  const temps = load.map(({ temp }) => temp);
  const [chips, sinks] = [spaced(CHIP, 7), spaced(SINK, 8)];
  const grams = new Grams([
    temps.map(() => 1),
    ...[...chips, ...sinks].map((tau) => response.of(tau)),
    temps,
  ]);
  const [best] = chips
    .flatMap((chip, a) =>
      sinks.map((sink, b) => ({ chip, sink, found: grams.solve([0, 1 + a, 1 + chips.length + b]) })),
    )
    .filter(({ found }) => found && found.by[1] > 0 && found.by[2] > 0)
    .sort((a, b) => a.found!.rss - b.found!.rss);
  const last = temps[temps.length - 1];
  const start = best
    ? [best.found!.by[0], best.found!.by[1], Math.log(best.chip), best.found!.by[2], Math.log(best.sink)]
    : [temps[0], Math.max(0.5, (last - temps[0]) / 2), Math.log(4), 2, Math.log(150)];
  const NEAR = 1e-4;
  const slope = (tau: number, i: number) =>
    (response.of(tau * (1 + NEAR))[i] - response.of(tau * (1 - NEAR))[i]) / (2 * NEAR);
  const curve: Curve = {
    at: ([from, k1, u1, k2, u2], i) =>
      from + k1 * response.of(Math.exp(u1))[i] + k2 * response.of(Math.exp(u2))[i],
    by: ([, k1, u1, k2, u2], i) => {
      const [tau1, tau2] = [Math.exp(u1), Math.exp(u2)];
      return [1, response.of(tau1)[i], k1 * slope(tau1, i), response.of(tau2)[i], k2 * slope(tau2, i)];
    },
  };
  return fitCurve(
    temps.map((_, i) => i),
    temps,
    curve,
    [start],
    {
      min: [-60, 0, Math.log(CHIP[0]), 0, Math.log(SINK[0])],
      max: [200, 400, Math.log(CHIP[1]), 400, Math.log(SINK[1])],
      // the grid has brought it near already
      iterations: 3,
    },
  );
}

/**
 * Both stages of a rise under load, and where they alone would settle.
 * @param load samples from the load on, t in seconds from it @param drive see `Response`
 * @returns null when there are too few
 */
export function stagesOf(load: readonly HeatSample[], drive: readonly number[] | null = null): Stages | null {
  if (!enoughOf(load)) return null;
  const response = new Response(
    load.map(({ t }) => t),
    drive,
  );
  const { params, errors, errorOf, sd } = fitted(load, response);
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
