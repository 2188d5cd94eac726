import { atPrice, benchMask, type PolicyContext } from './context';
import { basePolicy } from './policy';
import type { StepRanking } from './rank';

/**
 * P10 and P90 of the net still to win under the plan: each likely fault set is worth what the plan makes of it, at a low, the
 * expected and a high price (weights 1/4, 1/2, 1/4). Minor units.
 * @param low @param high range of the sound price as factors on the expected one
 */
export function valueRange(
  context: PolicyContext,
  ranking: StepRanking,
  low: number,
  high: number,
): { lowMinor: number; highMinor: number } {
  const { support, problem } = context;
  const top = Array.from(support.weights.keys())
    .filter((h) => support.weights[h] > 0)
    .sort((a, b) => support.weights[b] - support.weights[a])
    .slice(0, 24);
  const outcomes: { value: number; weight: number }[] = [];
  for (const [factor, share] of [
    [low, 0.25],
    [1, 0.5],
    [high, 0.25],
  ] as const) {
    const scaled = factor === 1 ? context : atPrice(context, problem.worth.soundMinor * factor);
    for (const h of top) {
      const certain = new Float64Array(support.sets.length);
      certain[h] = 1;
      const verify = ranking.plan.first === 'verify' || support.sets[h].length === 0;
      outcomes.push({
        value: basePolicy(scaled, certain, benchMask(problem.bench), verify).value,
        weight: support.weights[h] * share,
      });
    }
  }
  outcomes.sort((a, b) => a.value - b.value);
  const total = outcomes.reduce((sum, outcome) => sum + outcome.weight, 0);
  const quantile = (q: number) => {
    let run = 0;
    for (const outcome of outcomes)
      if ((run += outcome.weight) >= q * total) return Math.round(outcome.value);
    return Math.round(outcomes[outcomes.length - 1].value);
  };
  return { lowMinor: quantile(0.1), highMinor: quantile(0.9) };
}
