import { WHOLE_LOOK, type Finding, type Repair } from '../catalogue';
import { observable, show, type Facts } from '../belief/facts';
import { findingFactor, type Factor } from '../belief/factors';
import { glimpse } from '../belief/glimpse';
import { marginalsOf } from '../belief/mixture';
import { closingMinutes, minutesOf, movesFor, stateAfter, type BenchMove } from './bench';
import { atPrice, benchMask, prepare, viewOf, type PolicyContext, type View } from './context';
import { actsOf, powers } from './hazards';
import {
  basePolicy,
  bestBase,
  bestStop,
  helps,
  soundOf,
  standpoint,
  stopsNow,
  worthOfPlan,
  type PolicyValue,
  type Standpoint,
} from './policy';
import { ROUTES, type Route, type Shut, type StepProblem, type StopRoute } from './problem';

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
  kind: 'look' | 'repair' | 'verify' | 'read' | 'stop';
  id: string;
  /** Expected net still to win when this is done next and well continued, minor units (rounded). */
  valueMinor: number;
  /** Attended minutes of this step, setting up included. */
  minutes: number;
  /**
   * What the step itself is expected to cost: its minutes at the shop's rate, its part (one that does not help
   * goes back), and the harm it may do.
   */
  costMinor: number;
  moves: BenchMove[];
  partMinor: number;
  /** Of the cost: what may be spoilt by powering it, by what may be wrong. */
  harmMinor?: number;
  /** P(helps) of a repair, P(all is well) of the look over the whole machine. */
  chance?: number;
  /** P(what is done after this look is not what would be done without it). */
  changes?: number;
  outcomes?: OutcomeView[];
}

/** A step that may not be taken, whatever it would be worth. */
export interface ShutStep {
  kind: 'look' | 'repair';
  id: string;
  why: Shut;
}

export interface StepRanking {
  steps: RankedStep[];
  shut: ShutStep[];
  routes: { route: Route; valueMinor: number }[];
  best: Route;
  /** Net of stopping now on the best stopping route. */
  stopMinor: number;
  plan: PolicyValue;
  /** Attended minutes left before going on stops paying, at the shop's rate; 0 when stopping is best. */
  breakEvenMinutes: number | null;
  /** What reading the machine first would win, less its minutes, minor units; null: nothing to read. */
  readingMinor: number | null;
}

/** Id of the step that reads what the machine is. */
export const READ_MACHINE = 'read-machine';

/** Where values are equal: act before looking, look before giving up. */
const KINDS: RankedStep['kind'][] = ['repair', 'verify', 'read', 'look', 'stop'];
/** Outcomes rarer than this do not decide whether a look can wait. */
const UNLIKELY = 0.03;
/** A look that moves no cause by this much, on the average, leaves every plan as it is. */
const IDLE = 0.004;
/** An outcome that moves no cause by this much leaves everything as it is. */
const STILL = 0.004;
/** Steps whose outcomes are written out; the rest are known by their value alone. */
const WRITTEN_OUT = 24;

/**
 * A look worked out: its step, where each outcome would leave the machine, and what would be done first after
 * each likely one.
 */
interface Look {
  step: RankedStep;
  finding: Finding;
  after: { outcome: number; probability: number; from: Standpoint; value: number; same: boolean }[];
  firsts: Set<string>;
}

/** Can this look be taken now: is what it needs there, and a known-good part for a swap-test? */
export function available(finding: Finding, problem: Pick<StepProblem, 'facts' | 'bin'>): boolean {
  return observable(finding, problem.facts) && (!finding.swap || problem.bin?.[finding.swap] !== undefined);
}

/** Worked out once: where the machine stands before any step. */
interface Now {
  context: PolicyContext;
  from: Standpoint;
  base: PolicyValue;
  local: Map<number, number>;
  views: Map<string, View>;
  /** The base policy from other states of the bench. */
  idle: Map<number, PolicyValue>;
}

/**
 * One-step lookahead (rollout) over every look and repair, on net value under the base policy. Never worse
 * than the base policy.
 */
export function rankSteps(problem: StepProblem, context: PolicyContext = prepare(problem)): StepRanking {
  const { perMinute } = context;
  const bench = benchMask(problem.bench);
  const from = standpoint(context, context.mixture, viewOf(context, problem.facts), bench);
  const base = bestBase(context, from);
  const stop = bestStop(context, from);
  const now: Now = {
    context,
    from,
    base,
    local: new Map(context.causes.map((cause, i) => [cause, i])),
    views: new Map([[keyOf(problem.facts), from.view]]),
    idle: new Map(),
  };
  const steps: RankedStep[] = [];
  const shut: ShutStep[] = [];
  const looks = new Map<RankedStep, Look>();
  const clearing = clearedBy(problem);
  let canWait = -Infinity;
  for (const finding of problem.findings) {
    if (finding.id === WHOLE_LOOK || !available(finding, problem)) continue;
    const barred = barrier(problem, finding);
    const look = rankLook(now, finding, clearing.has(finding.id));
    if (!look) continue;
    if (barred) {
      shut.push({ kind: 'look', id: finding.id, why: barred });
      clearing.best = Math.max(clearing.best, look.step.valueMinor);
      continue;
    }
    steps.push(look.step);
    looks.set(look.step, look);
    // whatever it shows, the same repair comes first: it can as well be taken after that, and may then not be
    // needed
    if (look.firsts.size === 1 && look.firsts.has(base.first))
      canWait = Math.max(canWait, look.step.valueMinor);
  }
  for (const repair of problem.repairs) {
    const why = barrier(problem, repair);
    if (why && Object.keys(repair.cures).some((id) => likely(now, id)))
      shut.push({ kind: 'repair', id: repair.id, why });
  }
  context.repairs.forEach((prepared, r) => {
    const chance = helps(context, from, r, undefined, from.view.visible);
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
        basePolicy(context, from, false, r).value,
        prepared.repair.id === base.first ? canWait : -Infinity,
      ),
      chance: Math.min(1, chance),
    });
  });
  if (!problem.wholeLookTaken && !problem.shut?.power) steps.push(wholeLookStep(now));
  const read = readStep(now);
  if (read) steps.push(read.step);
  steps.push({
    kind: 'stop',
    id: stop.route,
    moves: [],
    partMinor: 0,
    costMinor: 0,
    valueMinor: stop.value,
    minutes: stopMinutes(problem, stop.route),
  });
  // what has to be seen or mended before the machine may be powered leads to all that is shut until then
  for (const step of steps)
    if (clearing.has(step.id))
      step.valueMinor = Math.max(step.valueMinor, Math.max(clearing.best, base.value) - step.costMinor);
  steps.sort(
    (x, y) =>
      y.valueMinor - x.valueMinor ||
      KINDS.indexOf(x.kind) - KINDS.indexOf(y.kind) ||
      x.minutes - y.minutes ||
      (x.id < y.id ? -1 : 1),
  );
  tellingFirst(problem, steps);
  // what opens what is shut comes before everything
  const opening = steps.filter((step) => clearing.has(step.id));
  if (opening.length) {
    const top = Math.max(...steps.map((step) => step.valueMinor));
    steps.splice(0, steps.length, ...opening, ...steps.filter((step) => !opening.includes(step)));
    opening.forEach((step, i) => (step.valueMinor = Math.max(step.valueMinor, top - i * 1e-6)));
  }
  for (const step of steps.slice(0, WRITTEN_OUT)) {
    const look = looks.get(step);
    if (look) step.outcomes = writeOut(now, look);
  }
  const top = steps[0];
  const going = Math.max(
    ...steps.filter((step) => step.kind !== 'stop').map((step) => step.valueMinor),
    base.value,
  );
  const routes = ROUTES.map((route) => ({
    route,
    valueMinor: Math.round(route === 'refurbish' ? going : stopValue(now, route)),
  }));
  return {
    steps: steps.map((step) => ({
      ...step,
      valueMinor: Math.round(step.valueMinor),
      costMinor: Math.round(step.costMinor),
    })),
    shut,
    routes,
    // to finish a machine that is most likely sound is to refurbish it
    best:
      top.kind !== 'stop' || (stop.route === 'disclose' && soundOf(from) >= 0.5) ? 'refurbish' : stop.route,
    stopMinor: Math.round(stop.value),
    plan: base,
    breakEvenMinutes:
      perMinute > 0
        ? Math.max(0, Math.floor((going - stop.value) / perMinute))
        : going > stop.value
          ? null
          : 0,
    readingMinor: read ? Math.round(read.winsMinor) : null,
  };
}

/** Why a step may not be taken. */
export function barrier(problem: Pick<StepProblem, 'shut'>, item: Finding | Repair): Shut | null {
  for (const act of actsOf(item)) {
    const why = problem.shut?.[act];
    if (why) return why;
  }
  return null;
}

/** Steps that open what is shut, and the best that could be done if it were open. */
function clearedBy(problem: StepProblem): { has: (id: string) => boolean; best: number } {
  const ids = new Set<string>();
  for (const why of Object.values(problem.shut ?? {})) {
    if (why.kind === 'look first') why.findings.forEach((id) => ids.add(id));
    if (why.kind === 'gate') why.opens.forEach((id) => ids.add(id));
  }
  return { has: (id) => ids.has(id), best: -Infinity };
}

function likely({ context, from, local }: Now, id: string): boolean {
  const i = local.get(context.problem.engine.model.causeIndex.get(id) ?? -1);
  return i !== undefined && from.marginals[i] > 0.02;
}

/** Steps whose values differ by less than this share of the price are as good as each other. */
const ALIKE = 0.01;
/** Below this a step has little to do with what is wrong. */
const TELLING = 0.05;
/** Minor units on top of every step's cost, so that a glance does not beat everything by being free. */
const GLANCE = 15;
/** Attended minutes of a look that may come before stopping at once, when it is worth as much. */
const BEFORE_STOPPING = 3;

/**
 * Among steps worth nearly the same, the one that is likeliest to settle something for what it costs comes
 * first: a cheap first try that cannot hurt (decode the lamp, refit a plug, let the charge drain) is not crowded
 * out by dearer steps foretold a trifle more.
 */
function tellingFirst(problem: StepProblem, steps: RankedStep[]): void {
  const [top] = steps;
  const least = top.valueMinor - ALIKE * problem.worth.soundMinor;
  const telling = (step: RankedStep) =>
    step.kind === 'look' ? (step.changes ?? 0) : step.kind === 'repair' ? (step.chance ?? 0) : 0;
  const alike = steps
    .filter(
      (step) =>
        step.valueMinor >= least &&
        telling(step) >= TELLING &&
        (top.kind !== 'stop' || step.minutes <= BEFORE_STOPPING || telling(step) > 0.5),
    )
    .sort((x, y) => telling(y) / (y.costMinor + GLANCE) - telling(x) / (x.costMinor + GLANCE));
  const rest = steps.filter((step) => !alike.includes(step));
  let value = Math.max(...steps.map((step) => step.valueMinor));
  steps.splice(0, steps.length, ...alike, ...rest);
  // the list goes on falling: what is put first is worth taking first
  for (let i = alike.length - 1, low = rest[0]?.valueMinor ?? value; i >= 0; i--) {
    value = low = Math.max(low, alike[i].valueMinor);
    alike[i].valueMinor = value;
  }
}

function wholeLookStep({ context, from }: Now): RankedStep {
  const { problem, perMinute } = context;
  const moves = movesFor({ plugged: true }, problem.bench, problem.benchMinutes);
  const minutes = minutesOf(moves) + problem.verifyMinutes;
  return {
    kind: 'verify',
    id: WHOLE_LOOK,
    moves,
    partMinor: 0,
    minutes,
    costMinor: minutes * perMinute,
    valueMinor: basePolicy(context, from, true).value,
    chance: soundOf(from),
  };
}

/**
 * What the machine may turn out to be gives each its own best plan; acting without knowing has one plan for
 * all of them.
 */
function readStep({ context, from, base }: Now): { step: RankedStep; winsMinor: number } | null {
  const { problem, perMinute } = context;
  const { classes, readMinutes = 1 } = problem;
  if (!classes || classes.length < 2) return null;
  let value = 0;
  for (const { chance, soundMinor } of classes) {
    const priced = atPrice(context, soundMinor);
    value +=
      chance * bestBase(priced, { ...from, view: viewOf(priced, problem.facts), products: undefined }).value;
  }
  const costMinor = readMinutes * perMinute;
  return {
    winsMinor: value - base.value,
    step: {
      kind: 'read',
      id: READ_MACHINE,
      moves: [],
      partMinor: 0,
      minutes: readMinutes,
      costMinor,
      valueMinor: value - costMinor,
    },
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

function stopValue({ context, from }: Now, route: StopRoute): number {
  const { problem, perMinute } = context;
  const closing =
    route === 'asFound' || route === 'disclose'
      ? closingMinutes(problem.bench, problem.benchMinutes) * perMinute
      : 0;
  if (route === 'recycle') return problem.worth.recycleMinor;
  return stopsNow(context, from)[route] - closing;
}

const keyOf = (facts: Facts) =>
  Object.entries(facts)
    .map(([fact, so]) => `${fact}${so ? '+' : '-'}`)
    .sort()
    .join();

/** What can be seen after an outcome. */
function viewAfter({ context, views }: Now, finding: Finding, outcome: number): View {
  const facts = { ...context.problem.facts };
  for (const fact of finding.outcomes[outcome].shows ?? []) show(facts, fact);
  for (const fact of finding.outcomes[outcome].denies ?? []) facts[fact] = false;
  const key = keyOf(facts);
  let view = views.get(key);
  if (!view) views.set(key, (view = viewOf(context, facts)));
  return view;
}

/** A factor over the causes by their local numbers. */
export function localFactor(factor: Factor, local: ReadonlyMap<number, number>): Factor {
  const kept = factor.causes.flatMap((cause, i) => (local.has(cause) ? [i] : []));
  return {
    ...factor,
    causes: kept.map((i) => local.get(factor.causes[i])!),
    upTo: kept.map((i) => factor.upTo[i]),
    below: kept.map((i) => factor.below[i]),
    blockers: factor.blockers.flatMap((cause) => local.get(cause) ?? []),
  };
}

/** Nothing is cured or fixed among the causes of the stories: what stands, stands in them. */
const NOTHING = { fixed: [], cured: new Uint8Array(0) };

/** P-weighted loss of powering it now: what may be wrong with it may ruin more. */
export function harmOf({ context, from }: Pick<Now, 'context' | 'from'>, item: Finding | Repair): number {
  if (!powers(item)) return 0;
  const { problem, causes } = context;
  const model = problem.engine.model.causes;
  let share = 0;
  causes.forEach((cause, i) => {
    const { harm } = model[cause];
    if (harm?.when === 'power') share += from.marginals[i] * harm.chance * harm.share;
  });
  return share * problem.worth.soundMinor * (1 - problem.worth.feeShare);
}

function rankLook(now: Now, finding: Finding, wanted: boolean): Look | null {
  const { context, from, local } = now;
  const { problem, perMinute } = context;
  const compiled = problem.engine.model.findings.get(finding.id);
  if (!compiled) return null;
  // nobody can answer a question about what is not there
  if (compiled.presumes.some((cause) => problem.posterior.marginals[cause] > 0.99)) return null;
  const matters = compiled.touched.some((cause) => {
    const p = problem.posterior.marginals[cause];
    return p * (1 - p) >= IDLE / 2;
  });
  if (!matters && !wanted) return null;
  const after: Look['after'] = [];
  const changed = new Float64Array(from.marginals.length);
  const bench = benchMask(
    stateAfter(problem.bench, movesFor(finding.bench, problem.bench, problem.benchMinutes)),
  );
  for (let o = 0; o < compiled.outcomes; o++) {
    const factor = localFactor(findingFactor(compiled, o, NOTHING), local);
    const { mixture, probability } = glimpse(context.mixture, factor, context.homes);
    if (!(probability >= 1e-9)) continue;
    const marginals = marginalsOf(mixture);
    let most = 0;
    for (let i = 0; i < changed.length; i++) {
      const change = Math.abs(marginals[i] - from.marginals[i]);
      changed[i] += probability * change;
      most = Math.max(most, change);
    }
    after.push({
      outcome: o,
      probability,
      from: standpoint(context, mixture, viewAfter(now, finding, o), bench, marginals, from),
      value: 0,
      same: most < STILL,
    });
  }
  const moved = Math.max(0, ...changed);
  if (moved < IDLE && !wanted) return null;
  const moves = movesFor(finding.bench, problem.bench, problem.benchMinutes);
  const minutes = minutesOf(moves) + finding.minutes;
  const harmMinor = harmOf(now, finding);
  const costMinor = minutes * perMinute + harmMinor;
  const step: RankedStep = {
    kind: 'look',
    id: finding.id,
    valueMinor: 0,
    minutes,
    costMinor,
    moves,
    partMinor: 0,
    changes: 0,
    ...(harmMinor >= 1 && { harmMinor: Math.round(harmMinor) }),
  };
  const firsts = new Set<string>();
  // what one would do anyway, once the machine lies as the look leaves it
  const idle = idleAt(now, bench);
  const plan = planOf(idle);
  let changes = 0;
  let wins = 0;
  for (const entry of after) {
    if (entry.same) {
      entry.value = idle.value;
      if (entry.probability >= UNLIKELY) firsts.add(idle.first);
      continue;
    }
    const policy = bestBase(context, entry.from);
    entry.value = policy.value;
    if (entry.probability >= UNLIKELY) firsts.add(policy.first);
    if (planOf(policy) === plan) continue;
    // worth knowing by as much as what one would do then beats what one would have done anyway, finding out
    // about the rest when the machine is finished
    const wonThen = policy.value - worthOfPlan(context, sameEnds(entry.from, from.wanted), idle);
    if (wonThen <= 0) continue;
    wins += entry.probability * wonThen;
    if (policy.first !== idle.first) changes += entry.probability;
  }
  if (wins === 0 && !wanted) return null;
  step.valueMinor = idle.value + wins - costMinor;
  step.changes = Math.min(1, changes);
  return { step, finding, after, firsts };
}

/** The same place with other causes one is after. */
function sameEnds(from: Standpoint, wanted: Uint8Array): Standpoint {
  return from.wanted.every((is, i) => is === wanted[i]) ? from : { ...from, wanted, products: undefined };
}

function idleAt({ context, from, base, idle }: Now, bench: number): PolicyValue {
  if (bench === from.bench) return base;
  let value = idle.get(bench);
  if (!value) idle.set(bench, (value = bestBase(context, { ...from, bench })));
  return value;
}

const planOf = ({ first, plan }: PolicyValue) => `${first === 'verify'}/${plan.join()}`;

/** Each outcome in views: probability, what it would leave, what would then still be to win. */
function writeOut(now: Now, look: Look): OutcomeView[] {
  return look.after.map((entry) => ({
    outcome: entry.outcome,
    probability: entry.probability,
    ...likeliest(now, entry.from),
    valueMinor: Math.round(entry.value - look.step.costMinor),
  }));
}

function likeliest({ context }: Now, after: Standpoint): Pick<OutcomeView, 'causes' | 'sound'> {
  const { causes } = context.problem.engine.model;
  // causes seen directly are no news in any outcome
  const known = new Set(context.problem.posterior.acting.fixed);
  const found = context.causes
    .map((c, i) => ({ c, probability: after.marginals[i] }))
    .filter((entry) => entry.probability >= 0.02 && !known.has(entry.c))
    .sort((x, y) => y.probability - x.probability)
    .slice(0, 3)
    .map(({ c, probability }) => ({ cause: causes[c].id, probability }));
  return { causes: found, sound: soundOf(after) };
}

/** Repairs and looks a chassis allows: what a caller passes in as `findings` and `repairs`. */
export function forChassis<T extends Finding | Repair>(
  items: readonly T[],
  chassis: StepProblem['chassis'],
): T[] {
  return items.filter((item) => !item.chassis || item.chassis.includes(chassis));
}
