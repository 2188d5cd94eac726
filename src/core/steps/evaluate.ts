import { WHOLE_LOOK, type BenchState, type Catalogue, type Fact } from '../catalogue';
import { checkConflict } from '../belief/conflict';
import { factsOf } from '../belief/facts';
import type { Evidence } from '../belief/likelihood';
import { appliesTo, compileModel, type ModelContext } from '../belief/model';
import { BeliefEngine, ImpossibleEvidence, type Posterior } from '../belief/posterior';
import { weighRecord, type Weight } from '../belief/weigh';
import { prepare, type PolicyContext } from './context';
import type { Route, StepProblem, UnitWorth } from './problem';
import { forChassis, rankSteps, type RankedStep, type StepRanking } from './rank';
import { outcomeSpread, type OutcomeSpread } from './outcomes';

/** One entry of a unit's record, voided ones left out, in the order it happened. */
export type RecordEntry =
  { kind: 'finding'; id: string; outcome: number } | { kind: 'repair'; id: string; helped: boolean };

export interface EvaluationInput extends ModelContext {
  record: readonly RecordEntry[];
  bench: BenchState;
  worth: UnitWorth;
  /** Range of the sound price, minor units. */
  priceLowMinor: number;
  priceHighMinor: number;
  ratePerHourMinor: number;
  verifyMinutes: number;
  /** Known-good parts to hand, by class: minor units of the cheapest. */
  bin?: StepProblem['bin'];
  /** Look causes at once, 1..3. */
  faults?: number;
}

export interface BeliefLine {
  cause: string;
  probability: number;
  /** Before the last entry. */
  before: number;
}

export interface Movement {
  /** Index into the record. */
  entry: number;
  /** Causes it moved most, decibans, largest change first. */
  causes: { cause: string; decibans: number }[];
  soundDecibans: number;
}

/** What the screens show; plain data, stored as the unit's snapshot. */
export interface Evaluation {
  beliefs: BeliefLine[];
  sound: { probability: number; before: number };
  moved: Movement[];
  conflict: { percentile: number; conflict: boolean };
  steps: RankedStep[];
  routes: { route: Route; valueMinor: number }[];
  best: Route;
  valueMinor: number;
  /** Value before the last change, when the caller kept it. */
  valueBeforeMinor?: number;
  /** Eight in ten outcomes lie between these, under the policy that has to find out. */
  lowMinor: number;
  highMinor: number;
  histogram: OutcomeSpread['histogram'];
  stopMinor: number;
  /** Null: hands cost nothing, so any number of minutes. */
  breakEvenMinutes: number | null;
  plan: string[];
  planMinutes: number;
  planSuccess: number;
  facts: Partial<Record<Fact, boolean>>;
  /** No fault known could have shown all of this together. */
  impossible: boolean;
  /** Entries that this chassis does not know (the catalogue changed since): kept, but not counted. */
  ignored: string[];
}

const NO_FIT = { percentile: 0, conflict: true };
const SHOWN_BELIEFS = 8;
const SHOWN_STEPS = 10;

/** Engines are kept by chassis and source: compiling and enumerating is done once a process. */
const engines = new WeakMap<Catalogue, Map<string, BeliefEngine>>();

export function engineFor(catalogue: Catalogue, context: ModelContext, faults = 2): BeliefEngine {
  let kept = engines.get(catalogue);
  if (!kept) engines.set(catalogue, (kept = new Map()));
  const key = `${context.chassis}/${context.source}/${faults}`;
  let engine = kept.get(key);
  if (!engine) kept.set(key, (engine = new BeliefEngine(compileModel(catalogue, context), faults)));
  return engine;
}

/**
 * Everything worked out of a record, nothing left out or rounded: what `evaluateUnit` condenses for the
 * screens.
 */
export interface Inspection {
  engine: BeliefEngine;
  /** Entries that counted, with their index into the record. */
  entries: { index: number; evidence: Evidence }[];
  ignored: string[];
  facts: Partial<Record<Fact, boolean>>;
  weights: Weight[];
  /** Posteriors after 0, 1, 2 ... entries. */
  states: Posterior[];
  /** No set of faults could have shown all of it; taken as only very unlikely. */
  impossible: boolean;
  problem: StepProblem;
  context: PolicyContext;
  ranking: StepRanking;
}

/**
 * How likely at least any answer is, once answers contradict each other: somebody erred, in a look or in the
 * catalogue.
 */
const ERRED = 1e-6;

function weighed(engine: BeliefEngine, evidence: readonly Evidence[]) {
  try {
    return { ...weighRecord(engine, evidence), impossible: false };
  } catch (error) {
    if (!(error instanceof ImpossibleEvidence)) throw error;
    return { ...weighRecord(engine, evidence, ERRED), impossible: true };
  }
}

/**
 * Which entries of an impossible record stand against its last one: without any one of them (the last kept)
 * it is possible.
 * @returns indexes into `input.record`, increasing; empty when it is possible, or when it takes more than one
 * to be wrong
 */
export function clashing(catalogue: Catalogue, input: EvaluationInput): number[] {
  const { engine, entries, impossible } = inspectUnit(catalogue, input);
  if (!impossible) return [];
  const possible = (record: readonly Evidence[]) => {
    try {
      engine.posterior(record);
      return true;
    } catch (error) {
      if (error instanceof ImpossibleEvidence) return false;
      throw error;
    }
  };
  return entries
    .slice(0, -1)
    .filter((_, n) => possible(entries.filter((__, i) => i !== n).map((entry) => entry.evidence)))
    .map((entry) => entry.index);
}

/** From a record to posteriors, weights of evidence and ranked steps. */
export function inspectUnit(catalogue: Catalogue, input: EvaluationInput): Inspection {
  const engine = engineFor(catalogue, input, input.faults);
  const findings = new Map(catalogue.findings.map((finding) => [finding.id, finding]));
  const repairs = new Map(catalogue.repairs.map((repair) => [repair.id, repair]));
  const entries: Inspection['entries'] = [];
  const ignored: string[] = [];
  const seen: Parameters<typeof factsOf>[0][number][] = [];
  input.record.forEach((entry, index) => {
    if (entry.kind === 'finding') {
      const finding = findings.get(entry.id);
      if (
        !finding ||
        !appliesTo(finding, input.chassis) ||
        !(entry.outcome >= 0 && entry.outcome < finding.outcomes.length)
      )
        return void ignored.push(entry.id);
      entries.push({ index, evidence: { kind: 'finding', finding: entry.id, outcome: entry.outcome } });
      seen.push({ finding, outcome: entry.outcome });
    } else {
      const repair = repairs.get(entry.id);
      if (!repair) return void ignored.push(entry.id);
      entries.push({ index, evidence: { kind: 'repair', repair, helped: entry.helped } });
      if (entry.helped) seen.push('repaired');
    }
  });
  const evidence = entries.map((entry) => entry.evidence);
  const { weights, states, impossible } = weighed(engine, evidence);
  const facts = factsOf(seen);
  const { taken, failed } = sinceLastHelp(evidence);
  const problem: StepProblem = {
    engine,
    posterior: states[states.length - 1],
    facts,
    bench: input.bench,
    chassis: input.chassis,
    benchMinutes: catalogue.benchMinutes[input.chassis],
    findings: forChassis(catalogue.findings, input.chassis).filter(
      (finding) => finding.stage !== 'claim' && !taken.has(finding.id),
    ),
    repairs: forChassis(catalogue.repairs, input.chassis).filter((repair) => !failed.has(repair.id)),
    worth: input.worth,
    ratePerHourMinor: input.ratePerHourMinor,
    verifyMinutes: input.verifyMinutes,
    bin: input.bin,
    wholeLookTaken: taken.has(WHOLE_LOOK),
  };
  const context = prepare(problem);
  return {
    engine,
    entries,
    ignored,
    facts,
    weights,
    states,
    impossible,
    problem,
    context,
    ranking: rankSteps(problem, context),
  };
}

/**
 * The whole idea in one call: from everything observed to belief, value and the next best step. Pure: same
 * input, same answer.
 */
export function evaluateUnit(catalogue: Catalogue, input: EvaluationInput): Evaluation {
  const inspection = inspectUnit(catalogue, input);
  const { engine, entries, ignored, facts, weights, states, problem, context, ranking } = inspection;
  const { model } = engine;
  const { posterior, worth } = problem;
  const previous = states[Math.max(0, states.length - 2)];
  const valueMinor = Math.max(...ranking.routes.map((entry) => entry.valueMinor));
  const spread = outcomeSpread(
    context,
    ranking.plan,
    input.priceLowMinor / Math.max(1, worth.soundMinor),
    input.priceHighMinor / Math.max(1, worth.soundMinor),
    valueMinor,
  );
  const beliefs = model.causes
    .map((cause, c) => ({
      cause: cause.id,
      probability: posterior.marginals[c],
      before: previous.marginals[c],
    }))
    .sort((a, b) => b.probability - a.probability || b.before - a.before);
  return {
    beliefs: beliefs.slice(0, SHOWN_BELIEFS),
    sound: { probability: posterior.sound, before: previous.sound },
    moved: weights.map((weight) => ({
      entry: entries[weight.index].index,
      soundDecibans: round1(weight.soundDecibans),
      causes: strongest(
        model.causes.map((cause, c) => ({
          cause: cause.id,
          decibans: round1(weight.decibans[c]),
          p: Math.max(states[weight.index].marginals[c], states[weight.index + 1].marginals[c]),
        })),
      ),
    })),
    conflict: inspection.impossible
      ? NO_FIT
      : checkConflict(
          engine,
          entries.map((entry) => entry.evidence),
          posterior,
        ),
    steps: ranking.steps.slice(0, SHOWN_STEPS),
    routes: ranking.routes,
    best: ranking.best,
    valueMinor,
    ...spread,
    stopMinor: ranking.stopMinor,
    breakEvenMinutes: ranking.breakEvenMinutes,
    plan: ranking.plan.plan,
    planMinutes: Math.round(ranking.plan.minutes),
    planSuccess: ranking.plan.success,
    facts,
    impossible: inspection.impossible,
    ignored,
  };
}

/**
 * Findings taken, and repairs tried in vain, since the last repair that helped: what was before it may be
 * asked and tried again.
 */
export function sinceLastHelp(evidence: readonly Evidence[]): { taken: Set<string>; failed: Set<string> } {
  const taken = new Set<string>();
  const failed = new Set<string>();
  for (const entry of evidence) {
    if (entry.kind === 'finding') taken.add(entry.finding);
    else if (!entry.helped) failed.add(entry.repair.id);
    else {
      taken.clear();
      failed.clear();
    }
  }
  return { taken, failed };
}

const round1 = (value: number) => Math.round(value * 10) / 10;

/** Changes worth words: causes that matter before or after, by size of the move. */
function strongest(
  changes: { cause: string; decibans: number; p: number }[],
): { cause: string; decibans: number }[] {
  return changes
    .filter((change) => change.p >= 0.01 && Math.abs(change.decibans) >= 0.3)
    .sort((a, b) => Math.abs(b.decibans) * b.p - Math.abs(a.decibans) * a.p)
    .slice(0, 4)
    .map(({ cause, decibans }) => ({ cause, decibans }));
}
