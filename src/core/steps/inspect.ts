import { eliminate } from '../belief/eliminate';
import { factsOf, follows, type Facts } from '../belief/facts';
import type { Evidence, RepairDone } from '../belief/factors';
import { compileModel, appliesTo, type ModelContext } from '../belief/model';
import { type Weight, weighRecord } from '../belief/weigh';
import { BeliefEngine, type Posterior, ImpossibleEvidence, storiesOf } from '../belief/posterior';
import {
  type Ending,
  type PartClass,
  type NoAnswer,
  type BenchState,
  type Tool,
  type Repair,
  type Finding,
  type Fact,
  type Catalogue,
  WHOLE_LOOK,
  BENCH_ITEMS,
} from '../catalogue';
import { shutBy } from './hazards';
import { type PolicyContext, prepare } from './context';
import { askedFor } from './complaint';
import type { Sign } from '../safety/power';
import type { UnitWorth, StepProblem, PriceClass } from './problem';
import { type StepRanking, READ_MACHINE, forChassis, rankSteps } from './rank';

/** Stories a plan is worked out on. */
const STORIES = 24;

/** One entry of a unit's record, voided ones left out, in the order it happened. */
export type Sighted =
  | { kind: 'finding'; id: string; outcome: number }
  | { kind: 'repair'; id: string; ended: Ending }
  /** A part put in or taken out that ended no repair. */
  | { kind: 'part'; class: PartClass; way: 'in' | 'out' }
  /** What closed machines of its model had: factor on the odds of causes, before anything is seen of this one. */
  | { kind: 'model'; odds: Readonly<Record<string, number>> }
  /** What an instrument says with chances: factor on the odds of each cause it speaks of. */
  | { kind: 'measured'; odds: Readonly<Record<string, number>> }
  /** Leads the strip-down mat tells of: closed or powered over while out, and ticked back in. */
  | { kind: 'mat'; off: readonly string[]; back: readonly string[] }
  /** The question was put and there is no answer, or it is to be looked at again. */
  | { kind: 'unanswered'; id: string; why: NoAnswer | 'look-again' };

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
  /** Entries that counted, with their index into the record. */
  entries: { index: number; evidence: Evidence }[];
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
  return entries
    .slice(0, -1)
    .filter((_, n) => possible(entries.filter((__, i) => i !== n).map((entry) => entry.evidence)))
    .map((entry) => entry.index);
}

/** From a record to posteriors, weights of evidence and ranked steps. */
export function inspectUnit(catalogue: Catalogue, input: EvaluationInput): Inspection {
  const engine = engineFor(catalogue, input);
  const findings = new Map(catalogue.findings.map((finding) => [finding.id, finding]));
  const repairs = new Map(catalogue.repairs.map((repair) => [repair.id, repair]));
  const entries: Inspection['entries'] = [];
  const ignored: string[] = [];
  const seen: Parameters<typeof factsOf>[0][number][] = [];
  const taken: Sign[] = [];
  const noAnswer = new Map<string, NoAnswer | 'look-again'>();
  const known = new Map<string, number>();
  const implied = impliedBy(input.record, findings);
  const acts = new Set([READ_MACHINE, ...catalogue.bundles.map(({ id }) => id)]);
  const replaced = replacedIn(input.record);
  input.record.forEach((entry, index) => {
    if (replaced.has(index)) return;
    if (entry.kind === 'repair') {
      const repair = repairs.get(entry.id);
      if (!repair) return void ignored.push(entry.id);
      const done = { ...repair, disturbs: disturbed(catalogue, repair, engine) };
      const helped = entry.ended === 'helped';
      if (entry.ended !== 'looked-well')
        entries.push({
          index,
          evidence:
            helped || entry.ended === 'no-change'
              ? { kind: 'repair', repair: done, helped }
              : { kind: 'work', repair: done },
        });
      taken.push({ kind: 'repair', repair: entry.id, ended: entry.ended });
      if (helped) seen.push('repaired');
      return;
    }
    if (entry.kind === 'part') {
      taken.push({ kind: 'part', class: entry.class, way: entry.way });
      const done = fittedAs(catalogue, entry, input.chassis, engine);
      if (done) entries.push({ index, evidence: { kind: 'work', repair: done } });
      return;
    }
    if (entry.kind === 'measured')
      return void entries.push({ index, evidence: { kind: 'soft', odds: entry.odds } });
    if (entry.kind === 'model') {
      entries.push({
        index,
        evidence: { kind: 'work', repair: { id: 'model', cures: {}, disturbs: { ...entry.odds } } },
      });
      return;
    }
    if (entry.kind === 'mat') {
      // what was ticked back in is not one of those that hands may have left
      entries.forEach((earlier, n) => {
        if (earlier.evidence.kind === 'work' || earlier.evidence.kind === 'repair')
          entries[n] = { ...earlier, evidence: seated(earlier.evidence, entry.back) };
      });
      if (entry.off.length)
        entries.push({ index, evidence: { kind: 'work', repair: leftOff(catalogue, entry.off) } });
      return;
    }
    const finding = findings.get(entry.id);
    if (entry.kind === 'unanswered' && acts.has(entry.id)) return void noAnswer.set(entry.id, entry.why);
    if (!finding || !appliesTo(finding, input.chassis)) return void ignored.push(entry.id);
    if (entry.kind === 'unanswered') {
      noAnswer.set(entry.id, entry.why);
      if (entry.why === 'has-none') entries.push({ index, evidence: { kind: 'absent', finding: entry.id } });
      return;
    }
    if (!(entry.outcome >= 0 && entry.outcome < finding.outcomes.length)) return void ignored.push(entry.id);
    noAnswer.delete(entry.id);
    // what follows from what is known already is not counted a second time
    if (!implied.has(index))
      entries.push({ index, evidence: { kind: 'finding', finding: entry.id, outcome: entry.outcome } });
    taken.push({ kind: 'finding', finding: entry.id, outcome: finding.outcomes[entry.outcome].id });
    seen.push({ finding, outcome: entry.outcome });
    known.set(entry.id, entry.outcome);
  });
  const evidence = entries.map((entry) => entry.evidence);
  const { weights, states, impossible } = weighed(engine, evidence);
  const facts = factsOf(seen);
  const since = sinceLastHelp(taken);
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
  const problem: StepProblem = {
    engine,
    posterior,
    stories: storiesOf(engine.model, posterior, STORIES),
    facts,
    bench: input.bench,
    chassis: input.chassis,
    benchMinutes: catalogue.benchMinutes[input.chassis],
    findings: forChassis(catalogue.findings, input.chassis).filter(open),
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
    asked: askedFor(engine.model, evidence, claimsOf(catalogue)),
    shut: shutBy(catalogue, taken, input.chassis, {
      facts,
      keeps: input.keeps ?? input.source === 'owner',
      dirt: input.dirt,
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

/**
 * Answers that follow from what else was seen until something was mended, whatever their order: indexes into
 * the record.
 */
function impliedBy(record: readonly Sighted[], findings: ReadonlyMap<string, Finding>): Set<number> {
  const implied = new Set<number>();
  const seen: Parameters<typeof factsOf>[0][number][] = [];
  let from = 0;
  const settle = (to: number) => {
    for (let n = from; n < to; n++) {
      const entry = record[n];
      const finding = entry.kind === 'finding' ? findings.get(entry.id) : undefined;
      if (!finding || entry.kind !== 'finding' || entry.outcome !== 0) continue;
      const facts = factsOf(seen.filter((each) => each === 'repaired' || each.finding !== finding));
      if (follows(finding, facts)) implied.add(n);
    }
    from = to;
  };
  record.forEach((entry, n) => {
    if (entry.kind === 'finding') {
      const finding = findings.get(entry.id);
      if (finding?.outcomes[entry.outcome]) seen.push({ finding, outcome: entry.outcome });
    } else if (entry.kind === 'repair' && entry.ended === 'helped') {
      settle(n);
      seen.push('repaired');
    }
  });
  settle(record.length);
  return implied;
}

/**
 * Answers another to the same question came after with no hands between: the same one counts once, another takes its
 * place. Indexes into the record.
 */
function replacedIn(record: readonly Sighted[]): Set<number> {
  const replaced = new Set<number>();
  const last = new Map<string, number>();
  record.forEach((entry, n) => {
    if (entry.kind === 'repair' || entry.kind === 'part' || entry.kind === 'mat') last.clear();
    else if (entry.kind === 'finding') {
      const before = last.get(entry.id);
      if (before !== undefined) replaced.add(before);
      last.set(entry.id, n);
    }
  });
  return replaced;
}

/** Questions a seller or owner answers. */
const claimsOf = ({ findings }: Catalogue) =>
  new Set(findings.flatMap(({ id, stage }) => (stage === 'claim' ? [id] : [])));
/** Is the machine built so that this can be done? */
function builtFor({ needs, unless }: Repair, facts: Facts): boolean {
  return (needs ?? []).every((fact) => facts[fact] === true) && !unless?.some((fact) => facts[fact] === true);
}

/**
 * What hands on this work may leave behind, as factors on the odds: all that such an opening touches together becomes
 * likelier by the catalogue's `handsLeave`, shared out by its weights; what this work does besides has its own factor.
 */
function disturbed(
  catalogue: Pick<Catalogue, 'disturbed' | 'handsLeave'>,
  repair: Repair,
  engine: BeliefEngine,
): Record<string, number> {
  const weights: Record<string, number> = {};
  for (const item of BENCH_ITEMS)
    if (repair.bench?.[item])
      for (const [cause, weight] of Object.entries(catalogue.disturbed[item] ?? {}))
        weights[cause] = Math.max(weights[cause] ?? 0, weight);
  const { causeIndex, logOdds } = engine.model;
  const oddsOf = (cause: string) => {
    const at = causeIndex.get(cause);
    return at === undefined ? 0 : Math.exp(logOdds[at]);
  };
  const touched = Object.entries(weights).filter(([cause]) => oddsOf(cause) > 0);
  const total = touched.reduce((sum, [cause, weight]) => sum + weight * oddsOf(cause), 0);
  return {
    ...Object.fromEntries(
      touched.map(([cause, weight]) => [cause, 1 + (catalogue.handsLeave * weight) / total]),
    ),
    ...repair.disturbs,
  };
}

/** Work less what it may have left: those causes were ticked back in since. */
function seated<E extends Extract<Evidence, { kind: 'work' | 'repair' }>>(
  evidence: E,
  back: readonly string[],
): E {
  const disturbs = Object.fromEntries(
    Object.entries(evidence.repair.disturbs ?? {}).filter(([cause]) => !back.includes(cause)),
  );
  return { ...evidence, repair: { ...evidence.repair, disturbs } };
}

/** Closed or powered over what was not back: each of these, and nothing else, is much likelier. */
const leftOff = (catalogue: Pick<Catalogue, 'leftOff'>, causes: readonly string[]): RepairDone => ({
  id: 'left off',
  cures: {},
  disturbs: Object.fromEntries(causes.map((cause) => [cause, catalogue.leftOff])),
});

/** Hands on a part, as work: what went in does what such a repair does, what came out leaves it touched. */
function fittedAs(
  catalogue: Pick<Catalogue, 'fitting' | 'repairs' | 'disturbed' | 'handsLeave'>,
  part: Extract<Sighted, { kind: 'part' }>,
  chassis: ModelContext['chassis'],
  engine: BeliefEngine,
): RepairDone | null {
  const own = catalogue.fitting[part.class];
  const like = own?.like
    .map((id) => catalogue.repairs.find((repair) => repair.id === id))
    .find((repair) => repair && appliesTo(repair, chassis));
  if (!own || !like) return null;
  const cures =
    part.way === 'out' ? [] : Object.entries(like.cures).filter(([id]) => own.only?.includes(id) ?? true);
  return {
    id: `${part.way}:${part.class}`,
    cures: Object.fromEntries(cures),
    disturbs: disturbed(catalogue, like, engine),
  };
}

/**
 * Findings taken, and repairs done or tried in vain, since the last repair that helped: what was before it may
 * be asked and tried again.
 */
export function sinceLastHelp(entries: readonly Sign[]): { taken: Set<string>; failed: Set<string> } {
  const taken = new Set<string>();
  const failed = new Set<string>();
  for (const entry of entries) {
    if (entry.kind === 'part') continue;
    if (entry.kind === 'finding') taken.add(entry.finding);
    else if (entry.ended !== 'helped') failed.add(entry.repair);
    else {
      taken.clear();
      failed.clear();
    }
  }
  return { taken, failed };
}
