import type { Posterior } from '../belief/posterior';

/**
 * The hypotheses worth deciding over: the most probable ones as they stand NOW (repaired causes dropped, causes seen directly
 * added), closed under removing members, so that a repair always leads to a set in the list. Index 0 is the sound machine.
 */
export interface Support {
  count: number;
  /** Members of each set as cause indexes of the model, increasing. */
  sets: number[][];
  /** Sums to 1. */
  weights: Float64Array;
  /** Cause indexes of the model that occur in some set, increasing; their positions are "local" causes. */
  causes: number[];
  /** `without[h * causes.length + local]` = index of set h without that cause, or -1 when h does not hold it. */
  without: Int16Array;
  /** Sets that hold each local cause. */
  holders: Int16Array[];
}

const LIMIT = 160;
const TAIL = 1e-6;

export function supportOf(posterior: Posterior): Support {
  const { hypotheses, probabilities, acting: { fixed, cured } } = posterior;
  const { count, size, members } = hypotheses;
  const order: number[] = [];
  for (let h = 0; h < count; h++) if (probabilities[h] > TAIL) order.push(h);
  order.sort((x, y) => probabilities[y] - probabilities[x]);
  if (order.length > LIMIT) order.length = LIMIT;
  const index = new Map<string, number>();
  const sets: number[][] = [];
  const weights: number[] = [];
  const place = (set: number[]): number => {
    const key = set.join(',');
    let at = index.get(key);
    if (at === undefined) {
      at = sets.length;
      index.set(key, at);
      sets.push(set);
      weights.push(0);
    }
    return at;
  };
  place([]);
  const standing = fixed.filter((cause) => !cured[cause]);
  for (const h of order) {
    const set = standing.slice();
    for (let k = 0; k < size; k++) {
      const cause = members[h * size + k];
      if (cause >= 0 && !cured[cause]) set.push(cause);
    }
    set.sort((a, b) => a - b);
    weights[place(set)] += probabilities[h];
  }
  for (let h = 0; h < sets.length; h++) for (const cause of sets[h]) place(sets[h].filter((other) => other !== cause));
  const causes = [...new Set(sets.flat())].sort((a, b) => a - b);
  const local = new Map(causes.map((cause, i) => [cause, i]));
  const without = new Int16Array(sets.length * causes.length).fill(-1);
  sets.forEach((set, h) => {
    for (const cause of set) without[h * causes.length + local.get(cause)!] = index.get(set.filter((other) => other !== cause).join(','))!;
  });
  const holders = causes.map((cause) => Int16Array.from(sets.flatMap((set, h) => (set.includes(cause) ? [h] : []))));
  const total = weights.reduce((sum, w) => sum + w, 0);
  return { count: sets.length, sets, weights: Float64Array.from(weights, (w) => w / total), causes, without, holders };
}
