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

/** What an entry may have shown, ready to be asked of many machines. */
class Shown {
  /** P(each outcome) of the machine asked after last. */
  readonly chances: Float64Array;
  private readonly upTo: Float64Array[];
  private readonly below: Float64Array[];

  /** @param width numbers of causes */
  constructor(
    private readonly factors: readonly Factor[],
    readonly outcome: number,
    width: number,
  ) {
    this.chances = new Float64Array(factors.length);
    const table = (of: (factor: Factor) => readonly number[]) =>
      factors.map((factor) => {
        const out = new Float64Array(width).fill(1);
        factor.causes.forEach((cause, i) => (out[cause] = of(factor)[i]));
        return out;
      });
    this.upTo = table(({ upTo }) => upTo);
    this.below = table(({ below }) => below);
  }

  /** P(outcome | this set of causes), every outcome. */
  of(present: readonly number[]): Float64Array {
    const { factors, chances } = this;
    for (let o = 0; o < factors.length; o++) {
      const { leakUpTo, leakBelow, blockers, blocked } = factors[o];
      if (blockers.length && present.some((cause) => blockers.includes(cause))) {
        chances[o] = blocked;
        continue;
      }
      let upTo = leakUpTo;
      let below = leakBelow;
      for (let i = 0; i < present.length; i++) {
        upTo *= this.upTo[o][present[i]];
        below *= this.below[o][present[i]];
      }
      chances[o] = Math.max(0, upTo - below);
    }
    return chances;
  }
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
  const { at, end } = courseOf(model, record);
  const taken = record.flatMap((entry, n) => {
    if (entry.kind !== 'finding') return [];
    const finding = model.findings.get(entry.finding)!;
    const factors = Array.from({ length: finding.outcomes }, (_, o) => findingFactor(finding, o, at[n]));
    return [new Shown(factors, entry.outcome, end.cured.length)];
  });
  if (taken.length < 2) return { percentile: 1, conflict: false };
  const random = seededRandom(taken.length * 7919 + 17);
  const { causes, mixture } = was;
  const draw = drawer(mixture.weights, random);
  let lower = 0;
  for (let n = 0; n < draws; n++) {
    const present = drawSet(mixture, draw(), random).map((cause) => causes[cause]);
    let seen = 0;
    let drawn = 0;
    for (const entry of taken) {
      const chances = entry.of(present);
      seen += Math.log(chances[entry.outcome]);
      drawn += Math.log(chances[drawIndex(chances, random)]);
    }
    if (drawn <= seen + 1e-9) lower++;
  }
  const percentile = lower / draws;
  return { percentile, conflict: percentile < CONFLICT_PERCENTILE };
}
