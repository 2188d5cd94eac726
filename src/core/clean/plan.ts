import type { Chassis } from '../catalogue';
import { sessionOf, type Operation } from '../minutes/operation';
import { ALL_SHUT, type Lying } from '../minutes/opening';
import { choose, REACH, type Dirty } from './choose';
import type { CleanState } from './state';
import { dirtyZones, lyingSoils, soilsWithout, waysOf } from './ways';
import {
  DEPTHS,
  PHASES,
  type CleanRule,
  type CleanTables,
  type Degree,
  type Depth,
  type Phase,
  type Schools,
  type Soil,
} from './zones';

/** One step of a cleaning plan. */
export interface CleanStep {
  /** The rule, or what is out first. */
  id: string;
  phase: Phase;
  does: string;
  zones: string[];
  /** How far it is stripped for it. */
  depth: Depth;
  agent: string;
  tool: string;
  minutes: number;
  alone: { minutes: number; station: string } | null;
  /** A repair that fits a new one instead: often the better way with so much on it. */
  renew: string | null;
  cautions: readonly string[];
  beware: string;
  costMinor: number;
  source: string;
}

export interface CleanPlan {
  steps: CleanStep[];
  /** Attended minutes of the steps, and of stripping and putting back for them. */
  stepMinutes: number;
  openMinutes: number;
  /** Longest of what then dries or airs by itself: racks do it beside each other. */
  aloneMinutes: number;
  costMinor: number;
  /** How deep it has to be stripped. */
  depths: Depth[];
  /** Soils the house has no rule for, with their zone. */
  without: { zone: string; soil: Soil }[];
}

/** A step of a plan as an operation. */
export const cleanOperation = (step: CleanStep): Operation => ({
  id: step.id,
  name: step.does,
  head: step.minutes,
  body: step.alone?.minutes ?? 0,
  tail: 0,
  station: step.alone?.station ?? null,
  // what is out first is reached with what it is out for
  needs: step.phase === 'out first' ? {} : REACH[step.depth],
  after: [],
  mayRunAlone: step.alone !== null,
  // drying and airing
  mayRunAtNight: step.alone !== null,
});

const stepOf = (rule: CleanRule, depth: Depth, schools: Schools): CleanStep => ({
  id: rule.id,
  phase: rule.phase,
  does: rule.does,
  zones: [],
  depth,
  agent: rule.agent,
  tool: rule.tool,
  minutes: 0,
  alone: rule.alone
    ? {
        station: rule.alone.station,
        minutes: (schools.drying === 'moving' ? rule.alone.moving : undefined) ?? rule.alone.minutes,
      }
    : null,
  renew: null,
  cautions: rule.cautions ?? [],
  beware: rule.beware ?? '',
  costMinor: 0,
  source: rule.source,
});

function addZone(step: CleanStep, zone: string, rule: CleanRule, degree: Degree): void {
  step.zones.push(zone);
  step.minutes += rule.minutes[degree - 1];
  step.costMinor += rule.costMinor ?? 0;
  if (rule.renew && degree >= rule.renew.from) step.renew = rule.renew.repair;
}

/**
 * What is to be done, each zone at the depth that costs least with all the others; what air spreads first, dry before wet
 * before dry, the outside before the inside, a smell last.
 * @param lying how it lies open now @param only zones to clean, with whatever has to come before them; left out: every one
 * that is dirty
 */
export function cleaningPlan(
  tables: CleanTables,
  chassis: Chassis,
  state: CleanState,
  schools: Schools,
  lying: Lying = ALL_SHUT,
  only?: ReadonlySet<string>,
): CleanPlan {
  const dirty = dirtyZones(tables, chassis, state, schools).map((own): Dirty => ({
    ...own,
    worth: 0,
    must: !only || only.has(own.zone.id),
  }));
  // what is not asked for is only cleaned where something asked for must wait for it
  const { ways, out, depths, costMinor } = choose(dirty, tables, chassis, lying, {
    perMinute: 1,
    perMinor: 1e-6,
  });
  const steps = new Map<string, CleanStep>();
  for (const { zone } of dirty)
    for (const { rule, degree } of ways.get(zone.id)?.due ?? []) {
      const depth = rule.depth ?? ways.get(zone.id)!.depth;
      // the same done to zones that lie equally deep is one step
      const key = `${rule.id} ${depth}`;
      const step = steps.get(key) ?? stepOf(rule, depth, schools);
      addZone(step, zone.id, rule, degree);
      steps.set(key, step);
    }
  const first = out.map(({ id, does, minutes: own }): CleanStep => ({
    id,
    phase: 'out first',
    does,
    zones: [],
    depth: 'case',
    agent: '',
    tool: '',
    minutes: own[chassis],
    alone: null,
    renew: null,
    cautions: [],
    beware: '',
    costMinor: 0,
    source: 'common practice',
  }));
  const rank = new Map(tables.rules.map(({ id }, n) => [id, n]));
  const ordered = [...steps.values()].sort(
    (a, b) =>
      PHASES.indexOf(a.phase) - PHASES.indexOf(b.phase) ||
      DEPTHS.indexOf(a.depth) - DEPTHS.indexOf(b.depth) ||
      rank.get(a.id)! - rank.get(b.id)!,
  );
  const all = [...first, ...ordered];
  const session = sessionOf(all.map(cleanOperation), lying, tables.opening[chassis]);
  return {
    steps: all,
    stepMinutes: session.steps,
    openMinutes: session.opening,
    aloneMinutes: session.alone,
    costMinor,
    depths,
    without: tables.zones[chassis].flatMap((zone) =>
      state[zone.id] && (!only || only.has(zone.id))
        ? soilsWithout(zone, state[zone.id], tables, schools).map((soil) => ({ zone: zone.id, soil }))
        : [],
    ),
  };
}

/**
 * A rule as one step on just these zones, whichever of their ways it belongs to. Null: it is not to be done to one of
 * them, or is done already.
 */
export function cleanStepOn(
  tables: CleanTables,
  chassis: Chassis,
  state: CleanState,
  schools: Schools,
  rule: string,
  zones: readonly string[],
): CleanStep | null {
  let step: CleanStep | null = null;
  for (const id of zones) {
    const zone = tables.zones[chassis].find((each) => each.id === id);
    const ways = zone && state[id] ? waysOf(zone, state[id], tables, schools) : [];
    const way = ways.find(({ due }) => due.some((own) => own.rule.id === rule));
    if (!way) return null;
    const due = way.due.find((own) => own.rule.id === rule)!;
    step ??= stepOf(due.rule, due.rule.depth ?? way.depth, schools);
    addZone(step, id, due.rule, due.degree);
  }
  return step;
}

/** Zones where something still lies that a step which blows would spread. */
export const spreadFirst = (tables: CleanTables, state: CleanState): string[] =>
  Object.entries(state).flatMap(([zone, own]) => {
    const soils = lyingSoils(own, tables);
    return tables.spreads.some((soil) => soils[soil] !== undefined) ? [zone] : [];
  });

/** Zones with nothing left to do once this step is done. */
export function finishedBy(
  tables: CleanTables,
  chassis: Chassis,
  state: CleanState,
  schools: Schools,
  step: Pick<CleanStep, 'id' | 'zones'>,
): string[] {
  return tables.zones[chassis]
    .filter(({ id }) => step.zones.includes(id) && state[id])
    .filter((zone) => {
      const after = { ...state[zone.id], done: [...state[zone.id].done, step.id] };
      return waysOf(zone, after, tables, schools).some(({ due }) => due.length === 0);
    })
    .map(({ id }) => id);
}
