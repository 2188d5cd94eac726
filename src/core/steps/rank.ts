import { WHOLE_LOOK, type Fact, type Finding, type Repair } from '../catalogue';
import { observable } from '../belief/facts';
import { closingMinutes, minutesOf, movesFor, type BenchMove } from '../minutes/opening';
import { bundleStep } from './bundles';
import { atPrice, benchMask, prepare, runs, viewOf, type PolicyContext } from './context';
import { actsOf } from './hazards';
import { glance, standing, thinkThrough, worthThinking, writeOut, type Look, type Now } from './look';
import { settleTies } from './order';
import {
  basePolicy,
  bestBase,
  bestStop,
  helps,
  soundOf,
  standpoint,
  stopsNow,
  type PolicyValue,
} from './policy';
import { ROUTES, type Route, type SaleRoute, type Shut, type StepProblem } from './problem';
import { asTheirs } from './theirs';

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
  kind: 'look' | 'bundle' | 'repair' | 'verify' | 'read' | 'stop';
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
  /** Questions a bundle answers. */
  answers?: number;
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

/** Kinds of machine rarer than this do not make it worth reading which it is. */
const RARELY = 0.08;
/** Nor does less than this share of the price. */
const TRIFLE = 0.01;
/** Id of the step that reads what the machine is. */
export const READ_MACHINE = 'read-machine';

/** Where values are equal: act before looking, look before giving up. */
const KINDS: RankedStep['kind'][] = ['repair', 'verify', 'read', 'bundle', 'look', 'stop'];
/** Steps whose outcomes are written out; the rest are known by their value alone. */
const WRITTEN_OUT = 24;

/** Can this look be taken now: is what it needs there, and a known-good part for a swap-test? */
export function available(finding: Finding, problem: Pick<StepProblem, 'facts' | 'bin'>): boolean {
  return observable(finding, problem.facts) && (!finding.swap || problem.bin?.[finding.swap] !== undefined);
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
  const now = standing(context, from, base);
  // what may not be powered is not finished and proved: it is given away
  const stop = endangered(problem) ? givenAway(now) : bestStop(context, from);
  const steps: RankedStep[] = [];
  const shut: ShutStep[] = [];
  const looks = new Map<RankedStep, Look>();
  const clearing = clearedBy(problem);
  let canWait = -Infinity;
  for (const finding of problem.findings) {
    const why = available(finding, problem) ? barrier(problem, finding) : null;
    if (why) shut.push({ kind: 'look', id: finding.id, why });
  }
  const gate = gateway(problem);
  const glances = problem.findings.flatMap((finding) => {
    if (finding.id === WHOLE_LOOK || !available(finding, problem)) return [];
    return (
      glance(
        now,
        finding,
        clearing.has(finding.id) ||
          finding === gate ||
          problem.toRead?.includes(finding.id) ||
          problem.also?.includes(finding.id) === true,
      ) ?? []
    );
  });
  for (const { finding, ...glanced } of worthThinking(glances)) {
    const barred = barrier(problem, finding);
    const look = thinkThrough(now, { finding, ...glanced });
    if (!look) continue;
    // what tells whether it lives is worth what it leads to: what was proven sells better, whatever is done then
    if (finding === gate) look.step.valueMinor = Math.max(look.step.valueMinor, meanOf(look));
    if (barred) {
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
  for (const { r, chance } of worthTrying(now)) {
    const prepared = context.repairs[r];
    const { id } = prepared.repair;
    // what hardly anything speaks for is on no list; what clears a danger, or was asked after, is
    if (
      chance < problem.judging.trifling &&
      id !== base.first &&
      !clearing.has(id) &&
      !problem.also?.includes(id)
    )
      continue;
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
  }
  for (const bundle of problem.bundles ?? []) {
    if (problem.shut?.power || !(bundle.needs ?? []).every((fact) => problem.facts[fact] === true)) continue;
    const open = problem.findings.filter(
      (finding) => bundle.findings.includes(finding.id) && available(finding, problem),
    );
    const step = bundleStep(now, bundle, open);
    if (step) steps.push(step);
  }
  if (!problem.wholeLookTaken && !problem.shut?.power) steps.push(wholeLookStep(now));
  const read = readStep(now);
  if (read?.step) steps.push(read.step);
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
  settleTies(problem, steps);
  readNext(problem, steps);
  openFirst(problem, steps, clearing);
  unlikelyLater(steps, problem, clearing);
  // nothing can be made of it but what it ends as: no look is worth its minute
  if (problem.worth.soundMinor <= 0)
    steps.splice(0, steps.length, ...steps.filter(({ kind }) => kind === 'stop'));
  if (!endangered(problem)) worthAMinute(steps, problem);
  const [top] = steps;
  seeFirst(problem, steps, gate);
  for (const step of steps.slice(0, WRITTEN_OUT)) {
    const look = looks.get(step);
    if (look) step.outcomes = writeOut(now, look, clearing.has(step.id));
  }
  const going = Math.max(
    ...steps.filter((step) => step.kind !== 'stop').map((step) => step.valueMinor),
    base.value,
  );
  const routes = ROUTES.map((route) => ({
    route,
    valueMinor: Math.round(route === 'refurbish' ? going : stopValue(now, route)),
  }));
  const ranking: StepRanking = {
    steps: steps.map((step) => ({
      ...step,
      valueMinor: Math.round(step.valueMinor),
      costMinor: Math.round(step.costMinor),
    })),
    shut,
    routes,
    // to finish a machine that is most likely sound is to refurbish it; a danger is looked into whatever it is worth
    best:
      (endangered(problem) ? going > stop.value : top.kind !== 'stop') ||
      (stop.route === 'disclose' && soundOf(from) >= 0.5)
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
    readingMinor: read ? Math.round(read.winsMinor) + 0 : null,
  };
  return problem.theirs ? asTheirs(ranking, problem.theirs) : ranking;
}

/** Repairs thought through: so many of those that win most for what they cost. */
const TRIED = 32;
/** A repair less likely to help than this is not thought of. */
const HARDLY = 0.002;

function worthTrying({ context, from }: Now): { r: number; chance: number }[] {
  const { causes } = context.problem.engine.model;
  return context.repairs
    .map(({ aims, success, cost }, r) => {
      let wins = 0;
      aims.forEach((aim, a) => {
        if (from.view.visible[aim])
          wins += from.marginals[aim] * success[a] * (1 - causes[context.causes[aim]].valueLeft);
      });
      return { r, ratio: wins / Math.max(1, cost[from.bench]) };
    })
    .filter(({ ratio }) => ratio > 0)
    .sort((a, b) => b.ratio - a.ratio)
    .filter(({ r }, n) => n < TRIED || context.problem.also?.includes(context.repairs[r].repair.id))
    .map(({ r }) => ({ r, chance: helps(context, from, r, undefined, from.view.visible) }))
    .filter(({ chance }) => chance >= HARDLY);
}

/** Why a step may not be taken. */
export function barrier(problem: Pick<StepProblem, 'shut'>, item: Finding | Repair): Shut | null {
  for (const act of actsOf(item)) {
    const why = problem.shut?.[act];
    if (why) return why;
  }
  return null;
}

/** Does a danger stand? */
const endangered = ({ shut }: StepProblem) => Object.values(shut ?? {}).some(({ kind }) => kind === 'gate');

/**
 * What opens what is shut comes before everything, whatever the machine is worth. While a danger stands nothing else
 * is proposed but to give the machine away: with its fault told, for its parts, as scrap.
 */
function openFirst(problem: StepProblem, steps: RankedStep[], clearing: Clearing): void {
  if (endangered(problem))
    steps.splice(0, steps.length, ...steps.filter(({ id, kind }) => clearing.has(id) || kind === 'stop'));
  const opening = steps.filter((step) => clearing.has(step.id));
  if (!opening.length) return;
  const top = Math.max(...steps.map((step) => step.valueMinor));
  steps.splice(0, steps.length, ...opening, ...steps.filter((step) => !opening.includes(step)));
  opening.forEach((step, i) => (step.valueMinor = Math.max(step.valueMinor, top - i * 1e-6)));
}

/**
 * What was seen and not read yet is read next: a minute of decoding comes before any opening, and before giving the
 * machine away.
 */
function readNext({ toRead = [] }: StepProblem, steps: RankedStep[]): void {
  const reading = steps.filter(({ kind, id }) => kind === 'look' && toRead.includes(id));
  if (!reading.length) return;
  const top = Math.max(...steps.map(({ valueMinor }) => valueMinor));
  steps.splice(0, steps.length, ...reading, ...steps.filter((step) => !reading.includes(step)));
  reading.forEach((step, n) => (step.valueMinor = Math.max(step.valueMinor, top - n * 1e-6)));
}

/** What a look leads to, by its outcomes, less what it costs. Minor units. */
const meanOf = ({ after, step }: Look): number =>
  after.reduce((sum, { probability, value }) => sum + probability * value, 0) - step.costMinor;

/** What tells whether it lives at all, in the order one comes to know it. */
const LIFE: readonly Fact[] = ['power', 'picture'];

/**
 * The look that tells whether the machine starts, from outside, while nobody has seen that; null: it was seen, it may
 * not be powered, or nothing of the kind is left to look at.
 */
function gateway(problem: StepProblem): Finding | null {
  const { facts, shut, findings } = problem;
  if (runs(facts) || shut?.power) return null;
  const fact = LIFE.find((each) => facts[each] !== true);
  return (
    findings.find(
      (finding) =>
        fact !== undefined &&
        !finding.bench?.caseOpen &&
        finding.outcomes.some(({ shows }) => shows?.includes(fact)) &&
        available(finding, problem) &&
        !barrier(problem, finding),
    ) ?? null
  );
}

/**
 * A machine nobody has seen starting is not sold before that was looked at, and nothing that only adds value once it
 * lives is done to it: the look that tells comes before such an ending and such a repair.
 */
function seeFirst({ repairs }: StepProblem, steps: RankedStep[], gate: Finding | null): void {
  const at = steps.findIndex(({ kind, id }) => kind === 'look' && id === gate?.id);
  if (!gate || at < 0) return;
  const adds = ({ kind, id }: RankedStep) =>
    kind === 'repair' &&
    !repairs.some((repair) => repair.id === id && Object.keys(repair.cures).some((cause) => gate.by[cause]));
  const early = steps.findIndex(
    (step, n) =>
      adds(step) || (n === 0 && step.kind === 'stop' && (step.id === 'disclose' || step.id === 'asFound')),
  );
  if (early >= 0 && early < at) steps.splice(early, 0, ...steps.splice(at, 1));
}

/**
 * What takes minutes and is foretold to win next to nothing over stopping is not the first of a list: a shorter step
 * that wins as much is, or to stop.
 */
function worthAMinute(steps: RankedStep[], { judging, worth }: StepProblem): void {
  const stop = steps.find(({ kind }) => kind === 'stop');
  const [top] = steps;
  if (!stop || top.kind === 'stop' || top.minutes <= judging.fewMinutes) return;
  if (top.valueMinor - stop.valueMinor >= judging.hardlyShare * worth.soundMinor) return;
  const shorter = steps.find(
    (step) =>
      step !== stop &&
      step.minutes <= judging.fewMinutes &&
      step.valueMinor >= stop.valueMinor &&
      (step.kind !== 'repair' || (step.chance ?? 1) >= judging.unlikely),
  );
  const first = shorter ?? stop;
  steps.splice(0, steps.length, first, ...steps.filter((step) => step !== first));
}

/** Steps that stand before what is unlikely to help. */
const BEFORE_UNLIKELY = 3;

/** What is unlikely to help is not among the first of a list, whatever it would be worth; what clears a danger may be. */
function unlikelyLater(steps: RankedStep[], { judging, also }: StepProblem, clearing: Clearing): void {
  const unlikely = steps.filter(
    ({ kind, id, chance = 1 }) => kind === 'repair' && chance < judging.unlikely && !clearing.has(id),
  );
  const others = steps.filter((step) => !unlikely.includes(step));
  // and where nothing else is left they are on no list
  if (others.length < BEFORE_UNLIKELY)
    return void steps.splice(
      0,
      steps.length,
      ...steps.filter((step) => !unlikely.includes(step) || also?.includes(step.id)),
    );
  steps.splice(
    0,
    steps.length,
    ...others.slice(0, BEFORE_UNLIKELY),
    ...steps.filter((step) => !others.slice(0, BEFORE_UNLIKELY).includes(step)),
  );
}

interface Clearing {
  has: (id: string) => boolean;
  /** Looks before the first power. */
  first: ReadonlySet<string>;
  best: number;
}

/** Steps that open what is shut, and the best that could be done if it were open. */
function clearedBy(problem: StepProblem): Clearing {
  const ids = new Set<string>();
  const first = new Set<string>();
  for (const why of Object.values(problem.shut ?? {})) {
    if (why.kind === 'look first') why.findings.forEach((id) => first.add(id));
    if (why.kind === 'gate') why.opens.forEach((id) => ids.add(id));
  }
  return { has: (id) => ids.has(id) || first.has(id), first, best: -Infinity };
}

function likely({ context, from, local }: Now, id: string): boolean {
  const i = local.get(context.problem.engine.model.causeIndex.get(id) ?? -1);
  return i !== undefined && from.marginals[i] > 0.02;
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
function readStep({ context, from, base }: Now): { step: RankedStep | false; winsMinor: number } | null {
  const { problem, perMinute } = context;
  const { classes, readMinutes = 1 } = problem;
  if (!classes || classes.length < 2) return null;
  let value = 0;
  const roads = new Set<boolean>();
  for (const { chance, soundMinor } of classes) {
    const priced = atPrice(context, soundMinor);
    const plan = bestBase(priced, { ...from, view: viewOf(priced, problem.facts), products: undefined });
    value += chance * plan.value;
    // worth hands, or only good for parts and scrap?
    if (chance >= RARELY) roads.add(plan.plan.length > 0 || plan.stopRoute === 'disclose');
  }
  const costMinor = readMinutes * perMinute;
  const winsMinor = value - base.value;
  const asked = roads.size > 1 && winsMinor - costMinor > TRIFLE * problem.worth.soundMinor;
  return {
    winsMinor,
    step: asked && {
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

/** The best way to be rid of a machine that is not proved. */
function givenAway(now: Now): { value: number; route: SaleRoute } {
  const ways = (['asFound', 'harvest', 'recycle'] as const).map((route) => ({
    route,
    value: stopValue(now, route),
  }));
  return ways.reduce((best, way) => (way.value > best.value ? way : best));
}

function stopMinutes(problem: StepProblem, route: SaleRoute): number {
  if (route === 'harvest') return problem.worth.harvestMinutes;
  if (route === 'recycle') return 0;
  return (
    (route === 'asFound' ? problem.worth.asFoundMinutes : problem.worth.finishMinutes) +
    closingMinutes(problem.bench, problem.benchMinutes)
  );
}

function stopValue({ context, from }: Now, route: SaleRoute): number {
  const { problem, perMinute } = context;
  const closing =
    route === 'asFound' || route === 'disclose'
      ? closingMinutes(problem.bench, problem.benchMinutes) * perMinute
      : 0;
  if (route === 'recycle') return problem.worth.recycleMinor;
  return stopsNow(context, from)[route] - closing;
}

/** Repairs and looks a chassis allows: what a caller passes in as `findings` and `repairs`. */
export function forChassis<T extends Finding | Repair>(
  items: readonly T[],
  chassis: StepProblem['chassis'],
): T[] {
  return items.filter((item) => !item.chassis || item.chassis.includes(chassis));
}
