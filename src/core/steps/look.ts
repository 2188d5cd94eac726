import type { Finding, Repair } from '../catalogue';
import { show, type Facts } from '../belief/facts';
import { findingFactor, type Factor } from '../belief/factors';
import { predictive } from '../belief/predictive';
import { marginalsOf } from '../belief/mixture';
import { minutesOf, movesFor, stateAfter } from '../minutes/opening';
import { benchMask, viewOf, type PolicyContext, type View } from './context';
import { powers } from './hazards';
import { bestBase, soundOf, standpoint, worthOfPlan, type PolicyValue, type Standpoint } from './policy';
import type { OutcomeView, RankedStep } from './rank';

/** Worked out once: where the machine stands before any step. */
export interface Now {
  context: PolicyContext;
  from: Standpoint;
  base: PolicyValue;
  local: Map<number, number>;
  views: Map<string, View>;
  /** The base policy from other states of the bench. */
  idle: Map<number, PolicyValue>;
  /** By question: its outcomes as factors over the causes of the stories. */
  factors: Map<string, readonly Factor[]>;
}

/** Where a look is weighed from, with what is worked out once for all looks from there. */
export function standing(context: PolicyContext, from: Standpoint, base: PolicyValue): Now {
  return {
    context,
    from,
    base,
    local: new Map(context.causes.map((cause, i) => [cause, i])),
    views: new Map([[keyOf(context.problem.facts), from.view]]),
    idle: new Map(),
    factors: new Map(),
  };
}

/** The outcomes of a question as factors over the causes of the stories; worked out once. */
export function outcomesOf({ context, local, factors }: Now, id: string): readonly Factor[] {
  let own = factors.get(id);
  const compiled = context.problem.engine.model.findings.get(id);
  if (!own)
    factors.set(
      id,
      (own = compiled
        ? Array.from({ length: compiled.outcomes }, (_, o) =>
            localFactor(findingFactor(compiled, o, NOTHING), local),
          )
        : []),
    );
  return own;
}

/** Where one outcome of a look leaves the machine. */
interface After {
  outcome: number;
  probability: number;
  from: Standpoint;
  value: number;
  /** It leaves everything as it is. */
  same: boolean;
}

export interface Glance {
  finding: Finding;
  wanted: boolean;
  bench: number;
  after: After[];
  step: RankedStep;
  /** Most it can win, less its cost, minor units. */
  promiseMinor: number;
}

/** A look worked out: its step, and what would be done first after each likely outcome. */
export interface Look {
  step: RankedStep;
  finding: Finding;
  after: After[];
  firsts: Set<string>;
}

/** Outcomes rarer than this do not decide whether a look can wait. */
const UNLIKELY = 0.03;
/** A look that moves no cause by this much, on the average, leaves every plan as it is. */
const IDLE = 0.004;
/** Outcomes rarer than this are not thought through. */
const RARE = 0.004;
/** An outcome that moves no cause by this much leaves everything as it is. */
const STILL = 0.004;

const keyOf = (facts: Facts) =>
  Object.entries(facts)
    .map(([fact, so]) => `${fact}${so ? '+' : '-'}`)
    .sort()
    .join();

/** What can be seen after outcomes, in their order. */
export function viewAfter(
  { context, views }: Now,
  answered: readonly { finding: Finding; outcome: number }[],
): View {
  const facts = { ...context.problem.facts };
  for (const { finding, outcome } of answered) {
    for (const fact of finding.outcomes[outcome].shows ?? []) show(facts, fact);
    for (const fact of finding.outcomes[outcome].denies ?? []) facts[fact] = false;
  }
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
  // what would have spoilt it at once has had its chance
  const again = problem.facts.started === true ? 0.1 : 1;
  return again * share * problem.worth.soundMinor * (1 - problem.worth.feeShare);
}

/** What moves with the causes a look tells of, besides themselves. */
const ALONG = 1.5;

/**
 * Could it win its own cost at all? What it tells of a cause moves its chance by at most 2 p (1 - p) on the
 * average, and the price by as much of it as the cause takes.
 */
function mayPay({ context }: Now, finding: Finding, touched: readonly number[]): boolean {
  const { problem, perMinute } = context;
  const { causes } = problem.engine.model;
  let most = 0;
  let matters = false;
  for (const cause of touched) {
    const p = problem.posterior.marginals[cause];
    const spread = p * (1 - p);
    if (spread >= IDLE / 2) matters = true;
    most += 2 * spread * (1 - causes[cause].valueLeft);
  }
  const net = problem.worth.soundMinor * (1 - problem.worth.feeShare);
  const moves = movesFor(finding.bench, problem.bench, problem.benchMinutes);
  return matters && ALONG * most * net > (minutesOf(moves) + finding.minutes) * perMinute;
}

/**
 * What a look may show, and how far each would move belief: before any plan is made after it.
 * @param wanted it opens what is shut: it is looked at even where it moves nothing
 */
export function glance(now: Now, finding: Finding, wanted: boolean): Glance | null {
  const { context, from } = now;
  const { problem, perMinute } = context;
  const compiled = problem.engine.model.findings.get(finding.id);
  if (!compiled) return null;
  // nobody can answer a question about what is not there
  if (compiled.presumes.some((cause) => problem.posterior.marginals[cause] > 0.99)) return null;
  if (!wanted && !mayPay(now, finding, compiled.touched)) return null;
  const after: After[] = [];
  const changed = new Float64Array(from.marginals.length);
  const bench = benchMask(
    stateAfter(problem.bench, movesFor(finding.bench, problem.bench, problem.benchMinutes)),
  );
  for (const [o, factor] of outcomesOf(now, finding.id).entries()) {
    const { mixture, probability } = predictive(context.mixture, factor, context.homes);
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
      from: standpoint(context, mixture, viewAfter(now, [{ finding, outcome: o }]), bench, marginals, from),
      value: 0,
      same: most < STILL || probability < RARE,
    });
  }
  let moved = 0;
  for (let i = 0; i < changed.length; i++) moved = Math.max(moved, changed[i]);
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
  const { causes: model } = problem.engine.model;
  const net = problem.worth.soundMinor * (1 - problem.worth.feeShare);
  let most = 0;
  for (let i = 0; i < changed.length; i++) most += changed[i] * (1 - model[context.causes[i]].valueLeft);
  return { finding, wanted, bench, after, step, promiseMinor: most * net - costMinor };
}

/** What the thinking through of a look may cost: so many of the most promising ones, and all that are wanted. */
const THOUGHT = 24;

/** A look wins at most what it moves of the price; those that could not even win their own cost are left out. */
export function worthThinking(glances: readonly Glance[]): Glance[] {
  return [...glances]
    .sort((a, b) => Number(b.wanted) - Number(a.wanted) || b.promiseMinor - a.promiseMinor)
    .filter(
      (each, n) => each.wanted || (each.promiseMinor > 0 && (n < THOUGHT || each.finding.swap !== undefined)),
    );
}

/** The look with a plan after each of its outcomes, and what it is worth. */
export function thinkThrough(now: Now, { finding, wanted, bench, after, step }: Glance): Look | null {
  const { context, from } = now;
  const { costMinor } = step;
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
  // what it leads to, by its outcomes; what is too rare to be followed leaves one where one stands
  step.valueMinor =
    after.reduce((sum, { probability, value }) => sum + probability * (value - idle.value), idle.value) -
    costMinor;
  step.changes = Math.min(1, changes);
  return { step, finding, after, firsts };
}

/** The same place with other causes one is after. */
export function sameEnds(from: Standpoint, wanted: Uint8Array): Standpoint {
  return from.wanted.every((is, i) => is === wanted[i]) ? from : { ...from, wanted, products: undefined };
}

/** What the base policy is worth from here with the bench in another state; worked out once a state. */
export function idleAt({ context, from, base, idle }: Now, bench: number): PolicyValue {
  if (bench === from.bench) return base;
  let value = idle.get(bench);
  if (!value) idle.set(bench, (value = bestBase(context, { ...from, bench })));
  return value;
}

const planOf = ({ first, plan }: PolicyValue) => `${first === 'verify'}/${plan.join()}`;

/** Seen well less often than this, a look is worth what it opens whatever it shows. */
const SELDOM = 0.05;

/**
 * Each outcome in views: probability, what it would leave, what would then still be to win. A look that opens what is
 * shut (`opens`) is worth more than its outcomes are while that is still shut: what it opens is won where all is well.
 */
export function writeOut(now: Now, look: Look, opens: boolean): OutcomeView[] {
  const { step, after } = look;
  const worth = (o: number) => after[o].value - step.costMinor;
  const more = step.valueMinor - after.reduce((sum, { probability }, o) => sum + probability * worth(o), 0);
  const well = after.findIndex(({ outcome, probability }) => outcome === 0 && probability >= SELDOM);
  const won = (o: number) =>
    more <= 0 ? 0 : !opens || well < 0 ? more : o === well ? more / after[well].probability : 0;
  return after.map((entry, o) => ({
    outcome: entry.outcome,
    probability: entry.probability,
    ...likeliest(now, entry.from),
    valueMinor: Math.round(worth(o) + won(o)),
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
