import type { Chassis } from '../catalogue';
import { sessionOf, type Operation } from '../minutes/operation';
import { ALL_SHUT, openingOf, type Lying, type OpeningMinutes, type Reach } from '../minutes/opening';
import { materialOf, type CleanState, type ZoneState } from './state';
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
  type Zone,
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

const soilsOf = ({ soils }: ZoneState) => Object.entries(soils) as [Soil, Degree][];

/** Does the house do it so? */
const inSchool = ({ schools }: CleanRule, house: Schools) =>
  Object.entries(schools ?? {}).every(([key, own]) => house[key as keyof Schools] === own);

/** Rules that are for a zone as it is, those done already left out, with the degree each is for. */
function rulesFor(zone: Zone, state: ZoneState, tables: CleanTables, schools: Schools) {
  return tables.rules.flatMap((rule) => {
    if (!rule.materials.includes(materialOf(zone, state)) || !inSchool(rule, schools)) return [];
    const degree = Math.max(
      0,
      ...soilsOf(state).flatMap(([soil, own]) =>
        rule.soils.includes(soil) && own >= (rule.from ?? 1) ? [own] : [],
      ),
    );
    return degree > 0 && !state.done.includes(rule.id) ? [{ rule, degree: degree as Degree }] : [];
  });
}

/** How far hands reach in for a depth. */
const REACH: Record<Depth, Reach> = {
  outside: {},
  case: { bench: { caseOpen: true } },
  fan: { strip: ['fan'] },
  keys: { strip: ['keys'] },
  board: { bench: { boardOut: true } },
};

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

/** Minutes to strip so far as all of these want and put back, the case once, from how the machine lies. */
export const openMinutesOf = (
  depths: Iterable<Depth>,
  minutes: OpeningMinutes,
  lying: Lying = ALL_SHUT,
): number =>
  openingOf(
    Array.from(depths, (depth) => REACH[depth]),
    lying,
    minutes,
  );

/**
 * What is to be done, dry before wet before dry, the outside before the inside.
 * @param only zones to clean; left out: every one that is dirty @param lying how it lies open now
 */
export function cleaningPlan(
  tables: CleanTables,
  chassis: Chassis,
  state: CleanState,
  schools: Schools,
  only?: ReadonlySet<string>,
  lying: Lying = ALL_SHUT,
): CleanPlan {
  const zones = tables.zones[chassis].filter(({ id }) => state[id] && (!only || only.has(id)));
  const steps = new Map<string, CleanStep>();
  const out = new Set<string>();
  const without: CleanPlan['without'] = [];
  for (const zone of zones) {
    const own = rulesFor(zone, state[zone.id], tables, schools);
    for (const { rule, degree } of own) {
      // the same done to zones that lie equally deep is one step
      const key = `${rule.id} ${zone.depth}`;
      const step: CleanStep = steps.get(key) ?? {
        id: rule.id,
        phase: rule.phase,
        does: rule.does,
        zones: [],
        depth: zone.depth,
        agent: rule.agent,
        tool: rule.tool,
        minutes: 0,
        alone: rule.alone ?? null,
        cautions: rule.cautions ?? [],
        beware: rule.beware ?? '',
        costMinor: 0,
        source: rule.source,
      };
      step.zones.push(zone.id);
      step.minutes += rule.minutes[degree - 1];
      step.costMinor += rule.costMinor ?? 0;
      steps.set(key, step);
      for (const id of rule.out ?? []) if (zone.depth !== 'outside') out.add(id);
    }
    for (const [soil] of soilsOf(state[zone.id]))
      if (
        !tables.rules.some(
          (rule) =>
            rule.materials.includes(materialOf(zone, state[zone.id])) &&
            rule.soils.includes(soil) &&
            inSchool(rule, schools),
        )
      )
        without.push({ zone: zone.id, soil });
  }
  const first = tables.outFirst
    .filter(({ id, minutes, bench }) => out.has(id) && minutes[chassis] > 0 && !(bench && lying.bench[bench]))
    .map(({ id, does, minutes }): CleanStep => ({
      id,
      phase: 'out first',
      does,
      zones: [],
      depth: 'case',
      agent: '',
      tool: '',
      minutes: minutes[chassis],
      alone: null,
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
  const depths = DEPTHS.filter((depth) => ordered.some((step) => step.depth === depth));
  const session = sessionOf(all.map(cleanOperation), lying, tables.opening[chassis]);
  return {
    steps: all,
    stepMinutes: session.steps,
    openMinutes: session.opening,
    aloneMinutes: session.alone,
    costMinor: all.reduce((sum, { costMinor }) => sum + costMinor, 0),
    depths,
    without,
  };
}

/** Zones with nothing left to do once these steps are done. */
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
      return rulesFor(zone, after, tables, schools).length === 0;
    })
    .map(({ id }) => id);
}
