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

/** Indexes of the most probable hypotheses, at most LIMIT, most probable first; a count by powers of two spares sorting them all. */
function largest(probabilities: Float64Array, count: number): number[] {
  const buckets = new Uint32Array(64);
  const bucket = (p: number) => Math.min(63, Math.floor(-Math.log2(p)));
  for (let h = 0; h < count; h++) if (probabilities[h] > TAIL) buckets[bucket(probabilities[h])]++;
  let cut = 0;
  for (let seen = 0; cut < 63 && (seen += buckets[cut]) < LIMIT; cut++);
  const order: number[] = [];
  for (let h = 0; h < count; h++)
    if (probabilities[h] > TAIL && bucket(probabilities[h]) <= cut) order.push(h);
  return order.sort((x, y) => probabilities[y] - probabilities[x]).slice(0, LIMIT);
}

export function supportOf(posterior: Posterior): Support {
  const {
    hypotheses,
    probabilities,
    acting: { fixed, cured },
  } = posterior;
  const { count, size, members } = hypotheses;
  const order = largest(probabilities, count);
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
  for (let h = 0; h < sets.length; h++)
    for (const cause of sets[h]) place(sets[h].filter((other) => other !== cause));
  const causes = [...new Set(sets.flat())].sort((a, b) => a - b);
  const local = new Map(causes.map((cause, i) => [cause, i]));
  const without = new Int16Array(sets.length * causes.length).fill(-1);
  sets.forEach((set, h) => {
    for (const cause of set)
      without[h * causes.length + local.get(cause)!] = index.get(
        set.filter((other) => other !== cause).join(','),
      )!;
  });
  const held: number[][] = causes.map(() => []);
  sets.forEach((set, h) => {
    for (const cause of set) held[local.get(cause)!].push(h);
  });
  const holders = held.map((list) => Int16Array.from(list));
  const total = weights.reduce((sum, w) => sum + w, 0);
  return {
    count: sets.length,
    sets,
    weights: Float64Array.from(weights, (w) => w / total),
    causes,
    without,
    holders,
  };
}
