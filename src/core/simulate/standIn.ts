import type { RunKind, Sample } from '../instruments/run';
import { seededRandom } from '../random';
import { HEAT_CONDITIONS, heatMachine, heatMeter, type HeatCondition } from './heat';

/** What a stand-in can be, by the instrument that would be put on it. */
export const STAND_INS = {
  heat: HEAT_CONDITIONS,
  battery: ['sound', 'weak cell', 'worn', 'early cut-off'],
  rails: ['sound', 'sagging rail', 'unloaded'],
  speed: ['sound', 'slow port', 'slow drive', 'failing drive'],
  soak: ['sound', 'slows', 'lid closed', 'goes off'],
} as const satisfies Record<RunKind, readonly string[]>;

/** A machine that is not there, with an instrument on it. */
export interface StandIn {
  kind: RunKind;
  /** What ails it, for whoever may know. */
  condition: string;
  /** Seconds of the machine's time between two samples, and how many of them are a batch. */
  every: number;
  batch: number;
  /** What the instrument knows besides. */
  about: Record<string, string | number>;
  /** The next sample; null: it went off, or is through. */
  step: (loaded: boolean) => Sample | null;
}

const gauss = (random: () => number) =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
const between = (random: () => number, low: number, high: number) => low + (high - low) * random();

function batteryStandIn(condition: string, random: () => number): Omit<StandIn, 'kind' | 'condition'> {
  const design = between(random, 45, 60);
  const health = condition === 'worn' ? between(random, 0.35, 0.5) : between(random, 0.78, 0.9);
  const full = design * health;
  const watts = between(random, 9, 14);
  // a weak cell gives way somewhere in the middle: what the gauge still shows is gone in minutes
  const breaksAt = condition === 'weak cell' ? between(random, 35, 45) : -1;
  const offAt = condition === 'early cut-off' ? between(random, 15, 25) : 3;
  let percent = 100;
  let t = -10;
  return {
    every: 10,
    batch: 6,
    about: { health: Math.round(health * 1000) / 1000 },
    step: () => {
      if (percent <= offAt) return null;
      t += 10;
      const drawn = watts + 0.5 * gauss(random);
      const rate = percent < breaksAt ? 8 : 1;
      const sample: Sample = {
        t,
        percent: Math.round(percent),
        wh: Math.round(full * percent) / 100,
        volts: Math.round((10.2 + 2.2 * (percent / 100) - (percent < breaksAt ? 0.8 : 0)) * 100) / 100,
        watts: Math.round(drawn * 100) / 100,
      };
      percent -= ((rate * drawn) / full) * 100 * (10 / 3600);
      return sample;
    },
  };
}

function railsStandIn(condition: string, random: () => number): Omit<StandIn, 'kind' | 'condition'> {
  const rails = { '+3.3V': 3.3, '+5V': 5, '+12V': 12, '-12V': -12 };
  const off = Object.fromEntries(Object.keys(rails).map((id) => [id, between(random, -0.012, 0.012)]));
  let t = -1;
  return {
    every: 1,
    batch: 4,
    about: {},
    step: () => {
      t++;
      if (t >= 24) return null;
      // the meter is on first, the load comes after
      const loaded = condition !== 'unloaded' && t >= 8;
      const wander = loaded ? 0.002 : 0.03;
      const read = Object.entries(rails).map(([id, volts]): [string, number] => {
        const sag = condition === 'sagging rail' && loaded && id === '+12V' ? -0.075 : 0;
        return [id, Math.round(volts * (1 + off[id] + sag + wander * gauss(random)) * 1000) / 1000];
      });
      return { t, loaded: Number(loaded), ...Object.fromEntries(read) };
    },
  };
}

function speedStandIn(condition: string, random: () => number): Omit<StandIn, 'kind' | 'condition'> {
  const disk = condition === 'slow drive' || condition === 'failing drive';
  const outer = disk
    ? between(random, 95, 125)
    : condition === 'slow port'
      ? between(random, 255, 275)
      : between(random, 505, 545);
  let n = -1;
  let t = 0;
  return {
    every: 2,
    batch: 4,
    about: { interface: disk ? 'disk' : 'sata3' },
    step: () => {
      n++;
      if (n >= 24) return null;
      t += 2;
      // a disk reads slower towards its middle; a failing one stalls
      const place = disk ? 1 - 0.45 * (n / 24) : 1;
      const slow = condition === 'slow drive' ? 0.14 : 1;
      const stalls = condition === 'failing drive' && random() < 0.25 ? 0.05 : 1;
      const read = outer * place * slow * stalls * (1 + 0.02 * gauss(random));
      return {
        t,
        read: Math.round(Math.max(0.5, read) * 10) / 10,
        small:
          Math.round(Math.max(0.1, disk ? 0.6 * stalls + 0.1 * random() : 24 + 2 * gauss(random)) * 100) /
          100,
      };
    },
  };
}

function soakStandIn(condition: string, random: () => number): Omit<StandIn, 'kind' | 'condition'> {
  const rate = between(random, 300, 900);
  let t = -2;
  return {
    every: 2,
    batch: 15,
    about: {},
    step: () => {
      t += 2;
      if (t > 65 * 60 || (condition === 'goes off' && t > 14 * 60)) return null;
      // somebody shuts the lid for ten minutes
      if (condition === 'lid closed' && t === 20 * 60) t += 600;
      const slow = condition === 'slows' && t > 6 * 60 ? 0.7 : 1;
      return { t, rate: Math.round(rate * slow * (1 + 0.01 * gauss(random))) };
    },
  };
}

/** A stand-in of a kind and a condition, from a seed: the same again gives the same. @throws RangeError when there is none */
export function standInOf(kind: RunKind, condition: string, seed: number, watts = 45): StandIn {
  if (!(STAND_INS[kind] as readonly string[]).includes(condition))
    throw new RangeError(`stand-in: ${kind} has no "${condition}"; it has ${STAND_INS[kind].join(', ')}`);
  const random = seededRandom(seed);
  if (kind === 'heat') {
    const machine = heatMachine(condition as HeatCondition, watts, random);
    const meter = heatMeter(machine, random);
    return {
      kind,
      condition,
      every: 1,
      batch: 5,
      about: { limit: machine.limit },
      step: (loaded) => meter(loaded) as unknown as Sample,
    };
  }
  const made = { battery: batteryStandIn, rails: railsStandIn, speed: speedStandIn, soak: soakStandIn }[kind](
    condition,
    random,
  );
  return { kind, condition, ...made };
}

/** A condition nobody is told, from a seed. */
export function hiddenCondition(kind: RunKind, seed: number): string {
  const random = seededRandom(seed ^ 0x5bd1e995);
  const list: readonly string[] = STAND_INS[kind];
  return list[Math.floor(random() * list.length)];
}
