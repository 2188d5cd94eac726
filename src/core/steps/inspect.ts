import { eliminate } from '../belief/eliminate';
import { factsOf, follows, observable, type Facts } from '../belief/facts';
import type { Evidence } from '../belief/factors';
import { compileModel, type ModelContext } from '../belief/model';
import { type Weight, weighRecord } from '../belief/weigh';
import { BeliefEngine, type Posterior, ImpossibleEvidence, storiesOf } from '../belief/posterior';
import {
  type BenchState,
  type Tool,
  type Repair,
  type Finding,
  type Fact,
  type Catalogue,
  WHOLE_LOOK,
} from '../catalogue';
import { likelyDangers } from '../safety/power';
import { powers, shutBy } from './hazards';
import { type PolicyContext, prepare } from './context';
import { askedFor } from './complaint';
import type { UnitWorth, StepProblem, PriceClass } from './problem';
import { type StepRanking, READ_MACHINE, forChassis, rankSteps } from './rank';
import { openedAgain, readRecord, sinceLastHelp, type RecordRead, type Sighted } from './sighted';

/** Stories a plan is worked out on. */
const STORIES = 24;

export interface EvaluationInput extends ModelContext {
  record: readonly Sighted[];
  bench: BenchState;
  worth: UnitWorth;
  /** Range of the sound price, minor units. */
  priceLowMinor: number;
  priceHighMinor: number;
  ratePerHourMinor: number;
  verifyMinutes: number;
  /** Known-good parts to hand, by class: minor units of the cheapest. */
  bin?: StepProblem['bin'];
  /** Offers of parts for this machine. */
  quotes?: StepProblem['quotes'];
  /** What the machine may turn out to be once it is read. */
  classes?: readonly PriceClass[];
  /** The system and the data on it stay. */
  keeps?: boolean;
  /** It is somebody else's: `worth` is then the fee. */
  theirs?: StepProblem['theirs'];
  /** What is on it and has to come off before it is powered. */
  dirt?: string;
  /** What the shop has not got. */
  lacks?: readonly Tool[];
}

/** Engines are kept by chassis and source: compiling is done once a process. */
const engines = new WeakMap<Catalogue, Map<string, BeliefEngine>>();

/** The engine of a kind of machine and a source; compiled once a process and catalogue. */
export function engineFor(catalogue: Catalogue, context: ModelContext): BeliefEngine {
  let kept = engines.get(catalogue);
  if (!kept) engines.set(catalogue, (kept = new Map()));
  const key = `${context.chassis}/${context.source}`;
  let engine = kept.get(key);
  if (!engine) kept.set(key, (engine = new BeliefEngine(compileModel(catalogue, context))));
  return engine;
}

const usual = new WeakMap<BeliefEngine, number>();
/** Share of the sound price the usual faults of such a machine leave: exact, from the priors. */
export function usualLeft(engine: BeliefEngine): number {
  let left = usual.get(engine);
  if (left === undefined) {
    const { nodes, causes, logOdds } = engine.model;
    const odds = Float64Array.from(logOdds, Math.exp);
    const told = odds.map((own, c) => own * causes[c].valueLeft);
    left = Math.exp(eliminate(nodes, told, [], false).log - eliminate(nodes, odds, [], false).log);
    usual.set(engine, left);
  }
  return left;
}

/**
 * Everything worked out of a record, nothing left out or rounded: what `evaluateUnit` condenses for the
 * screens.
 */
export interface Inspection {
  engine: BeliefEngine;
  entries: RecordRead['entries'];
  ignored: string[];
  facts: Partial<Record<Fact, boolean>>;
  follow: string[];
  again: string[];
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
 * to be wrong @throws what the engine throws of anything but an impossible record
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
  // what an answer implies comes with it, and what is known to be out after all of them
  const said = input.record.findLastIndex(({ kind }) => ['finding', 'repair', 'unanswered'].includes(kind));
  return [...new Set(entries.map(({ index }) => index))].filter(
    (index) =>
      index < said &&
      possible(entries.filter((entry) => entry.index !== index).map(({ evidence }) => evidence)),
  );
}

/** From a record to posteriors, weights of evidence and ranked steps. */
export function inspectUnit(catalogue: Catalogue, input: EvaluationInput): Inspection {
  const engine = engineFor(catalogue, input);
  const repairs = new Map(catalogue.repairs.map((repair) => [repair.id, repair]));
  const { entries, ignored, seen, taken, noAnswer } = readRecord(
    catalogue,
    engine,
    input.record,
    input.chassis,
  );
  const evidence = entries.map((entry) => entry.evidence);
  const { weights, states, impossible } = weighed(engine, evidence);
  const facts = factsOf(seen);
  const since = sinceLastHelp(taken, (repair) => openedAgain(catalogue, repairs.get(repair)));
  const posterior = states[states.length - 1];
  const follow = forChassis(catalogue.findings, input.chassis)
    .filter((finding) => follows(finding, facts) && !since.taken.has(finding.id))
    .map((finding) => finding.id);
  const open = (finding: Finding) =>
    finding.stage !== 'claim' &&
    !since.taken.has(finding.id) &&
    !follow.includes(finding.id) &&
    (noAnswer.get(finding.id) ?? 'look-again') === 'look-again' &&
    !(finding.tool && input.lacks?.includes(finding.tool));
  const questions = forChassis(catalogue.findings, input.chassis).filter(open);
  /** Looks that can be taken of a machine that is off. */
  const cold = new Set(
    questions.flatMap((finding) => (!powers(finding) && observable(finding, facts) ? finding.id : [])),
  );
  const problem: StepProblem = {
    engine,
    posterior,
    stories: storiesOf(engine.model, posterior, STORIES),
    facts,
    bench: input.bench,
    chassis: input.chassis,
    benchMinutes: catalogue.benchMinutes[input.chassis],
    findings: questions,
    repairs: forChassis(catalogue.repairs, input.chassis).filter(
      (repair) => !since.failed.has(repair.id) && builtFor(repair, facts),
    ),
    bundles: catalogue.bundles.filter(({ id }) => !noAnswer.has(id)),
    worth: input.worth,
    classes: noAnswer.has(READ_MACHINE) ? undefined : input.classes,
    ratePerHourMinor: input.ratePerHourMinor,
    verifyMinutes: input.verifyMinutes,
    bin: input.bin,
    quotes: input.quotes,
    wholeLookTaken: since.taken.has(WHOLE_LOOK),
    judging: catalogue.judging,
    usualLeft: usualLeft(engine),
    theirs: input.theirs,
    toRead: unread(catalogue, taken, since.taken),
    asked: askedFor(engine.model, evidence, claimsOf(catalogue)),
    shut: shutBy(catalogue, taken, input.chassis, {
      facts,
      keeps: input.keeps ?? input.source === 'owner',
      dirt: input.dirt,
      // one that was seen to run has shown that it does not matter, or has had its harm
      likely:
        facts.system === true
          ? []
          : likelyDangers(
              catalogue,
              (cause) => posterior.marginals[engine.model.causeIndex.get(cause) ?? -1] ?? 0,
              (id) => cold.has(id),
            ),
    }),
  };
  const context = prepare(problem);
  return {
    engine,
    entries,
    ignored,
    facts,
    follow,
    again: [...noAnswer].flatMap(([id, why]) => (why === 'look-again' ? [id] : [])),
    weights,
    states,
    impossible,
    problem,
    context,
    ranking: rankSteps(problem, context),
  };
}

/** Looks that read what a standing answer shows. @param standing questions whose answer counts since the last cure */
function unread(
  { findings }: Catalogue,
  taken: RecordRead['taken'],
  standing: ReadonlySet<string>,
): readonly string[] {
  const latest = new Map(
    taken.flatMap((sign) => (sign.kind === 'finding' ? [[sign.finding, sign.outcome] as const] : [])),
  );
  return findings.flatMap(({ id, outcomes }) =>
    standing.has(id) ? (outcomes.find((outcome) => outcome.id === latest.get(id))?.readBy ?? []) : [],
  );
}

/** Questions a seller or owner answers. */
const claimsOf = ({ findings }: Catalogue) =>
  new Set(findings.flatMap(({ id, stage }) => (stage === 'claim' ? [id] : [])));
/** Is the machine built so that this can be done? */
function builtFor({ needs, unless }: Repair, facts: Facts): boolean {
  return (needs ?? []).every((fact) => facts[fact] === true) && !unless?.some((fact) => facts[fact] === true);
}
