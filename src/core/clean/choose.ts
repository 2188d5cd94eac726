import type { Chassis } from '../catalogue';
import { openingOf, type Lying, type Reach } from '../minutes/opening';
import { soilsOf, type Way } from './ways';
import {
  DEPTHS,
  type CleanTables,
  type Degree,
  type Depth,
  type OutFirst,
  type Soil,
  type Zone,
} from './zones';

/** How far hands reach in for a depth. */
export const REACH: Record<Depth, Reach> = {
  outside: {},
  above: {},
  case: { bench: { caseOpen: true } },
  fan: { strip: ['fan'] },
  keys: { strip: ['keys'] },
  board: { bench: { boardOut: true } },
};

/** A dirty zone, and what having it clean is worth. */
export interface Dirty {
  zone: Zone;
  soils: Partial<Record<Soil, Degree>>;
  /** At least one. */
  ways: readonly Way[];
  /** In the unit the costs are in. */
  worth: number;
  /** It is cleaned whatever it costs. */
  must: boolean;
}

/** Zones that are cleaned, each its way. */
export interface Chosen {
  ways: ReadonlyMap<string, Way>;
  depths: Depth[];
  out: readonly OutFirst[];
  /** Attended minutes: of the ways and what is out first; of opening and putting back. */
  minutes: number;
  opening: number;
  costMinor: number;
  /** What it is worth less what it costs. */
  gain: number;
}

const subsets = <T>(of: readonly T[]): T[][] =>
  Array.from({ length: 2 ** of.length }, (_, n) => of.filter((_each, i) => n & (1 << i)));

/** Every way to strip it: shut, or the case open with each of what lies behind it, or not. */
const STRIPS: readonly (readonly Depth[])[] = [
  ['outside', 'above'],
  ...subsets<Depth>(['fan', 'keys', 'board']).map((deep): Depth[] => ['outside', 'above', 'case', ...deep]),
];

/** Has any of these soils, from a degree on. */
const holds = ({ soils }: Pick<Dirty, 'soils'>, of: readonly { soil: Soil; from: Degree }[]) =>
  soilsOf({ soils }).some(([soil, degree]) => of.some((each) => each.soil === soil && degree >= each.from));

/**
 * Which zones to clean and how, so that most is won: what is open and what is out is paid once for all that want it. Two
 * rules bind: nothing blows while what air spreads lies anywhere, and a smell is aired only with all it comes from. Every
 * way to strip the machine and everything that may be out first is tried, so that the answer is exact.
 * @param perMinute what an attended minute costs, and `perMinor` a minor unit, in the unit of worth
 */
export function choose(
  dirty: readonly Dirty[],
  tables: CleanTables,
  chassis: Chassis,
  lying: Lying,
  { perMinute, perMinor }: { perMinute: number; perMinor: number },
): Chosen {
  const wanted = new Set(dirty.flatMap(({ ways }) => ways.flatMap(({ out }) => out)));
  const outs = tables.outFirst.filter(
    ({ id, minutes, bench }) => wanted.has(id) && minutes[chassis] > 0 && !(bench && lying.bench[bench]),
  );
  const costly = new Set(outs.map(({ id }) => id));
  const spreading = tables.spreads.map((soil) => ({ soil, from: 1 as Degree }));
  const spread = dirty.filter((own) => holds(own, spreading));
  const smells = dirty.filter(({ soils }) => soils.smell !== undefined);
  const sources = dirty.filter((own) => own.soils.smell === undefined && holds(own, tables.smells));
  const openings = new Map<string, number>();
  const openingFor = (depths: readonly Depth[]) => {
    const key = depths.join();
    const known = openings.get(key);
    if (known !== undefined) return known;
    const minutes = openingOf(
      depths.map((depth) => REACH[depth]),
      lying,
      tables.opening[chassis],
    );
    openings.set(key, minutes);
    return minutes;
  };

  let best: Chosen | null = null;
  const musts = new Set(dirty.filter(({ must }) => must).map(({ zone }) => zone.id));
  for (const takeUp of spread.length ? [true, false] : [true])
    for (const air of smells.length ? [false, true] : [false]) {
      const forced = new Set(musts);
      if (takeUp) for (const { zone } of spread) forced.add(zone.id);
      if (air) for (const { zone } of [...smells, ...sources]) forced.add(zone.id);
      const barred = new Set([
        ...(takeUp ? [] : spread.map(({ zone }) => zone.id)),
        ...(air ? [] : smells.map(({ zone }) => zone.id)),
      ]);
      if ([...forced].some((id) => barred.has(id))) continue;
      for (const strip of STRIPS)
        for (const out of subsets(outs)) {
          const taken = tryWith(strip, out, forced, barred, takeUp);
          if (taken && (best === null || taken.gain > best.gain + 1e-9)) best = taken;
        }
    }
  return best ?? NOTHING;

  function tryWith(
    strip: readonly Depth[],
    out: readonly OutFirst[],
    forced: ReadonlySet<string>,
    barred: ReadonlySet<string>,
    mayBlow: boolean,
  ): Chosen | null {
    const outIds = new Set(out.map(({ id }) => id));
    const ways = new Map<string, Way>();
    let gain = 0;
    for (const { zone, ways: all, worth } of dirty) {
      if (barred.has(zone.id)) continue;
      let own: Way | null = null;
      let cost = Infinity;
      for (const way of all) {
        if (way.blows && !mayBlow) continue;
        if (way.depths.some((depth) => !strip.includes(depth))) continue;
        if (way.out.some((id) => costly.has(id) && !outIds.has(id))) continue;
        const costs = way.minutes * perMinute + way.costMinor * perMinor;
        if (costs < cost) [own, cost] = [way, costs];
      }
      if (own && (forced.has(zone.id) || worth - cost > 0)) {
        ways.set(zone.id, own);
        gain += worth - cost;
      } else if (forced.has(zone.id)) return null;
    }
    const used = [...ways.values()];
    const depths = DEPTHS.filter((depth) => used.some((way) => way.depths.includes(depth)));
    const first = out.filter(({ id }) => used.some((way) => way.out.includes(id)));
    const opening = openingFor(depths);
    const before = first.reduce((sum, { minutes }) => sum + minutes[chassis], 0);
    return {
      ways,
      depths,
      out: first,
      minutes: used.reduce((sum, { minutes }) => sum + minutes, 0) + before,
      opening,
      costMinor: used.reduce((sum, { costMinor }) => sum + costMinor, 0),
      gain: gain - (opening + before) * perMinute,
    };
  }
}

const NOTHING: Chosen = {
  ways: new Map(),
  depths: [],
  out: [],
  minutes: 0,
  opening: 0,
  costMinor: 0,
  gain: 0,
};
