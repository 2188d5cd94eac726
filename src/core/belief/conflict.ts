import { drawer, drawIndex, seededRandom } from '../random';
import { courseOf, findingFactor, type Evidence, type Factor } from './factors';
import { drawSet } from './mixture';
import { storiesOf, type BeliefEngine, type Posterior, type Stories } from './posterior';

export interface ConflictCheck {
  /** Share of simulated records at most as probable as the one seen, in [0, 1]. */
  percentile: number;
  conflict: boolean;
}

/** Below this the findings fit no fault the catalogue knows. */
const CONFLICT_PERCENTILE = 0.01;
const STORIES = 64;

/** P(entry | set of causes). */
export function chanceGiven(factor: Factor, present: ReadonlySet<number>): number {
  if (factor.blockers.some((cause) => present.has(cause))) return factor.blocked;
  let upTo = factor.leakUpTo;
  let below = factor.leakBelow;
  factor.causes.forEach((cause, i) => {
    if (!present.has(cause)) return;
    upTo *= factor.upTo[i];
    below *= factor.below[i];
  });
  return Math.max(0, upTo - below);
}

/**
 * Do these findings fit any faults known? Draws faults from the posterior, lets each show the same findings
 * again, and asks how often they come out at most as probable as what was seen. Comparing under the
 * posterior, not the prior, keeps a rare but known fault from being called a misfit. Seeded: the same record
 * always gives the same answer.
 * @param draws simulated records, 100..10000
 */
export function checkConflict(
  { model }: BeliefEngine,
  record: readonly Evidence[],
  posterior: Posterior,
  draws = 400,
  { was }: Pick<Stories, 'was'> = storiesOf(model, posterior, STORIES),
): ConflictCheck {
  const { at } = courseOf(model, record);
  const taken = record.flatMap((entry, n) => {
    if (entry.kind !== 'finding') return [];
    const finding = model.findings.get(entry.finding)!;
    const factors = Array.from({ length: finding.outcomes }, (_, o) => findingFactor(finding, o, at[n]));
    return [{ factors, outcome: entry.outcome }];
  });
  if (taken.length < 2) return { percentile: 1, conflict: false };
  const random = seededRandom(taken.length * 7919 + 17);
  const { causes, mixture } = was;
  const draw = drawer(mixture.weights, random);
  let lower = 0;
  for (let n = 0; n < draws; n++) {
    const present = new Set(drawSet(mixture, draw(), random).map((cause) => causes[cause]));
    let seen = 0;
    let drawn = 0;
    for (const { factors, outcome } of taken) {
      const chances = factors.map((factor) => chanceGiven(factor, present));
      seen += Math.log(chances[outcome]);
      drawn += Math.log(chances[drawIndex(chances, random)]);
    }
    if (drawn <= seen + 1e-9) lower++;
  }
  const percentile = lower / draws;
  return { percentile, conflict: percentile < CONFLICT_PERCENTILE };
}
