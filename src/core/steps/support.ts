import type { Posterior } from '../belief/posterior';

/** Set h does not hold that cause. */
export const NOT_HELD = -1;

/**
 * The hypotheses worth deciding over: the most probable sets of unseen faults as they stand NOW (repaired
 * causes dropped), and every set they become when a repair removes a member. Set 0 is empty. Causes seen
 * directly are in no set: each is there for certain until a repair cures it, whatever else is wrong, so they
 * stand beside the sets, one chance each.
 */
export class Support {
  /** Members of each set as cause indexes of the model, increasing; the first `weights.length` have weight. */
  readonly sets: number[][] = [];
  /** They sum to 1. Sets that can only be reached have none. */
  readonly weights: Float64Array;
  /** Cause indexes of the model that occur in some set, increasing; their positions are "local" causes. */
  readonly causes: number[];
  /** Sets that hold each local cause, increasing. */
  readonly holders: number[][];
  /** `without[h * causes.length + local]`: set h without that cause, or NOT_HELD. */
  readonly without: Int32Array;

  /**
   * @param weighted sets with their weights, most probable first
   * @param standing causes seen directly and not cured, increasing; their local numbers follow those of `causes`
   */
  constructor(
    weighted: readonly (readonly [set: readonly number[], weight: number])[],
    readonly standing: readonly number[] = [],
  ) {
    const index = new Map<string, number>();
    const place = (set: readonly number[]): number => {
      const key = set.join(',');
      let h = index.get(key);
      if (h === undefined) {
        h = this.sets.length;
        index.set(key, h);
        this.sets.push([...set]);
      }
      return h;
    };
    place([]);
    const weights: number[] = [0];
    let total = 0;
    for (const [set, weight] of weighted) {
      const at = place(set);
      weights[at] = (weights[at] ?? 0) + weight;
      total += weight;
    }
    this.weights = Float64Array.from(weights, (weight) => weight / total);
    this.causes = [...new Set(this.sets.flat())].sort((a, b) => a - b);
    const width = this.causes.length;
    const local = new Map(this.causes.map((cause, i) => [cause, i]));
    const links: [at: number, to: number][] = [];
    this.holders = this.causes.map(() => []);
    // sets grow while they are walked: what is left of one has its own remainders
    for (let h = 0; h < this.sets.length; h++)
      for (const cause of this.sets[h]) {
        const own = local.get(cause)!;
        this.holders[own].push(h);
        links.push([h * width + own, place(this.sets[h].filter((other) => other !== cause))]);
      }
    this.without = new Int32Array(this.sets.length * width).fill(NOT_HELD);
    for (const [at, to] of links) this.without[at] = to;
  }

  get count(): number {
    return this.sets.length;
  }

  /** Set `h` without a local cause; NOT_HELD when it does not hold it. */
  remove(h: number, local: number): number {
    return this.without[h * this.causes.length + local];
  }

  /** P(nothing is wrong) under some weights: with a cause seen directly there is always something. */
  soundIn(weights: Float64Array): number {
    return this.standing.length ? 0 : weights[0];
  }
}

const LIMIT = 160;
const TAIL = 1e-6;

/**
 * Indexes of the most probable hypotheses, at most LIMIT, most probable first; a count by powers of two
 * spares sorting them all.
 */
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
  return new Support(
    largest(probabilities, count).map((h) => {
      const set: number[] = [];
      for (let k = 0; k < size; k++) {
        const cause = members[h * size + k];
        if (cause >= 0 && !cured[cause]) set.push(cause);
      }
      return [set.sort((a, b) => a - b), probabilities[h]] as const;
    }),
    fixed.filter((cause) => !cured[cause]),
  );
}
