import { WHOLE_LOOK, type Finding, type Repair } from '../catalogue';
import { observable } from '../belief/facts';
import { outcomesGivenSets } from '../belief/likelihood';
import { closingMinutes, minutesOf, movesFor, stateAfter, type BenchMove } from './bench';
import { benchMask, prepare, type PolicyContext } from './context';
import { basePolicy, bestBase, bestStop, massOf, stopsNow, type PolicyValue } from './policy';
import { ROUTES, type Route, type StepProblem, type StopRoute } from './problem';

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
  /**
   * What the step itself is expected to cost: its minutes at the shop's rate, and its part (one that does not
   * help goes back).
   */
  costMinor: number;
  moves: BenchMove[];
  partMinor: number;
  /** P(helps) of a repair, P(all is well) of the look over the whole machine. */
  chance?: number;
  /** P(what is done after this look is not what would be done without it). */
  changes?: number;
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
  breakEvenMinutes: number | null;
}

/** Where values are equal: act before looking, look before giving up. */
const KINDS: RankedStep['kind'][] = ['repair', 'verify', 'look', 'stop'];
/** Outcomes rarer than this do not decide whether a look can wait. */
const UNLIKELY = 0.03;
/** A look that moves less than this share of belief, on the average, leaves every plan as it is. */
const IDLE = 0.004;
/** Steps whose outcomes are written out; the rest are known by their value alone. */
const WRITTEN_OUT = 24;

/**
 * A look worked out: its step, the weights after each outcome, and what would be done first after each likely
 * one.
 */
interface Look {
  step: RankedStep;
  finding: Finding;
  after: { outcome: number; probability: number; weights: Float64Array; value: number }[];
  firsts: Set<string>;
}

/** Can this look be taken now: is what it needs there, and a known-good part for a swap-test? */
export function available(finding: Finding, problem: Pick<StepProblem, 'facts' | 'bin'>): boolean {
  return observable(finding, problem.facts) && (!finding.swap || problem.bin?.[finding.swap] !== undefined);
}

/**
 * One-step lookahead (rollout) over every look and repair, on net value under the base policy. Never worse
 * than the base policy.
 */
export function rankSteps(problem: StepProblem, context: PolicyContext = prepare(problem)): StepRanking {
  const { support, perMinute } = context;
  const { weights } = support;
  const bench = benchMask(problem.bench);
  const base = bestBase(context, weights, bench);
  const stop = bestStop(context, weights, bench);
  const steps: RankedStep[] = [];
  const looks = new Map<RankedStep, Look>();
  const idle = idleValues(context);
  let canWait = -Infinity;
  for (const finding of problem.findings) {
    if (finding.id === WHOLE_LOOK || !available(finding, problem)) continue;
    const look = rankLook(context, finding, base, idle);
    if (!look) continue;
    steps.push(look.step);
    looks.set(look.step, look);
    // whatever it shows, the same repair comes first: it can as well be taken after that, and may then not be
    // needed
    if (look.firsts.size === 1 && look.firsts.has(base.first))
      canWait = Math.max(canWait, look.step.valueMinor);
  }
  context.repairs.forEach((prepared, r) => {
    let chance = 0;
    prepared.aims.forEach((aim, a) => {
      if (!prepared.seen[a]) return;
      chance += massOf(context, weights, aim) * prepared.success[a];
    });
    if (chance < 0.002) return;
    const moves = movesFor(prepared.repair.bench, problem.bench, problem.benchMinutes);
    const minutes = minutesOf(moves) + prepared.repair.minutes;
    steps.push({
      kind: 'repair',
      id: prepared.repair.id,
      moves,
      partMinor: prepared.partMinor,
      minutes,
      costMinor: minutes * perMinute + prepared.partMinor - prepared.onHelpMinor * (1 - Math.min(1, chance)),
      valueMinor: Math.max(
        basePolicy(context, weights, bench, false, r).value,
        prepared.repair.id === base.first ? canWait : -Infinity,
      ),
      chance: Math.min(1, chance),
    });
  });
  if (!problem.wholeLookTaken) steps.push(wholeLookStep(context, bench));
  steps.push({
    kind: 'stop',
    id: stop.route,
    moves: [],
    partMinor: 0,
    costMinor: 0,
    valueMinor: stop.value,
    minutes: stopMinutes(problem, stop.route),
  });
  steps.sort(
    (x, y) =>
      y.valueMinor - x.valueMinor ||
      KINDS.indexOf(x.kind) - KINDS.indexOf(y.kind) ||
      x.minutes - y.minutes ||
      (x.id < y.id ? -1 : 1),
  );
  for (const step of steps.slice(0, WRITTEN_OUT)) {
    const look = looks.get(step);
    if (look) step.outcomes = writeOut(context, look);
  }
  const top = steps[0];
  const going = Math.max(
    ...steps.filter((step) => step.kind !== 'stop').map((step) => step.valueMinor),
    base.value,
  );
  const routes = ROUTES.map((route) => ({
    route,
    valueMinor: Math.round(route === 'refurbish' ? going : stopValue(context, route)),
  }));
  return {
    steps: steps.map((step) => ({
      ...step,
      valueMinor: Math.round(step.valueMinor),
      costMinor: Math.round(step.costMinor),
    })),
    routes,
    // to finish a machine that is most likely sound is to refurbish it
    best:
      top.kind !== 'stop' || (stop.route === 'disclose' && support.soundIn(weights) >= 0.5)
        ? 'refurbish'
        : stop.route,
    stopMinor: Math.round(stop.value),
    plan: base,
    breakEvenMinutes:
      perMinute > 0
        ? Math.max(0, Math.floor((going - stop.value) / perMinute))
        : going > stop.value
          ? null
          : 0,
  };
}

function wholeLookStep(context: PolicyContext, bench: number): RankedStep {
  const { problem, support, perMinute } = context;
  const moves = movesFor({ plugged: true }, problem.bench, problem.benchMinutes);
  const minutes = minutesOf(moves) + problem.verifyMinutes;
  return {
    kind: 'verify',
    id: WHOLE_LOOK,
    moves,
    partMinor: 0,
    minutes,
    costMinor: minutes * perMinute,
    valueMinor: basePolicy(context, support.weights, bench, true).value,
    chance: support.soundIn(support.weights),
  };
}

function stopMinutes(problem: StepProblem, route: StopRoute): number {
  if (route === 'harvest') return problem.worth.harvestMinutes;
  if (route === 'recycle') return 0;
  return (
    (route === 'asFound' ? problem.worth.asFoundMinutes : problem.worth.finishMinutes) +
    closingMinutes(problem.bench, problem.benchMinutes)
  );
}

function stopValue(context: PolicyContext, route: StopRoute): number {
  const { support, values, problem, perMinute } = context;
  const closing =
    route === 'asFound' || route === 'disclose'
      ? closingMinutes(problem.bench, problem.benchMinutes) * perMinute
      : 0;
  if (route === 'recycle') return values.recycle;
  return stopsNow(context, support.weights)[route] - closing;
}

/** Value of the base policy from each bench state a look can lead to, worked out when first asked for. */
function idleValues(context: PolicyContext): (bench: number) => PolicyValue {
  const kept = new Map<number, PolicyValue>();
  return (bench) => {
    let value = kept.get(bench);
    if (!value) kept.set(bench, (value = bestBase(context, context.support.weights, bench)));
    return value;
  };
}

function rankLook(
  context: PolicyContext,
  finding: Finding,
  base: PolicyValue,
  idle: (bench: number) => PolicyValue,
): Look | null {
  const { problem, support, perMinute } = context;
  const compiled = problem.engine.model.findings.get(finding.id);
  if (!compiled) return null;
  const moves = movesFor(finding.bench, problem.bench, problem.benchMinutes);
  const minutes = minutesOf(moves) + finding.minutes;
  const bench = benchMask(stateAfter(problem.bench, moves));
  // sets of the support are what stands NOW: nothing in them is cured, and the fixed causes are members
  const given = outcomesGivenSets(compiled, context.present);
  const after: Look['after'] = [];
  let moved = 0;
  for (let o = 0; o < compiled.outcomes; o++) {
    const weights = new Float64Array(support.weights.length);
    let probability = 0;
    for (let h = 0; h < weights.length; h++) {
      if (support.weights[h] === 0) continue;
      weights[h] = support.weights[h] * given[h * compiled.outcomes + o];
      probability += weights[h];
    }
    if (probability < 1e-9) continue;
    for (let h = 0; h < weights.length; h++) {
      weights[h] /= probability;
      moved += (probability * Math.abs(weights[h] - support.weights[h])) / 2;
    }
    after.push({ outcome: o, probability, weights, value: 0 });
  }
  const costMinor = minutes * perMinute;
  const step: RankedStep = {
    kind: 'look',
    id: finding.id,
    valueMinor: 0,
    minutes,
    costMinor,
    moves,
    partMinor: 0,
    changes: 0,
  };
  const firsts = new Set<string>();
  if (moved < IDLE) {
    const value = idle(bench);
    step.valueMinor = value.value - costMinor;
    for (const entry of after) entry.value = value.value;
    firsts.add(value.first);
    return { step, finding, after, firsts };
  }
  let changes = 0;
  let value = -costMinor;
  for (const entry of after) {
    const policy = bestBase(context, entry.weights, bench);
    entry.value = policy.value;
    value += entry.probability * policy.value;
    if (entry.probability >= UNLIKELY) firsts.add(policy.first);
    if (policy.first !== base.first) changes += entry.probability;
  }
  step.valueMinor = value;
  step.changes = Math.min(1, changes);
  return { step, finding, after, firsts };
}

/** Each outcome in views: probability, what it would leave, what would then still be to win. */
function writeOut(context: PolicyContext, look: Look): OutcomeView[] {
  return look.after.map((entry) => ({
    outcome: entry.outcome,
    probability: entry.probability,
    ...likeliest(context, entry.weights),
    valueMinor: Math.round(entry.value - look.step.costMinor),
  }));
}

function likeliest(context: PolicyContext, weights: Float64Array): Pick<OutcomeView, 'causes' | 'sound'> {
  const { problem, support } = context;
  const { causes } = problem.engine.model;
  // causes seen directly are no news in any outcome
  const known = new Set(problem.posterior.acting.fixed);
  const likely = support.causes
    .map((c, local) => ({ c, probability: massOf(context, weights, local) }))
    .filter((entry) => entry.probability >= 0.02 && !known.has(entry.c))
    .sort((x, y) => y.probability - x.probability)
    .slice(0, 3)
    .map(({ c, probability }) => ({ cause: causes[c].id, probability }));
  return { causes: likely, sound: context.support.soundIn(weights) };
}

/** Repairs and looks a chassis allows: what a caller passes in as `findings` and `repairs`. */
export function forChassis<T extends Finding | Repair>(
  items: readonly T[],
  chassis: StepProblem['chassis'],
): T[] {
  return items.filter((item) => !item.chassis || item.chassis.includes(chassis));
}
