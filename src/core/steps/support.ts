import type { Posterior } from '../belief/posterior';

/**
 * The hypotheses worth deciding over: the most probable ones as they stand NOW (repaired causes dropped,
 * causes seen directly added), and what they become when a repair removes a member. Index 0 is the sound
 * machine. Causes seen directly are members of every set, so all their subsets would be 2^n times as many: a
 * set is made when a plan first comes to it.
 */
export class Support {
  /**
   * Members of each set as cause indexes of the model, increasing. The first `weights.length` are there from
   * the start.
   */
  readonly sets: number[][] = [];
  /** Weights of the sets there are from the start; they sum to 1. Sets made later have none. */
  readonly weights: Float64Array;
  /** Cause indexes of the model that occur in some set, increasing; their positions are "local" causes. */
  readonly causes: number[];
  /** Sets that hold each local cause, increasing. */
  readonly holders: number[][];
  private readonly index = new Map<string, number>();
  private readonly local: Map<number, number>;
  /** `without[h * causes.length + local]`: set h without that cause, NOT_HELD or UNMADE. */
  private without: Int32Array;

  /**
   * @param weighted sets with their weights, most probable first; the sound machine is put before them
   * @param crumb a share of all machines too small to make a set for: it counts as not cured
   */
  constructor(
    weighted: readonly (readonly [set: number[], weight: number])[],
    readonly crumb: number,
  ) {
    this.causes = [...new Set(weighted.flatMap(([set]) => set))].sort((a, b) => a - b);
    this.local = new Map(this.causes.map((cause, i) => [cause, i]));
    this.holders = this.causes.map(() => []);
    this.without = new Int32Array(2 * (weighted.length + 1) * this.causes.length);
    this.place([]);
    const weights: number[] = [0];
    let total = 0;
    for (const [set, weight] of weighted) {
      const at = this.place(set);
      weights[at] = (weights[at] ?? 0) + weight;
      total += weight;
    }
    this.weights = Float64Array.from(weights, (weight) => weight / total);
  }

  get count(): number {
    return this.sets.length;
  }

  /**
   * Set `h` without a local cause it holds, made when nobody has come to it before; NOT_HELD when it does not
   * hold it.
   */
  remove(h: number, local: number): number {
    const at = h * this.causes.length + local;
    const known = this.without[at];
    if (known !== UNMADE) return known;
    const made = this.place(this.sets[h].filter((cause) => cause !== this.causes[local]));
    this.without[at] = made;
    return made;
  }

  /** As `remove`, but UNMADE instead of making it. */
  removed(h: number, local: number): number {
    return this.without[h * this.causes.length + local];
  }

  private place(set: number[]): number {
    const key = set.join(',');
    const known = this.index.get(key);
    if (known !== undefined) return known;
    const h = this.sets.length;
    const width = this.causes.length;
    if ((h + 1) * width > this.without.length) {
      const wider = new Int32Array(2 * (h + 1) * width);
      wider.set(this.without);
      this.without = wider;
    }
    this.without.fill(NOT_HELD, h * width, (h + 1) * width);
    this.index.set(key, h);
    this.sets.push(set);
    for (const cause of set) {
      const local = this.local.get(cause)!;
      this.without[h * width + local] = UNMADE;
      this.holders[local].push(h);
    }
    return h;
  }
}

export const NOT_HELD = -1;
export const UNMADE = -2;

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

/**
 * With more causes seen directly than this, larger crumbs are swept away: about 0.2 % of the value for a
 * third of the time.
 */
const FEW = 4;
const crumbOf = (seen: number) => (seen > FEW ? 1e-5 : 1e-7);

/** @param crumb see `Support` */
export function supportOf(posterior: Posterior, crumb?: number): Support {
  const {
    hypotheses,
    probabilities,
    acting: { fixed, cured },
  } = posterior;
  const { count, size, members } = hypotheses;
  const standing = fixed.filter((cause) => !cured[cause]);
  return new Support(
    largest(probabilities, count).map((h) => {
      const set = standing.slice();
      for (let k = 0; k < size; k++) {
        const cause = members[h * size + k];
        if (cause >= 0 && !cured[cause]) set.push(cause);
      }
      return [set.sort((a, b) => a - b), probabilities[h]] as const;
    }),
    crumb ?? crumbOf(standing.length),
  );
}
