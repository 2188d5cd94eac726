import type { Chassis } from '../catalogue';
import { materialOf, type CleanState, type ZoneState } from './state';
import type { CleanRule, CleanTables, Degree, Depth, Schools, Soil, Zone } from './zones';

/** A rule as it is done to a zone. */
export interface Due {
  rule: CleanRule;
  /** Most of what the rule is for. */
  degree: Degree;
}

/** One sufficient way to get a zone clean. */
export interface Way {
  /** How far it is opened up for the zone, and for everything that is left to do. */
  depth: Depth;
  depths: readonly Depth[];
  /** What is left to do; none: the zone has been cleaned this way. */
  due: readonly Due[];
  /** Attended minutes and minor units of what is left, without opening and without what is out first. */
  minutes: number;
  costMinor: number;
  /** What must be out before. */
  out: readonly string[];
  /** It moves air. */
  blows: boolean;
}

/** What is on a zone, with how much of it. */
export const soilsOf = ({ soils }: Pick<ZoneState, 'soils'>) => Object.entries(soils) as [Soil, Degree][];

/** What is on a zone but for what air would spread and has been taken up. */
export const lyingSoils = ({ soils, done }: ZoneState, tables: CleanTables): ZoneState['soils'] =>
  Object.fromEntries(
    soilsOf({ soils }).filter(
      ([soil]) =>
        !tables.spreads.includes(soil) ||
        !tables.rules.some(
          (rule) => rule.phase === 'take up' && rule.soils.includes(soil) && done.includes(rule.id),
        ),
    ),
  );

/** Depths at which the machine stays shut. */
export const SHUT: readonly Depth[] = ['outside', 'above'];

/** Does the house do it so? */
const inSchool = ({ schools }: CleanRule, house: Schools) =>
  Object.entries(schools ?? {}).every(([key, own]) => house[key as keyof Schools] === own);

/** Rules a house has for what a zone is made of. */
const rulesOn = (zone: Zone, state: ZoneState, tables: CleanTables, house: Schools) =>
  tables.rules.filter((rule) => rule.materials.includes(materialOf(zone, state)) && inSchool(rule, house));

const handles = ({ soils, from = 1, upTo = 3 }: CleanRule, soil: Soil, degree: Degree) =>
  soils.includes(soil) && degree >= from && degree <= upTo;

/**
 * The ways a zone can be got clean as it is: opened up, or at its lesser depth where all that is on it comes off there.
 * Empty: nothing is on it, or the house has no way with any of it.
 */
export function waysOf(zone: Zone, state: ZoneState, tables: CleanTables, house: Schools): Way[] {
  const soils = soilsOf(state);
  const own = rulesOn(zone, state, tables, house);
  const wayAt = (reach: 'shallow' | 'deep', depth: Depth): Way[] => {
    const rules = own.filter((rule) => rule.reach === undefined || rule.reach === reach);
    const all = rules.flatMap((rule): Due[] => {
      const degrees = soils.flatMap(([soil, degree]) => (handles(rule, soil, degree) ? [degree] : []));
      return degrees.length ? [{ rule, degree: Math.max(...degrees) as Degree }] : [];
    });
    if (all.length === 0) return [];
    const due = all.filter(({ rule }) => !state.done.includes(rule.id));
    const shut = SHUT.includes(depth);
    return [
      {
        depth,
        depths: [...new Set([depth, ...due.flatMap(({ rule }) => rule.depth ?? [])])],
        due,
        minutes: due.reduce((sum, { rule, degree }) => sum + rule.minutes[degree - 1], 0),
        costMinor: due.reduce((sum, { rule }) => sum + (rule.costMinor ?? 0), 0),
        // nothing is taken out of a machine that stays shut
        out: shut ? [] : [...new Set(due.flatMap(({ rule }) => rule.out ?? []))],
        blows: due.some(({ rule }) => rule.blows === true),
      },
    ];
  };
  const { shallow } = zone;
  const lesser =
    shallow &&
    soils.every(
      ([soil, degree]) =>
        degree <= (shallow.upTo[soil] ?? 0) &&
        own.some((rule) => rule.reach !== 'deep' && handles(rule, soil, degree)),
    )
      ? wayAt('shallow', shallow.depth)
      : [];
  return [...lesser, ...wayAt('deep', zone.depth)];
}

/** Soils of a zone the house has no rule for. */
export const soilsWithout = (zone: Zone, state: ZoneState, tables: CleanTables, house: Schools): Soil[] =>
  soilsOf(state).flatMap(([soil]) =>
    rulesOn(zone, state, tables, house).some((rule) => rule.soils.includes(soil)) ? [] : soil,
  );

/** Zones that something is on which the house has a way with. */
export const dirtyZones = (tables: CleanTables, chassis: Chassis, state: CleanState, house: Schools) =>
  tables.zones[chassis].flatMap((zone) => {
    const own = state[zone.id];
    const ways = own ? waysOf(zone, own, tables, house) : [];
    return ways.length ? [{ zone, soils: lyingSoils(own, tables), ways }] : [];
  });
