import type { Evidence } from './factors';
import type { BeliefEngine, Posterior } from './posterior';

/**
 * How one entry of the record moved each cause, in decibans: 10 log10 of the factor on its odds (Good 1950).
 */
export interface Weight {
  index: number;
  /**
   * By cause index; positive = made it likelier. Summed over the record they give the whole change of log
   * odds.
   */
  decibans: Float64Array;
  soundDecibans: number;
}

const LIMIT = 1e-12;

function logit10(p: number): number {
  const held = Math.min(1 - LIMIT, Math.max(LIMIT, p));
  return 10 * Math.log10(held / (1 - held));
}

/**
 * Weights of evidence entry by entry, and the posterior after the last. A repaired cause is compared by what
 * is left of it.
 */
export function weighRecord(
  engine: BeliefEngine,
  record: readonly Evidence[],
  floor = 0,
): { weights: Weight[]; states: Posterior[] } {
  const states = engine.trace(record, floor);
  const weights: Weight[] = [];
  for (let n = 1; n <= record.length; n++) {
    const before = states[n - 1];
    const after = states[n];
    weights.push({
      index: n - 1,
      decibans: after.marginals.map((p, c) => logit10(p) - logit10(before.marginals[c])),
      soundDecibans: logit10(after.sound) - logit10(before.sound),
    });
  }
  return { weights, states };
}
