import type { CleanAct } from './state';

/** One entry of a cleaning, and when it was made, ms. */
export interface TimedClean {
  at: number;
  act: CleanAct;
}

/** Hands that noted nothing for longer were elsewhere, or it dried meanwhile, ms. */
const AWAY_MS = 20 * 60_000;

/**
 * Minutes hands were at each place of one machine: the time up to a step done since the entry before it, shared evenly
 * over the places it was done to.
 */
export function zoneMinutes(entries: readonly TimedClean[]): Map<string, number> {
  const sums = new Map<string, number>();
  let last: number | null = null;
  for (const { at, act } of entries) {
    // a step writes that it was done and what it finished: one moment
    if (act.op === 'cleaned') continue;
    const spent = last === null ? 0 : at - last;
    if (act.op === 'done' && act.zones.length && spent > 0 && spent <= AWAY_MS)
      for (const zone of act.zones) sums.set(zone, (sums.get(zone) ?? 0) + spent / 60_000 / act.zones.length);
    last = at;
  }
  return sums;
}

/** The middle of what several machines took, place by place, the longest first. */
export function usualZoneMinutes(
  each: readonly ReadonlyMap<string, number>[],
): { zone: string; minutes: number; machines: number }[] {
  const zones = [...new Set(each.flatMap((own) => [...own.keys()]))];
  return zones
    .map((zone) => {
      const own = each.flatMap((sums) => sums.get(zone) ?? []).sort((a, b) => a - b);
      return { zone, minutes: own[(own.length - 1) >> 1], machines: own.length };
    })
    .sort((a, b) => b.minutes - a.minutes);
}
