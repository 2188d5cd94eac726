/** One moment of a heat run. Celsius, revolutions a minute, watts, megahertz, share of full load. */
export interface HeatSample {
  /** Seconds from the start of the run. */
  t: number;
  temp: number;
  fan?: number;
  power?: number;
  clock?: number;
  load?: number;
}

/** Where a run goes from rest to load, and what of it a fit may use. */
export interface HeatParts {
  /** Rest before the load; may be empty. */
  idle: HeatSample[];
  /** From the load on, seconds counted from it, until the chip held itself back. */
  load: HeatSample[];
  /** When the load began, seconds of the run. */
  loadAt: number;
  /** It held itself back (limit reached, clock fell) so many seconds after the load began; null: it did not. */
  heldBack: number | null;
}

/** What tells rest, load, a chip that holds itself back, and a sensor that shows no temperature. */
export interface RunSigns {
  /** Rest is reached when the slope is under so many kelvin a minute for so many minutes. */
  rest: { slope: number; minutes: number };
  /** A rise of so many kelvin in so many seconds is a load that began. */
  jump: { kelvin: number; seconds: number };
  /**
   * The chip holds itself back when its clock falls under this share of what it had while it is this near its limit,
   * kelvin, or this hot where the limit is not known, Celsius. A clock that falls while it is cool is a budget of watts.
   */
  clockHeld: number;
  heldNear: number;
  heldHot: number;
  /** What no chip in a room shows, Celsius: colder or hotter is what a sensor reads that is lost. */
  shows: readonly [number, number];
}

/** Samples in the order of time, each moment once: a clock that jumps back or stands is told. */
export function ordered(samples: readonly HeatSample[]): { samples: HeatSample[]; jumped: boolean } {
  const kept: HeatSample[] = [];
  let jumped = false;
  for (const sample of samples) {
    const last = kept[kept.length - 1];
    if (last && sample.t <= last.t) jumped = true;
    else kept.push(sample);
  }
  return { samples: kept, jumped };
}

/** Share of full load, whether it was written as a share or in per cent. */
export function loadShares(samples: readonly HeatSample[]): HeatSample[] {
  const most = samples.reduce((top, { load }) => Math.max(top, load ?? 0), 0);
  return most > 1.5
    ? samples.map((own) => (own.load === undefined ? own : { ...own, load: own.load / 100 }))
    : [...samples];
}

/**
 * The samples that show a temperature, and whether the sensor is lost: most of what it shows no chip in a room can
 * have, or it shows one figure all along, rest and load. A single such figure is a slip of the bus and is left out.
 */
export function shown(
  samples: readonly HeatSample[],
  { shows: [coldest, hottest], rest }: RunSigns,
): { samples: HeatSample[]; lost: boolean } {
  const real = samples.filter(({ temp }) => temp > coldest && temp < hottest);
  const frozen =
    samples.length > 1 &&
    samples[samples.length - 1].t - samples[0].t >= rest.minutes * 30 &&
    samples.every(({ temp }) => temp === samples[0].temp);
  return { samples: real, lost: samples.length > 0 && (frozen || real.length < samples.length / 2) };
}

const mean = (values: readonly number[]) => values.reduce((sum, own) => sum + own, 0) / values.length;

/** Slope by least squares, units a second. */
export function slopeOf(points: readonly { t: number; value: number }[]): number {
  const t = mean(points.map((own) => own.t));
  const value = mean(points.map((own) => own.value));
  const over = points.reduce((sum, own) => sum + (own.t - t) ** 2, 0);
  return over > 0 ? points.reduce((sum, own) => sum + (own.t - t) * (own.value - value), 0) / over : 0;
}

/** Has the machine come to rest, at the end of these? */
export function atRest(samples: readonly HeatSample[], { slope, minutes }: RunSigns['rest']): boolean {
  const end = samples[samples.length - 1]?.t ?? 0;
  const last = samples.filter(({ t }) => t >= end - minutes * 60);
  if (last.length < 20 || end - last[0].t < minutes * 60 * 0.9) return false;
  return Math.abs(slopeOf(last.map(({ t, temp }) => ({ t, value: temp }))) * 60) < slope;
}

/** When the load began: by what the samples say of load or power, else by the jump of the temperature. */
function loadFrom(samples: readonly HeatSample[], jump: RunSigns['jump']): number {
  if (samples.some(({ load }) => load !== undefined)) {
    const at = samples.findIndex(({ load }) => (load ?? 0) >= 0.5);
    return at < 0 ? samples.length : at;
  }
  const watts = samples.flatMap(({ power }) => (power === undefined ? [] : [power]));
  if (watts.length > samples.length / 2) {
    const low = Math.min(...watts);
    const high = Math.max(...watts);
    if (high > 2 * low + 2) return samples.findIndex(({ power }) => (power ?? 0) > (low + high) / 2);
  }
  for (let i = 0; i < samples.length; i++) {
    const ahead = samples.findIndex((own, n) => n > i && own.t >= samples[i].t + jump.seconds);
    if (ahead < 0 || samples[ahead].temp - samples[i].temp < jump.kelvin) continue;
    // the last moment that was still at rest
    const before = mean(samples.slice(Math.max(0, i - 9), i + 1).map(({ temp }) => temp));
    const last = samples.findLastIndex((own, n) => n >= i && n < ahead && own.temp <= before + 1);
    return Math.max(i, last);
  }
  return 0;
}

/**
 * A run in its parts. What comes after the chip held itself back is no answer to a constant load and is left out.
 * @param limit the sensor's own limit, Celsius; null: not known
 */
export function partsOf(samples: readonly HeatSample[], limit: number | null, signs: RunSigns): HeatParts {
  const from = loadFrom(samples, signs.jump);
  const start = samples[from]?.t ?? 0;
  const load = samples.slice(from).map((own) => ({ ...own, t: own.t - start }));
  const clocks = load.slice(2, 12).flatMap(({ clock }) => (clock === undefined ? [] : [clock]));
  const full = clocks.length ? Math.max(...clocks) : null;
  const near = limit === null ? signs.heldHot : limit - signs.heldNear;
  const held = load.findIndex(
    (own, n) =>
      n > 1 &&
      ((limit !== null && own.temp >= limit - 1) ||
        (full !== null && own.clock !== undefined && own.temp >= near && own.clock < full * signs.clockHeld)),
  );
  return {
    idle: samples.slice(0, from),
    loadAt: start,
    load: held < 0 ? load : load.slice(0, held),
    heldBack: held < 0 ? null : load[held].t,
  };
}
