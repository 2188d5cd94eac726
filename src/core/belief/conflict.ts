import { drawer, drawIndex, seededRandom } from '../random';
import { outcomeGivenSet, type Acting, type Evidence } from './likelihood';
import { markCured, type BeliefEngine, type Posterior } from './posterior';

export interface ConflictCheck {
  /** Share of simulated records at most as probable as the one seen, in [0, 1]. */
  percentile: number;
  conflict: boolean;
}

/** Below this the findings fit no fault the catalogue knows. */
const CONFLICT_PERCENTILE = 0.01;

/**
 * Do these findings fit any fault known? Draws faults from the posterior, lets each show the same findings
 * again, and asks how often they come out at most as probable as what was seen. Comparing under the
 * posterior, not the prior, keeps a rare but known fault from being called a misfit. Seeded: the same record
 * always gives the same answer.
 * @param draws simulated records, 100..10000
 */
export function checkConflict(
  engine: BeliefEngine,
  record: readonly Evidence[],
  posterior: Posterior,
  draws = 400,
): ConflictCheck {
  const { model } = engine;
  const { size, members } = posterior.hypotheses;
  const cured = new Uint8Array(model.causes.length);
  const taken: { finding: string; outcome: number; acting: Acting }[] = [];
  const { fixed } = posterior.acting;
  for (const entry of record) {
    if (entry.kind === 'finding')
      taken.push({ finding: entry.finding, outcome: entry.outcome, acting: { fixed, cured: cured.slice() } });
    else if (entry.helped) markCured(model, entry.repair.cures, cured);
  }
  if (taken.length < 2) return { percentile: 1, conflict: false };
  const random = seededRandom(taken.length * 7919 + 17);
  const draw = drawer(posterior.probabilities, random);
  let lower = 0;
  for (let n = 0; n < draws; n++) {
    const h = draw();
    let seen = 0;
    let drawn = 0;
    for (const entry of taken) {
      const finding = model.findings.get(entry.finding)!;
      const chances = Array.from({ length: finding.outcomes }, (_, o) =>
        outcomeGivenSet(finding, o, members, h * size, size, entry.acting),
      );
      seen += Math.log(chances[entry.outcome]);
      drawn += Math.log(chances[drawIndex(chances, random)]);
    }
    if (drawn <= seen + 1e-9) lower++;
  }
  const percentile = lower / draws;
  return { percentile, conflict: percentile < CONFLICT_PERCENTILE };
}
