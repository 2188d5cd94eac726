import type { Factor } from './factors';
import { type Mixture, chanceOf, weigh, expectOver, assume, homesOf, marginalsOf } from './mixture';
import type { Node } from './tree';

/** One story a factor splits another into, not yet written out. */
interface Child {
  parent: number;
  weight: number;
  /** Position in the factor's causes of the one that showed it; -1: the leak; -2 - k: blocker k. */
  by: number;
  /** How much likelier it is than it looks so far, by what the rest of the record is known to say. */
  lookahead: number;
  /** It stands for others that were left out. */
  stands?: true;
}

/** Scratch for one factor over one width: which nodes it touches, and what it multiplies causes by. */
class Splitter {
  readonly touched: number[];
  /** How many touched nodes take the credit before the leak does. */
  private readonly leakAt: number;
  /** By touched node: positions in `factor.causes`, in order. */
  private readonly own: number[][];
  private readonly abnormal: boolean;
  private readonly ones: Float64Array;
  private readonly up: Float64Array;
  private readonly low: Float64Array;
  private readonly after: Float64Array;
  private readonly scratch: Float64Array;
  private readonly spare: Float64Array;

  constructor(
    private readonly mixture: Mixture,
    readonly factor: Factor,
    private readonly homes: Int32Array,
    likely: ArrayLike<number>,
  ) {
    // the likeliest explanation takes the credit first: what else might have shown the same is then left as it
    // was, and few stories hold most of belief
    const credit = new Float64Array(mixture.nodes.length);
    factor.causes.forEach((cause, i) => {
      const own = likely[cause] * (factor.upTo[i] - factor.below[i]);
      credit[homes[cause]] = Math.max(credit[homes[cause]], own);
    });
    this.touched = [...new Set(factor.causes.map((cause) => homes[cause]))].sort(
      (a, b) => credit[b] - credit[a] || a - b,
    );
    const byLeak = (factor.leakUpTo - factor.leakBelow) / factor.leakUpTo;
    this.leakAt = this.touched.filter((n) => credit[n] > byLeak).length;
    this.own = this.touched.map((n) => factor.causes.flatMap((cause, i) => (homes[cause] === n ? [i] : [])));
    // causes are read node by node
    const order = this.own.flat();
    this.factor = {
      ...factor,
      causes: order.map((i) => factor.causes[i]),
      upTo: order.map((i) => factor.upTo[i]),
      below: order.map((i) => factor.below[i]),
    };
    let at = 0;
    this.own = this.own.map((list) => list.map(() => at++));
    this.abnormal = factor.leakBelow > 0 || factor.below.some((p) => p > 0);
    this.ones = new Float64Array(mixture.width).fill(1);
    this.scratch = new Float64Array(mixture.width);
    this.spare = new Float64Array(mixture.width);
    this.up = new Float64Array(this.touched.length);
    this.low = new Float64Array(this.touched.length);
    this.after = new Float64Array(this.touched.length + 1);
  }

  /** Multiplies the causes at some positions by these numbers from now on; `by` left out: by 1. */
  private set(positions: readonly number[], by?: readonly number[]): void {
    const { causes } = this.factor;
    for (const i of positions) this.ones[causes[i]] = by ? by[i] : 1;
  }

  /** All stories the factor makes of story `s`, with their weights. */
  split(s: number, least: number, out: Child[]): void {
    const { nodes, width, weights } = this.mixture;
    const { factor } = this;
    const from = s * width;
    let base = this.mixture.chances;
    let start = from;
    let weight = weights[s];
    if (factor.blockers.length) {
      base = this.scratch;
      start = 0;
      base.set(this.mixture.chances.subarray(from, from + width));
      // blocked by the first of them that is there
      factor.blockers.forEach((cause, k) => {
        const node = nodes[this.homes[cause]];
        const p = chanceOf(node, base, 0, cause) * weight;
        if (p * factor.blocked > least)
          out.push({ parent: s, weight: p * factor.blocked, by: -2 - k, lookahead: 1 });
        this.ones[cause] = 0;
        weight *= weigh(node, base, 0, this.ones);
        this.ones[cause] = 1;
      });
    }
    const { up, low, after, abnormal, own, ones, touched } = this;
    for (let t = 0; t < touched.length; t++) {
      const node = nodes[touched[t]];
      this.set(own[t], factor.upTo);
      up[t] = expectOver(node, base, start, ones);
      if (abnormal) {
        this.set(own[t], factor.below);
        low[t] = expectOver(node, base, start, ones);
      }
      this.set(own[t]);
    }
    after[touched.length] = 1;
    for (let t = touched.length - 1; t >= 0; t--) after[t] = after[t + 1] * up[t];
    if (!this.abnormal) {
      const all = weight * factor.leakUpTo * after[0];
      if (all > least) out.push({ parent: s, weight: all, by: -1, lookahead: 1 });
      return;
    }
    let before = weight;
    // what nothing listed shows takes its turn by how often it does
    let leak = factor.leakUpTo;
    const byLeak = (t: number) => {
      const own = before * (factor.leakUpTo - factor.leakBelow) * after[t];
      if (own > least) out.push({ parent: s, weight: own, by: -1, lookahead: 1 });
      leak = factor.leakBelow;
    };
    this.touched.forEach((n, t) => {
      if (t === this.leakAt) byLeak(t);
      const node = nodes[n];
      for (const i of this.own[t]) {
        const shows = factor.upTo[i] - factor.below[i];
        if (shows <= 0 || before * after[t + 1] * leak * shows <= least) continue;
        let inside: number;
        if (typeof node === 'number') inside = base[start + node] * shows;
        else {
          this.spare.set(start === from ? base.subarray(from, from + width) : base);
          inside = this.inNode(node, this.spare, t, i) * shows;
        }
        const each = before * after[t + 1] * leak * inside;
        if (each > least) out.push({ parent: s, weight: each, by: i, lookahead: 1 });
      }
      before *= low[t];
    });
    if (this.leakAt === this.touched.length) byLeak(this.leakAt);
  }

  /** Within one node: what stands before position `i` shows less, what stands after may show the same. */
  private inNode(node: Node, chances: Float64Array, t: number, i: number): number {
    const { factor } = this;
    const p = assume(node, chances, 0, factor.causes[i]);
    if (!(p > 0)) return 0;
    for (const other of this.own[t])
      this.ones[factor.causes[other]] =
        other === i ? 1 : other < i ? factor.below[other] : factor.upTo[other];
    const total = weigh(node, chances, 0, this.ones);
    this.set(this.own[t]);
    return p * total;
  }

  /** Writes a story out: the chances given it. */
  write({ parent, by }: Child, out: Float64Array, at: number): void {
    const { nodes, width, chances } = this.mixture;
    const { factor } = this;
    const own = chances.slice(parent * width, (parent + 1) * width);
    if (by <= -2) {
      factor.blockers.slice(0, -2 - by).forEach((cause) => {
        this.ones[cause] = 0;
        weigh(nodes[this.homes[cause]], own, 0, this.ones);
        this.ones[cause] = 1;
      });
      const cause = factor.blockers[-2 - by];
      assume(nodes[this.homes[cause]], own, 0, cause);
    } else {
      for (const cause of factor.blockers) {
        this.ones[cause] = 0;
        weigh(nodes[this.homes[cause]], own, 0, this.ones);
        this.ones[cause] = 1;
      }
      this.touched.forEach((n, t) => {
        const list = this.own[t];
        if (by >= 0 && list.includes(by)) this.inNode(nodes[n], own, t, by);
        else {
          const below = this.abnormal && (by < 0 ? t < this.leakAt : list[list.length - 1] < by);
          this.set(list, below ? factor.below : factor.upTo);
          weigh(nodes[n], own, 0, this.ones);
          this.set(list);
        }
      });
    }
    out.set(own, at);
  }
}

/** Stories this much less likely than all together are not followed. */
const FAINT = 1e-7;
/**
 * The mixture after one more entry.
 * @param limit most stories kept (see `thinned`)
 * @param likely chance each cause is known to end up at
 * @returns the mixture, with weights that sum to `kept`; `probability` of the entry over all stories; `apart`,
 * the share of it in stories that stand for themselves alone
 */
export function observe(
  mixture: Mixture,
  factor: Factor,
  limit: number,
  homes = homesOf(mixture.nodes, mixture.width),
  likely: ArrayLike<number> = marginalsOf(mixture),
): { mixture: Mixture; probability: number; kept: number; apart: number } {
  const splitter = new Splitter(mixture, factor, homes, likely);
  const children: Child[] = [];
  for (let s = 0; s < mixture.weights.length; s++) if (mixture.weights[s] > 0) splitter.split(s, 0, children);
  let probability = 0;
  for (const child of children) probability += child.weight;
  const least = probability * FAINT;
  let chosen = children;
  let apart = 1;
  if (chosen.length > limit) {
    chosen = children.filter((child) => child.weight > least);
    lookaheadWeight(mixture, splitter.factor, chosen, likely);
    const few = resampled(chosen, limit);
    let own = 0;
    for (const child of few) if (!child.stands) own += child.weight;
    apart = probability > 0 ? Math.min(1, own / probability) : 1;
    chosen = few;
  }
  const { nodes, width } = mixture;
  const weights = Float64Array.from(chosen, (child) => child.weight);
  const chances = new Float64Array(chosen.length * width);
  chosen.forEach((child, s) => splitter.write(child, chances, s * width));
  return {
    mixture: { nodes, width, weights, chances },
    probability,
    apart,
    kept: weights.reduce((sum, weight) => sum + weight, 0),
  };
}

/** A look-ahead weight is never taken for more than this, nor for less than one part of it. */
const MOST = 4;
/**
 * Stories are thinned before the whole record has been read. What a cause is known to end up at, against what
 * it is at so far, says which of them will grow.
 */
function lookaheadWeight(
  mixture: Mixture,
  factor: Factor,
  children: Child[],
  likely: ArrayLike<number>,
): void {
  const { width, chances } = mixture;
  const so = marginalsOf(mixture);
  const ratio = so.map((p, cause) => (p > 0 ? Math.min(MOST, Math.max(1 / MOST, likely[cause] / p)) : 1));
  const own = Float64Array.from(mixture.weights, (_, s) => {
    let product = 1;
    for (let cause = 0; cause < width; cause++) if (chances[s * width + cause] === 1) product *= ratio[cause];
    return product;
  });
  for (const child of children) {
    const cause =
      child.by >= 0 ? factor.causes[child.by] : child.by <= -2 ? factor.blockers[-2 - child.by] : -1;
    const news = cause >= 0 && chances[child.parent * width + cause] !== 1;
    child.lookahead = own[child.parent] * (news ? ratio[cause] : 1);
  }
}

/**
 * At most `limit` of the stories that stand for all of them: the heavy ones as they are, of the light ones
 * every so many-th with the weight of those it stands for, so that every sum over stories stays right on the
 * average (Fearnhead & Clifford 2003, JRSS-B 65(4), with even steps for the random ones).
 */
function resampled(children: Child[], limit: number): Child[] {
  if (children.length <= limit) return children;
  let light = 0;
  for (const child of children) light += child.weight * child.lookahead;
  let heavy = 0;
  let each = light / limit;
  // a story heavier than each light one that is kept will weigh stays as it is; that makes the others lighter
  for (let changed = true; changed;) {
    let sum = 0;
    let count = 0;
    for (const { weight, lookahead: by } of children)
      if (weight * by >= each) count++;
      else sum += weight * by;
    changed = count !== heavy && count < limit;
    heavy = Math.min(count, limit - 1);
    light = sum;
    each = light / (limit - heavy);
  }
  const out: Child[] = [];
  // alike ones stand side by side: those of one parent, in the order of what they say
  let due = each / 2;
  for (const child of children) {
    if (child.weight * child.lookahead >= each) {
      out.push(child);
      continue;
    }
    due -= child.weight * child.lookahead;
    if (due >= 0) continue;
    due += each;
    out.push({ ...child, weight: each / child.lookahead, stands: true });
  }
  return out;
}
