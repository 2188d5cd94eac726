import type { HeatSample } from '../instruments/heat/run';

/** What ails a simulated machine. */
export const HEAT_CONDITIONS = [
  'sound',
  'paste',
  'blocked sink',
  'weak fan',
  'fan stalled',
  'fan control',
  'sensor lost',
] as const;
export type HeatCondition = (typeof HEAT_CONDITIONS)[number];

export interface HeatMachine {
  condition: HeatCondition;
  watts: number;
  room: number;
  /** Kelvin a watt, chip to sink and sink to air with the fan as it runs under load. */
  chip: number;
  sink: number;
  chipTau: number;
  sinkTau: number;
  limit: number;
}

const between = (random: () => number, low: number, high: number) => low + (high - low) * random();
const gauss = (random: () => number) =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A machine of a condition, with its own numbers. A small chip of 15 W has a smaller cooler. */
export function heatMachine(condition: HeatCondition, watts: number, random: () => number): HeatMachine {
  // resistances go with the cooler the watts were built for
  const built = 45 / watts;
  const chip = between(random, 0.16, 0.3) * built;
  const sink = between(random, 0.34, 0.55) * built;
  return {
    condition,
    watts,
    room: between(random, 18, 26),
    chip: condition === 'paste' ? between(random, 0.65, 1.1) * built : chip,
    sink:
      condition === 'blocked sink'
        ? between(random, 1.1, 1.7) * built
        : condition === 'weak fan'
          ? between(random, 1.0, 1.4) * built
          : condition === 'fan stalled'
            ? between(random, 1.5, 2.4) * built
            : condition === 'fan control'
              ? between(random, 1.1, 1.6) * built
              : sink,
    chipTau: between(random, 2, 7),
    sinkTau: between(random, 90, 260),
    limit: 100,
  };
}

/** Revolutions a minute by temperature, as a board that follows it sets them. */
const follows = (temp: number) => 1_100 + Math.max(0, Math.min(1, (temp - 45) / 40)) * 2_900;

/**
 * The machine with a sensor on it, a second a step: whole degrees, noise, a room that drifts, throttled at its limit.
 * @param noise kelvin, standard deviation before rounding @param drift kelvin a second
 */
export function heatMeter(
  machine: HeatMachine,
  random: () => number,
  { noise = 1, drift = 0, whole = true } = {},
): (loaded: boolean) => HeatSample {
  const { watts, chip, sink, chipTau, sinkTau, limit, condition } = machine;
  const rest = watts * 0.12;
  // how far chip and sink are over what lies under them
  let overSink = rest * chip;
  let overAir = rest * sink;
  let power = rest;
  let t = -1;
  let under = 0;
  return (loaded) => {
    t++;
    const truth = machine.room + drift * t + overSink + overAir;
    const throttled = loaded && truth >= limit - 0.5;
    power = !loaded
      ? rest
      : throttled
        ? Math.max(rest, power * 0.97)
        : Math.min(watts, power * 1.02 || watts);
    if (loaded && !throttled && under < 2) power = watts;
    under = loaded ? under + 1 : 0;
    const lost = condition === 'sensor lost';
    const seen = (lost ? 30 : truth) + noise * gauss(random);
    const sample: HeatSample = {
      t,
      temp: whole ? Math.round(seen) : seen,
      fan: Math.round(
        condition === 'fan stalled'
          ? 0
          : lost
            ? 4_050 + 30 * gauss(random)
            : condition === 'fan control'
              ? 1_150 + 25 * gauss(random)
              : follows(truth) * (condition === 'weak fan' ? 0.6 : 1) + 25 * gauss(random),
      ),
      power: power + 0.01 * watts * gauss(random),
      clock: throttled ? 1_900 : 3_100,
      load: loaded ? 1 : 0,
    };
    overSink += (power * chip - overSink) * (1 - Math.exp(-1 / chipTau));
    overAir += (power * sink - overAir) * (1 - Math.exp(-1 / sinkTau));
    return sample;
  };
}

/** A run of it: rest, then load, a sample a second. @param idleSeconds, loadSeconds at least 1 @param drift kelvin over the run */
export function heatRunOf(
  machine: HeatMachine,
  random: () => number,
  { idleSeconds = 60, loadSeconds = 540, noise = 1, drift = 1, whole = true } = {},
): HeatSample[] {
  const total = idleSeconds + loadSeconds;
  const meter = heatMeter(machine, random, { noise, drift: drift / total, whole });
  return Array.from({ length: total }, (_, t) => meter(t >= idleSeconds));
}
