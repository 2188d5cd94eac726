/** One moment of a discharge. */
export interface BatterySample {
  /** Seconds. */
  t: number;
  /** What its gauge shows, 0..100. */
  percent: number;
  wh?: number;
  volts?: number;
  watts?: number;
  /** Where it shows charge and current instead: ampere-hours left, amperes drawn. */
  ah?: number;
  amps?: number;
  /** Which pack, in a machine with more than one. */
  pack?: string;
}

export interface BatteryReading {
  minutes: number;
  /** Points the gauge fell. */
  fell: number;
  /** Mean draw, watts; null: not read. */
  watts: number | null;
  /** Watt-hours it gave, by draw and time; null without draw. */
  gaveWh: number | null;
  /** Where it gave way: from what the gauge showed, and how many minutes that fall lasted. */
  drop: { from: number; minutes: number } | null;
  /** Where the gauge jumped while the battery went on as before: from, to. */
  jumps: { from: number; to: number }[];
  /** It went off with this much on the gauge; null: it did not, or was not run down. */
  cutOff: number | null;
  /** Minutes from full at this draw, extrapolated where it was not run down; null: too little seen. */
  fullMinutes: number | null;
  /** Watt-hours when full by what it gave, where it was run far enough down; null: not known. */
  fullWh: number | null;
}

/** What a run of a battery is judged by. */
export interface BatteryRules {
  /** A fall of so many points in so few minutes, at so many times the rate before, is a sudden drop. */
  drop: { points: number; minutes: number; times: number };
  /** A change of so many points within so many seconds is a jump of the gauge, unless it gives way at once. */
  jump: { points: number; seconds: number };
  /** Minutes, or points, it has to go on as before for a fall to have been the gauge's. */
  goesOn: { minutes: number; points: number };
  /** Off with more than this on the gauge is an early cut-off. */
  early: number;
  /** Fewer points fallen than this say nothing of a whole charge; from so many on what it gave says what it holds. */
  leastFall: number;
  wholeFall: number;
  /** Health from which a pack that behaves is good, and under which it is weak. */
  good: number;
  weak: number;
  /** From full in less than this, minutes, is fast. */
  fastMinutes: number;
}

/** Watts by what was read: themselves, or volts and amperes. */
const wattsOf = ({ watts, volts, amps }: BatterySample): number | undefined =>
  watts ?? (volts !== undefined && amps !== undefined ? Math.abs(volts * amps) : undefined);

/** Samples in order, packs that were read at the same moment as one: energies add, percentages by what each holds. */
function asOne(samples: readonly BatterySample[]): BatterySample[] {
  const real = samples.filter(({ t, percent }) => Number.isFinite(t) && percent >= 0 && percent <= 100);
  const moments = new Map<number, BatterySample[]>();
  for (const own of real) moments.set(own.t, [...(moments.get(own.t) ?? []), own]);
  const groups = [...moments.values()];
  const names = new Set(real.map(({ pack }) => pack ?? ''));
  const many = names.size > 1 || groups.filter((own) => own.length > 1).length > groups.length / 2;
  // what a pack holds when full, by the first moment it shows energy
  const fullOf = (n: number) => {
    const own = groups.map((group) => group[n]).find((each) => each?.wh && each.percent > 20);
    return own ? (own.wh! * 100) / own.percent : null;
  };
  const fulls = many ? [fullOf(0), fullOf(1)] : [];
  const kept: BatterySample[] = [];
  for (const group of groups) {
    const [first] = group;
    if (kept.length && first.t <= kept[kept.length - 1].t) continue;
    if (!many || group.length === 1) {
      if (!many) kept.push({ ...first, watts: wattsOf(first) });
      continue;
    }
    const weights = group.map((_, n) => fulls[n] ?? 1);
    const all = weights.reduce((sum, own) => sum + own, 0);
    const watts = group.map(wattsOf);
    const energy = group.map(({ wh }) => wh);
    kept.push({
      t: first.t,
      percent: group.reduce((sum, own, n) => sum + (weights[n] / all) * own.percent, 0),
      ...(watts.every((own) => own !== undefined) && {
        watts: watts.reduce<number>((sum, own) => sum + own!, 0),
      }),
      ...(energy.every((own) => own !== undefined) && {
        wh: energy.reduce<number>((sum, own) => sum + own!, 0),
      }),
    });
  }
  return kept;
}

/**
 * What a discharge run says. Energy counts where it was read: volts and amperes are watts. @param ended it went off by
 * itself at the end of the samples
 * @returns null when there are not two samples in order
 */
export function readDischarge(
  samples: readonly BatterySample[],
  ended: boolean,
  rules: BatteryRules,
): BatteryReading | null {
  const kept = asOne(samples);
  if (kept.length < 2) return null;
  const [first, last] = [kept[0], kept[kept.length - 1]];
  const minutes = (last.t - first.t) / 60;
  const jumps = jumpsOf(kept, ended, rules);
  // what the gauge lost or won by itself is no charge that was given
  const jumped = jumps.reduce((sum, { from, to }) => sum + from - to, 0);
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
  // it goes off with as much shown as the gauge jumped up by
  const off = ended ? last.percent + Math.min(0, jumped) : 0;
  const drop = suddenDrop(kept, ended && off >= rules.drop.points, rules);
  const given = Math.max(1, ended ? first.percent : fell - jumped);
  return {
    minutes,
    fell,
    watts,
    gaveWh: watts === null ? null : energy,
    drop,
    jumps,
    cutOff: off > rules.early + (jumps.length ? rules.goesOn.points : 0) ? last.percent : null,
    // what it does after a drop is not what it does at the rate before
    fullMinutes: fell >= rules.leastFall ? (minutes * 100) / given : null,
    fullWh: watts !== null && given >= rules.wholeFall ? (energy * 100) / given : null,
  };
}

const rateBetween = (a: BatterySample, b: BatterySample) =>
  ((a.percent - b.percent) * 60) / Math.max(1, b.t - a.t);

/** Where the gauge changed all at once and the battery then went on as it had. */
function jumpsOf(
  samples: readonly BatterySample[],
  ended: boolean,
  { jump, goesOn, drop }: BatteryRules,
): BatteryReading['jumps'] {
  const jumps: BatteryReading['jumps'] = [];
  for (let i = 1; i < samples.length; i++) {
    const [was, is] = [samples[i - 1], samples[i]];
    const change = was.percent - is.percent;
    const usual = usualRate(samples);
    const late = Math.max(0, is.t - was.t - jump.seconds) / 60;
    if (Math.abs(change) - usual * late < jump.points) continue;
    const rest = samples.slice(i);
    const after = rest[rest.length - 1];
    const went = (after.t - is.t) / 60;
    const far = is.percent - after.percent;
    // an upward one is the gauge's whatever follows
    const on = went >= goesOn.minutes || far >= goesOn.points || !ended;
    if (change < 0 || (on && rateBetween(is, after) < drop.times * Math.max(usual, 0.2)))
      jumps.push({ from: was.percent, to: is.percent });
  }
  return jumps;
}

const rates = new WeakMap<readonly BatterySample[], number>();
/** Points a minute it usually falls: the middle over stretches of some points each. */
function usualRate(samples: readonly BatterySample[]): number {
  const known = rates.get(samples);
  if (known !== undefined) return known;
  const stretches: number[] = [];
  let from = samples[0];
  for (const own of samples)
    if (own.t - from.t >= 240) {
      stretches.push(rateBetween(from, own));
      from = own;
    }
  const sorted = stretches.sort((a, b) => a - b);
  const rate = sorted.length
    ? Math.max(0, sorted[(sorted.length - 1) >> 1])
    : Math.max(0, rateBetween(samples[0], samples[samples.length - 1]));
  rates.set(samples, rate);
  return rate;
}

/** A fall far faster than before that ends with the battery: what goes on as before was the gauge. */
function suddenDrop(
  samples: readonly BatterySample[],
  ended: boolean,
  { drop, goesOn, early }: BatteryRules,
): BatteryReading['drop'] {
  const last = samples[samples.length - 1];
  for (let i = 1; i < samples.length; i++) {
    const before = (samples[i].t - samples[0].t) / 60;
    if (before < 5) continue;
    const slow = Math.max((samples[0].percent - samples[i].percent) / before, 0.2);
    const fast = (from: BatterySample, to: BatterySample) => rateBetween(from, to) >= drop.times * slow;
    // the first moment within ten minutes at which that many points are gone
    const at = samples.findIndex(
      (own, n) =>
        n > i &&
        own.t - samples[i].t <= drop.minutes * 60 &&
        samples[i].percent - own.percent >= drop.points &&
        fast(samples[i], own),
    );
    if (at > 0) {
      // as long as it goes on falling so
      let end = at;
      for (;;) {
        const next = samples.findIndex(
          (own, n) => n > end && own.t - samples[end].t <= 120 && samples[end].percent - own.percent >= 3,
        );
        if (next < 0 || !fast(samples[end], samples[next])) break;
        end = next;
      }
      // from where it left the pace it had, not from ten minutes before
      const begin = samples.findLastIndex(
        (own, n) =>
          n >= i && n < at && own.percent >= samples[i].percent - 1 - (slow * (own.t - samples[i].t)) / 60,
      );
      const rest = samples[end];
      const wentOn =
        rest.percent > early &&
        ((last.t - rest.t) / 60 >= goesOn.minutes || rest.percent - last.percent >= goesOn.points);
      if (wentOn && !fast(rest, last)) {
        i = end;
        continue;
      }
      const from = samples[Math.max(i, begin)];
      return { from: from.percent, minutes: (rest.t - from.t) / 60 };
    }
    // off from high up, all at once
    if (ended && i === samples.length - 1 && samples[i].percent >= drop.points)
      return { from: samples[i].percent, minutes: 0 };
  }
  return null;
}
