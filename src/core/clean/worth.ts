import type { Chassis } from '../catalogue';
import { ALL_SHUT, type Lying } from '../minutes/opening';
import { choose, type Dirty } from './choose';
import type { CleanState, ZoneState } from './state';
import { dirtyZones, soilsOf } from './ways';
import type { CleanTables, Schools, Zone } from './zones';

export interface CleaningWorth {
  /** Zones worth their minutes, and those that are not. */
  clean: string[];
  leave: string[];
  /** Zones with something on them that stays for good. */
  stays: string[];
  /** Of those cleaned the ones that have to be, whatever it costs: dirt that ruins it when it is powered. */
  must: string[];
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

/** Dirt on a zone that ruins the machine when it is powered, in words; null: none does. @param soils as they lie */
export const ruinOn = (zone: Zone, soils: ZoneState['soils'], tables: CleanTables): string | null =>
  tables.ruins.find(({ soil, from, inside }) => (soils[soil] ?? 0) >= from && (!inside || !zone.shows))
    ?.words ?? null;

/**
 * What is worth cleaning, each zone at the depth that costs least with the others; what would ruin it is cleaned whatever
 * that costs, unless the house powers first. Exact while shares add up.
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
  const dirty = dirtyZones(tables, chassis, state, schools).map((own): Dirty => ({
    ...own,
    worth: shareLeft(own.zone, state[own.zone.id], tables) * priceMinor * keep,
    must: schools.first === 'by soil' && ruinOn(own.zone, own.soils, tables) !== null,
  }));
  const cost = { perMinute, perMinor: 1 };
  const best = choose(dirty, tables, chassis, lying, cost);
  const all = choose(
    dirty.map((own) => ({ ...own, must: true })),
    tables,
    chassis,
    lying,
    cost,
  );
  const share = (of: readonly Zone[]) =>
    of.reduce((sum, zone) => sum + shareLeft(zone, state[zone.id], tables), 0);
  const soiled = zones.filter(({ id }) => state[id] && soilsOf(state[id]).length > 0);
  const left = soiled.filter(({ id }) => !best.ways.has(id));
  const stays = zones.filter(({ id, shows }) => shows && state[id]?.stays).map(({ id }) => id);
  const staying = stays.length * tables.staysShare;
  const capped = (value: number) => Math.min(tables.mostShare, value);
  return {
    clean: [...best.ways.keys()],
    leave: left.map(({ id }) => id),
    stays,
    must: dirty.flatMap(({ zone, must }) => (must && best.ways.has(zone.id) ? zone.id : [])),
    minutes: best.minutes + best.opening,
    unseenMinutes: zones.reduce((total, zone) => total + (state[zone.id] ? 0 : zone.usualMinutes), 0),
    lossShare: capped(staying + share(left)),
    dirtyShare: capped(staying + share(soiled)),
    gainMinor: Math.round(best.gain),
    allMinutes: all.minutes + all.opening,
    allGainMinor: Math.round(all.gain),
  };
}

/** Minutes that cleaning takes of what finishing a machine takes, when nobody has looked at it. */
export const usualCleaning = (tables: CleanTables, chassis: Chassis): number =>
  tables.zones[chassis].reduce((sum, { usualMinutes }) => sum + usualMinutes, 0);

/**
 * Is it cleaned? Somebody looked at every place a buyer sees, at least one was cleaned, and nothing is left on it that is
 * worth its minutes.
 */
export const cleanedByZones = (
  tables: CleanTables,
  chassis: Chassis,
  state: CleanState,
  { clean }: Pick<CleaningWorth, 'clean'>,
): boolean =>
  clean.length === 0 &&
  Object.values(state).some(({ cleaned }) => cleaned) &&
  tables.zones[chassis].every(
    ({ id, shows, extra, depth, shallow, material }) =>
      !shows || extra || material === 'air' || (depth !== 'outside' && !shallow) || state[id] !== undefined,
  );
