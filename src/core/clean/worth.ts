import type { Chassis } from '../catalogue';
import { ALL_SHUT, type Lying } from '../minutes/opening';
import { cleaningPlan, openMinutesOf } from './plan';
import type { CleanState, ZoneState } from './state';
import { DEPTHS, type CleanTables, type Depth, type Schools, type Zone } from './zones';

export interface CleaningWorth {
  /** Zones worth their minutes, and those that are not. */
  clean: string[];
  leave: string[];
  /** Minutes of what is worth it, stripping and putting back counted. */
  minutes: number;
  /** Minutes of cleaning a machine like it usually takes, of the zones nobody has looked at. */
  unseenMinutes: number;
  /** Share of the price that what is left, and what stays, costs; and what all of it costs now. */
  lossShare: number;
  dirtyShare: number;
  /** What cleaning those wins, less hands and agents, minor units. */
  gainMinor: number;
  /** The same of cleaning all of it. */
  allMinutes: number;
  allGainMinor: number;
}

/** Share of the price lost while a zone is as it is. */
function shareLeft(zone: Zone, state: ZoneState, tables: CleanTables): number {
  const degree = Math.max(0, ...Object.values(state.soils));
  if (degree === 0) return 0;
  const kind = zone.material === 'air' ? 'smell' : zone.shows ? 'shows' : 'hidden';
  return tables.left[kind][degree - 1];
}

/** Every way to strip it: the depths behind the case, each or not, and not at all. */
function waysToStrip(): Depth[][] {
  const deep = DEPTHS.filter((depth) => depth !== 'outside' && depth !== 'case');
  const inside = Array.from({ length: 2 ** deep.length }, (_, n): Depth[] => [
    'outside',
    'case',
    ...deep.filter((_, i) => n & (1 << i)),
  ]);
  return [['outside'], ...inside];
}

/**
 * What is worth cleaning: stripping is paid once for all that lies so deep, so each way of stripping is tried and the
 * best kept. Exact while shares add up.
 * @param priceMinor what it fetches clean @param keep share of a price that stays after selling
 * @param perMinute what an attended minute costs, minor units @param lying how it lies open now
 */
export function cleaningWorth(
  tables: CleanTables,
  chassis: Chassis,
  state: CleanState,
  schools: Schools,
  { priceMinor, keep, perMinute }: { priceMinor: number; keep: number; perMinute: number },
  lying: Lying = ALL_SHUT,
): CleaningWorth {
  const zones = tables.zones[chassis];
  const dirty = zones
    .filter(({ id }) => state[id] && Object.keys(state[id].soils).length > 0)
    .map((zone) => {
      // what is out first is out with the first zone that wants it; it is small, and counted to each
      const plan = cleaningPlan(tables, chassis, state, schools, new Set([zone.id]), lying);
      const share = shareLeft(zone, state[zone.id], tables);
      const gain = share * priceMinor * keep - plan.stepMinutes * perMinute - plan.costMinor;
      // what nobody has a way with is not cleaned
      return { zone, minutes: plan.stepMinutes, gain, share, can: plan.steps.length > 0 };
    });
  const open = (depths: readonly Depth[]) => openMinutesOf(depths, tables.opening[chassis], lying);
  const worthOf = (ways: readonly Depth[]) => {
    const picked = dirty.filter(({ zone, gain, can }) => can && gain > 0 && ways.includes(zone.depth));
    const used = picked.map(({ zone }) => zone.depth);
    const gain = picked.reduce((sum, own) => sum + own.gain, 0) - open(used) * perMinute;
    return { picked, used, gain };
  };
  const best = waysToStrip()
    .map(worthOf)
    .reduce((most, own) => (own.gain > most.gain + 1e-9 ? own : most), worthOf([]));
  const taken = new Set(best.picked.map(({ zone }) => zone.id));
  const staying = zones
    .filter(({ id, shows }) => shows && state[id]?.stays)
    .reduce((sum) => sum + tables.staysShare, 0);
  const capped = (share: number) => Math.min(tables.mostShare, share);
  const able = dirty.filter(({ can }) => can);
  const allOpen = open(able.map(({ zone }) => zone.depth));
  const sum = (of: typeof dirty, value: (own: (typeof dirty)[number]) => number) =>
    of.reduce((total, own) => total + value(own), 0);
  return {
    clean: [...taken],
    leave: dirty.filter(({ zone }) => !taken.has(zone.id)).map(({ zone }) => zone.id),
    minutes: sum(best.picked, ({ minutes }) => minutes) + open(best.used),
    unseenMinutes: zones.reduce((total, zone) => total + (state[zone.id] ? 0 : zone.usualMinutes), 0),
    lossShare: capped(
      staying +
        sum(
          dirty.filter(({ zone }) => !taken.has(zone.id)),
          ({ share }) => share,
        ),
    ),
    dirtyShare: capped(staying + sum(dirty, ({ share }) => share)),
    gainMinor: Math.round(best.gain),
    allMinutes: sum(able, ({ minutes }) => minutes) + allOpen,
    allGainMinor: Math.round(sum(able, ({ gain }) => gain) - allOpen * perMinute),
  };
}

/** Minutes that cleaning takes of what finishing a machine takes, when nobody has looked at it. */
export const usualCleaning = (tables: CleanTables, chassis: Chassis): number =>
  tables.zones[chassis].reduce((sum, { usualMinutes }) => sum + usualMinutes, 0);
