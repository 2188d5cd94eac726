import { type Catalogue, type Fact } from '../catalogue';
import { checkConflict } from '../belief/conflict';
import type { Route } from './problem';
import { type RankedStep, type ShutStep } from './rank';
import { RAISED } from './policy';
import { outcomeSpread, type OutcomeSpread } from './outcomes';
import { type EvaluationInput, type Inspection, inspectUnit } from './inspect';

export interface BeliefLine {
  cause: string;
  probability: number;
  /** Before the last entry. */
  before: number;
  /** No likelier than in any such machine: nothing on the record points at it. */
  usual: boolean;
}

/** What is on no list of answers and moves belief all the same. */
export type Beside = 'part' | 'data' | 'none' | 'mat' | 'model' | 'measured';

export interface Movement {
  /** Index into the record; of what is on no list of answers, how many answers stand before it. */
  entry: number;
  beside?: Beside;
  /** What it has none of. */
  of?: string;
  /** Causes it moved most, decibans, largest change first. */
  causes: { cause: string; decibans: number }[];
  soundDecibans: number;
}

/** What the screens show; plain data, stored as the unit's snapshot. */
export interface Evaluation {
  beliefs: BeliefLine[];
  /** By cause, where it is 1 % or more. */
  chances: Record<string, number>;
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
  /** Standard deviation of those minutes, as long as nobody knows which fault it is. */
  planSpread?: number;
  planSuccess: number;
  facts: Partial<Record<Fact, boolean>>;
  /** Share of belief that was followed; 1: all of it, exactly. */
  covered: number;
  shut: ShutStep[];
  readingMinor: number | null;
  /** Questions whose answer follows from what is known. */
  follow: string[];
  /** Questions to be looked at again: open until they are answered. */
  again: string[];
  /** No fault known could have shown all of this together. */
  impossible: boolean;
  /** Entries that this chassis does not know (the catalogue changed since): kept, but not counted. */
  ignored: string[];
}

const NO_FIT = { percentile: 0, conflict: true };
/** Records drawn for the misfit check. */
const MISFIT_DRAWS = 250;
const SHOWN_BELIEFS = 8;
const SHOWN_STEPS = 16;

/**
 * The whole idea in one call: from everything observed to belief, value and the next best step. Pure: same
 * input, same answer.
 */
export function evaluateUnit(catalogue: Catalogue, input: EvaluationInput): Evaluation {
  const inspection = inspectUnit(catalogue, input);
  const { engine, entries, ignored, facts, states, problem, context, ranking } = inspection;
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
      usual: posterior.marginals[c] < RAISED * engine.usual[c],
    }))
    .sort(
      (a, b) => Number(a.usual) - Number(b.usual) || b.probability - a.probability || b.before - a.before,
    );
  return {
    beliefs: beliefs.slice(0, SHOWN_BELIEFS),
    chances: Object.fromEntries(
      model.causes.flatMap((cause, c) =>
        posterior.marginals[c] >= 0.01 ? [[cause.id, Math.round(posterior.marginals[c] * 1000) / 1000]] : [],
      ),
    ),
    sound: { probability: posterior.sound, before: previous.sound },
    moved: movements(inspection),
    conflict: inspection.impossible
      ? NO_FIT
      : checkConflict(
          engine,
          entries.map((entry) => entry.evidence),
          posterior,
          MISFIT_DRAWS,
          problem.stories,
        ),
    // to stop is on every list, however far down
    steps: ranking.steps.filter(
      (step, n) =>
        n < SHOWN_STEPS ||
        step.kind === 'stop' ||
        catalogue.findings.some(({ id, swap }) => id === step.id && swap),
    ),
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
    covered: posterior.exact ? 1 : problem.stories.covered,
    shut: ranking.shut,
    readingMinor: ranking.readingMinor,
    follow: inspection.follow,
    again: inspection.again,
    impossible: inspection.impossible,
    ignored,
  };
}

/** What each entry of the record moved; what one entry says twice (and of what is behind it) is one line. */
function movements({ engine, entries, weights, states }: Inspection): Movement[] {
  const { causes } = engine.model;
  const lines = new Map<number, { decibans: Float64Array; most: Float64Array; sound: number }>();
  for (const { index, decibans, soundDecibans } of weights) {
    const entry = entries[index].index;
    const line = lines.get(entry) ?? {
      decibans: new Float64Array(causes.length),
      most: new Float64Array(causes.length),
      sound: 0,
    };
    lines.set(entry, line);
    line.sound += soundDecibans;
    causes.forEach((_, c) => {
      line.decibans[c] += decibans[c];
      line.most[c] = Math.max(line.most[c], states[index].marginals[c], states[index + 1].marginals[c]);
    });
  }
  return [...lines].map(([entry, { decibans, most, sound }]) => ({
    entry,
    soundDecibans: round1(sound),
    causes: strongest(
      causes.map((cause, c) => ({ cause: cause.id, decibans: round1(decibans[c]), p: most[c] })),
    ),
  }));
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
