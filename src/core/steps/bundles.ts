import type { Bundle, Finding } from '../catalogue';
import { predictive } from '../belief/predictive';
import { marginalsOf, type Mixture } from '../belief/mixture';
import { seededRandom, type Random } from '../random';
import { minutesOf, movesFor, stateAfter } from '../minutes/opening';
import { benchMask } from './context';
import { idleAt, outcomesOf, sameEnds, viewAfter, type Now } from './look';
import { bestBase, standpoint, worthOfPlan } from './policy';
import type { RankedStep } from './rank';

/** Joint answers drawn to value a bundle. */
const SAMPLES = 64;
const SEED = 20261126;
/** A bundle of fewer open questions is no bundle. */
const LEAST = 2;

interface Leaf {
  mixture: Mixture;
  samples: number;
  /** What was answered otherwise than by what a sound machine shows. */
  answered: { finding: Finding; outcome: number }[];
}

/** Shares a number of samples out by chance, the systematic way: one random offset. */
function shareOut(samples: number, chances: readonly number[], random: Random): number[] {
  const total = chances.reduce((sum, p) => sum + p, 0);
  const offset = random();
  let reached = 0;
  let given = 0;
  return chances.map((p) => {
    reached += (p / total) * samples;
    const own = Math.max(0, Math.floor(reached + offset) - given);
    given += own;
    return own;
  });
}

/**
 * The answers a bundle may give together, drawn from the posterior question by question: samples that agree so
 * far are followed as one.
 */
function jointAnswers(now: Now, findings: readonly Finding[], random: Random): Leaf[] {
  const { context } = now;
  let leaves: Leaf[] = [{ mixture: context.mixture, samples: SAMPLES, answered: [] }];
  for (const finding of findings) {
    const factors = outcomesOf(now, finding.id);
    if (!factors.length) continue;
    leaves = leaves.flatMap(({ mixture, samples, answered }) => {
      const shown = factors.map((factor) => predictive(mixture, factor, context.homes));
      const own = shareOut(
        samples,
        shown.map(({ probability }) => probability),
        random,
      );
      return shown.flatMap((seen, outcome) =>
        own[outcome] > 0
          ? [{ mixture: seen.mixture, samples: own[outcome], answered: [...answered, { finding, outcome }] }]
          : [],
      );
    });
  }
  return leaves;
}

/**
 * One act that answers many questions: worth what one would do after its answers, less what one would have done
 * without them. Null: too few of its questions are open, or it cannot win its minutes.
 * @param open its questions that are not answered yet and can be seen
 */
export function bundleStep(now: Now, bundle: Bundle, open: readonly Finding[]): RankedStep | null {
  if (open.length < LEAST) return null;
  const { context, from } = now;
  const { problem, perMinute } = context;
  const moves = movesFor(bundle.bench, problem.bench, problem.benchMinutes);
  const minutes = minutesOf(moves) + bundle.minutes;
  const bench = benchMask(stateAfter(problem.bench, moves));
  const idle = idleAt(now, bench);
  let wins = 0;
  let changes = 0;
  for (const leaf of jointAnswers(now, open, seededRandom(SEED))) {
    const marginals = marginalsOf(leaf.mixture);
    const view = viewAfter(now, leaf.answered);
    const there = standpoint(context, leaf.mixture, view, bench, marginals, from);
    const policy = bestBase(context, there);
    const won = policy.value - worthOfPlan(context, sameEnds(there, from.wanted), idle);
    if (won <= 0) continue;
    wins += (leaf.samples / SAMPLES) * won;
    if (policy.first !== idle.first) changes += leaf.samples / SAMPLES;
  }
  const costMinor = minutes * perMinute;
  if (wins <= costMinor) return null;
  return {
    kind: 'bundle',
    id: bundle.id,
    moves,
    partMinor: 0,
    minutes,
    costMinor,
    changes: Math.min(1, changes),
    answers: open.length,
    valueMinor: idle.value + wins - costMinor,
  };
}
