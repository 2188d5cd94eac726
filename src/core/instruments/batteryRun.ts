/** One moment of a discharge. */
export interface BatterySample {
  /** Seconds. */
  t: number;
  /** What its gauge shows, 0..100. */
  percent: number;
  wh?: number;
  volts?: number;
  watts?: number;
}

export interface BatteryReading {
  minutes: number;
  /** Points the gauge fell. */
  fell: number;
  /** Mean draw, watts; null: not read. */
  watts: number | null;
  /** Watt-hours it gave, by draw and time; null without draw. */
  gaveWh: number | null;
  /** Where it fell far faster than it had: from what the gauge showed, and in how many minutes it was done. */
  drop: { from: number; minutes: number } | null;
  /** It went off with this much on the gauge; null: it did not, or was not run down. */
  cutOff: number | null;
  /** Minutes from full at this draw, extrapolated where it was not run down; null: too little seen. */
  fullMinutes: number | null;
}

/** What a run of a battery is judged by. */
export interface BatteryRules {
  /** A fall of so many points in so few minutes, at so many times the rate before, is a sudden drop. */
  drop: { points: number; minutes: number; times: number };
  /** Off with more than this on the gauge is an early cut-off. */
  early: number;
  /** Fewer points fallen than this say nothing of a whole charge. */
  leastFall: number;
  /** Health from which a pack that behaves is good, and under which it is weak. */
  good: number;
  weak: number;
  /** From full in less than this, minutes, is fast. */
  fastMinutes: number;
}

/**
 * What a discharge run says. @param ended it went off by itself at the end of the samples
 * @returns null when there are not two samples in order
 */
export function readDischarge(
  samples: readonly BatterySample[],
  ended: boolean,
  rules: BatteryRules,
): BatteryReading | null {
  const kept = samples.filter(
    (own, i) =>
      Number.isFinite(own.t) &&
      own.percent >= 0 &&
      own.percent <= 100 &&
      (i === 0 || own.t > samples[i - 1].t),
  );
  if (kept.length < 2) return null;
  const [first, last] = [kept[0], kept[kept.length - 1]];
  const minutes = (last.t - first.t) / 60;
  const fell = first.percent - last.percent;
  let energy = 0;
  let timed = 0;
  for (let i = 1; i < kept.length; i++) {
    const [a, b] = [kept[i - 1].watts, kept[i].watts];
    if (a === undefined || b === undefined) continue;
    energy += ((a + b) / 2) * ((kept[i].t - kept[i - 1].t) / 3600);
    timed += (kept[i].t - kept[i - 1].t) / 3600;
  }
  const watts = timed > 0 ? energy / timed : null;
  const drop = suddenDrop(kept, ended, rules.drop);
  return {
    minutes,
    fell,
    watts,
    gaveWh: watts === null ? null : energy,
    drop,
    cutOff: ended && last.percent > rules.early ? last.percent : null,
    // what it does after a drop is not what it does at the rate before
    fullMinutes:
      fell >= rules.leastFall ? (ended ? (minutes * 100) / first.percent : (minutes * 100) / fell) : null,
  };
}

function suddenDrop(
  samples: readonly BatterySample[],
  ended: boolean,
  drop: BatteryRules['drop'],
): BatteryReading['drop'] {
  for (let i = 1; i < samples.length; i++) {
    const before = (samples[i].t - samples[0].t) / 60;
    const slow = before > 0 ? (samples[0].percent - samples[i].percent) / before : 0;
    // the first moment within ten minutes at which that many points are gone
    const at = samples.findIndex(
      (own, n) =>
        n > i &&
        own.t - samples[i].t <= drop.minutes * 60 &&
        samples[i].percent - own.percent >= drop.points &&
        before >= 5 &&
        (samples[i].percent - own.percent) / ((own.t - samples[i].t) / 60) >=
          drop.times * Math.max(slow, 0.2),
    );
    const last = samples[samples.length - 1];
    if (at > 0) return { from: samples[i].percent, minutes: (last.t - samples[i].t) / 60 };
    // off from high up, all at once
    if (ended && i === samples.length - 1 && samples[i].percent >= drop.points && before >= 5)
      return { from: samples[i].percent, minutes: 0 };
  }
  return null;
}

export type BatteryBehaviour = 'good' | 'fair' | 'weak' | 'unknown';

/** How a battery is graded: by what it does, and by its gauge only as long as that was not seen. @param health 0..1 */
export function behaviourOf(
  health: number | null,
  run: BatteryReading | null,
  { good, weak }: BatteryRules,
): BatteryBehaviour {
  if (run && (run.drop || run.cutOff !== null)) return 'weak';
  if (health === null) return run ? 'fair' : 'unknown';
  if (health < weak) return 'weak';
  return health >= good && run ? 'good' : 'fair';
}

/** Watt-hours of a pack by its plate. @param milliampHours as printed */
export const wattHours = (milliampHours: number, volts: number): number => (milliampHours * volts) / 1000;

/** Minutes of a use. @param wh what it holds now @param watts the use draws, above 0 */
export const runMinutes = (wh: number, watts: number): number => (wh / watts) * 60;

/** Keep it, keep it and tell, or replace it: what each leaves, best first. */
export function batteryChoice(
  priceWith: { kept: number; replaced: number },
  packMinor: number,
  handsMinor: number,
  keep: number,
): { choice: 'tell' | 'replace'; gainMinor: number; mostMinor: number } {
  const gain = Math.round((priceWith.replaced - priceWith.kept) * keep - packMinor - handsMinor);
  return {
    choice: gain > 0 ? 'replace' : 'tell',
    gainMinor: gain,
    mostMinor: Math.max(0, Math.round((priceWith.replaced - priceWith.kept) * keep - handsMinor)),
  };
}
