import type { Finding, Repair } from '../catalogue';
import { observable } from '../belief/facts';
import { outcomeGivenSet } from '../belief/likelihood';
import { closingMinutes, minutesOf, movesFor, stateAfter, type BenchMove } from './bench';
import { benchMask, prepare, type PolicyContext } from './context';
import { basePolicy, bestBase, bestStop, type PolicyValue } from './policy';
import { ROUTES, type Route, type StepProblem } from './problem';
import type { Support } from './support';

/** What one outcome of a look would leave. */
export interface OutcomeView {
  outcome: number;
  probability: number;
  /** Likeliest causes after it, at most three, with P. */
  causes: { cause: string; probability: number }[];
  sound: number;
  /** Net value still to win after it, minor units. */
  valueMinor: number;
}

export interface RankedStep {
  kind: 'look' | 'repair' | 'verify' | 'stop';
  id: string;
  /** Expected net still to win when this is done next and well continued, minor units (rounded). */
  valueMinor: number;
  /** Attended minutes of this step, setting up included. */
  minutes: number;
  moves: BenchMove[];
  partMinor: number;
  /** P(helps) of a repair. */
  chance?: number;
  outcomes?: OutcomeView[];
}

export interface StepRanking {
  steps: RankedStep[];
  routes: { route: Route; valueMinor: number }[];
  best: Route;
  /** Net of stopping now on the best stopping route. */
  stopMinor: number;
  plan: PolicyValue;
  /** Attended minutes left before going on stops paying, at the shop's rate; 0 when stopping is best. */
  breakEvenMinutes: number;
}

/** Where values are equal: act before looking, look before giving up. */
const KINDS: RankedStep['kind'][] = ['repair', 'verify', 'look', 'stop'];
/** Outcomes rarer than this do not decide whether a look can wait. */
const UNLIKELY = 0.03;

/** One-step lookahead (rollout) over every look and repair, on net value under the base policy. Never worse than the base policy. */
export function rankSteps(problem: StepProblem): StepRanking {
  const context = prepare(problem);
  const { support } = context;
  const { weights } = support;
  const bench = benchMask(problem.bench);
  const base = bestBase(context, weights, bench);
  const stop = bestStop(context, weights, bench);
  const steps: RankedStep[] = [];
  let canWait = -Infinity;
  for (const finding of problem.findings) {
    if (!observable(finding, problem.facts)) continue;
    const look = rankLook(context, finding);
    if (!look) continue;
    steps.push(look.step);
    // whatever it shows, the same repair comes first: it can as well be taken after that, and may then not be needed
    if (look.firsts.size === 1 && look.firsts.has(base.first)) canWait = Math.max(canWait, look.step.valueMinor);
  }
  context.repairs.forEach((prepared, r) => {
    let chance = 0;
    prepared.aims.forEach((aim, a) => {
      for (let h = 0; h < support.count; h++) if (support.without[h * support.causes.length + aim] >= 0) chance += weights[h] * prepared.success[a];
    });
    if (chance < 0.002) return;
    const moves = movesFor(prepared.repair.bench, problem.bench, problem.benchMinutes);
    steps.push({
      kind: 'repair', id: prepared.repair.id, moves, partMinor: prepared.repair.part?.costMinor ?? 0,
      valueMinor: Math.max(basePolicy(context, weights, bench, false, r).value, prepared.repair.id === base.first ? canWait : -Infinity),
      minutes: minutesOf(moves) + prepared.repair.minutes, chance: Math.min(1, chance),
    });
  });
  const verified = basePolicy(context, weights, bench, true);
  const verifyMoves = movesFor({ plugged: true }, problem.bench, problem.benchMinutes);
  steps.push({
    kind: 'verify', id: 'verify', moves: verifyMoves, partMinor: 0, valueMinor: verified.value,
    minutes: minutesOf(verifyMoves) + problem.verifyMinutes, chance: weights[0],
  });
  steps.push({ kind: 'stop', id: stop.route, moves: [], partMinor: 0, valueMinor: stop.value, minutes: stopMinutes(problem, stop.route) });
  steps.sort((x, y) => y.valueMinor - x.valueMinor || KINDS.indexOf(x.kind) - KINDS.indexOf(y.kind) || x.minutes - y.minutes || (x.id < y.id ? -1 : 1));
  const top = steps[0];
  const going = Math.max(...steps.filter((step) => step.kind !== 'stop').map((step) => step.valueMinor), base.value);
  const routes = ROUTES.map((route) => ({ route, valueMinor: Math.round(route === 'refurbish' ? going : stopValue(context, route)) }));
  return {
    steps: steps.map((step) => ({ ...step, valueMinor: Math.round(step.valueMinor) })),
    routes,
    best: top.kind === 'stop' ? stop.route : 'refurbish',
    stopMinor: Math.round(stop.value),
    plan: base,
    breakEvenMinutes: Math.max(0, Math.floor((going - stop.value) / context.perMinute)),
  };
}

function stopMinutes(problem: StepProblem, route: Route): number {
  if (route === 'harvest') return problem.worth.harvestMinutes;
  return route === 'asFound' ? problem.worth.asFoundMinutes + closingMinutes(problem.bench, problem.benchMinutes) : 0;
}

function stopValue(context: PolicyContext, route: Exclude<Route, 'refurbish'>): number {
  const { support, values, problem, perMinute } = context;
  const closing = route === 'asFound' ? closingMinutes(problem.bench, problem.benchMinutes) * perMinute : 0;
  return support.weights.reduce((sum, w, h) => sum + w * (values[route][h] - closing), 0);
}

/** A look with what its outcomes would leave, and what the base policy would do first after each likely one. */
function rankLook(context: PolicyContext, finding: Finding): { step: RankedStep; firsts: Set<string> } | null {
  const { problem, support, perMinute } = context;
  const compiled = problem.engine.model.findings.get(finding.id);
  if (!compiled) return null;
  const moves = movesFor(finding.bench, problem.bench, problem.benchMinutes);
  const minutes = minutesOf(moves) + finding.minutes;
  const after = benchMask(stateAfter(problem.bench, moves));
  // sets of the support are what stands NOW: nothing in them is cured, and the fixed causes are members
  let value = -minutes * perMinute;
  const outcomes: OutcomeView[] = [];
  const firsts = new Set<string>();
  for (let o = 0; o < compiled.outcomes; o++) {
    const posterior = new Float64Array(support.count);
    let probability = 0;
    for (let h = 0; h < posterior.length; h++) {
      if (support.weights[h] === 0) continue;
      const set = support.sets[h];
      posterior[h] = support.weights[h] * outcomeGivenSet(compiled, o, set, 0, set.length, null);
      probability += posterior[h];
    }
    if (probability < 1e-9) continue;
    for (let h = 0; h < posterior.length; h++) posterior[h] /= probability;
    const policy = bestBase(context, posterior, after);
    const continued = policy.value;
    if (probability >= UNLIKELY) firsts.add(policy.first);
    value += probability * continued;
    outcomes.push({ outcome: o, probability, ...likeliest(problem, support, posterior), valueMinor: Math.round(continued - minutes * perMinute) });
  }
  return { step: { kind: 'look', id: finding.id, valueMinor: value, minutes, moves, partMinor: 0, outcomes }, firsts };
}

function likeliest(problem: StepProblem, support: Support, weights: Float64Array): Pick<OutcomeView, 'causes' | 'sound'> {
  const mass = new Float64Array(problem.engine.model.causes.length);
  // causes seen directly are no news in any outcome
  const known = new Set(problem.posterior.acting.fixed);
  support.sets.forEach((set, h) => set.forEach((cause) => (mass[cause] += weights[h])));
  const causes = Array.from(mass, (probability, c) => ({ cause: problem.engine.model.causes[c].id, probability }))
    .filter((entry) => entry.probability >= 0.02 && !known.has(problem.engine.model.causeIndex.get(entry.cause)!))
    .sort((x, y) => y.probability - x.probability)
    .slice(0, 3);
  return { causes, sound: weights[0] };
}

/** Repairs and looks a chassis allows: what a caller passes in as `findings` and `repairs`. */
export function forChassis<T extends Finding | Repair>(items: readonly T[], chassis: StepProblem['chassis']): T[] {
  return items.filter((item) => !item.chassis || item.chassis.includes(chassis));
}
