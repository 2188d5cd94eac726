import type { Factor } from './factors';
import { causesOf, type Choice, type Node } from './tree';

/**
 * Belief as a mixture of stories. A story says for some entries of the record which cause (or nothing listed)
 * showed them; given the story all nodes are independent. Together the stories are the posterior, exactly;
 * only the most probable are kept.
 *
 * `chances[s * width + i]`: P(cause i | story s), for a state of a choice; for a cause in the rest of a choice
 * P(cause i | story s and none of the states above it).
 */
export interface Mixture {
  nodes: readonly Node[];
  /** Causes, numbered from 0. */
  width: number;
  weights: Float64Array;
  chances: Float64Array;
}

/** P-weighted product over a node of what each of its causes there is multiplied by: E[prod by[i]]. */
export function expectOver(node: Node, chances: Float64Array, from: number, by: ArrayLike<number>): number {
  if (typeof node === 'number') return 1 - chances[from + node] * (1 - by[node]);
  const { states, rest } = node;
  let none = 1;
  let sum = 0;
  for (let i = 0; i < states.length; i++) {
    const p = chances[from + states[i]];
    none -= p;
    sum += p * by[states[i]];
  }
  if (none <= 0) return sum;
  for (let i = 0; i < rest.length; i++) {
    const each = rest[i];
    none *=
      typeof each === 'number'
        ? 1 - chances[from + each] * (1 - by[each])
        : expectOver(each, chances, from, by);
  }
  return sum + none;
}

/** Reweights the sets of a node by the product of `by` over their causes, in place. @returns the total */
export function weigh(node: Node, chances: Float64Array, from: number, by: ArrayLike<number>): number {
  if (typeof node === 'number') {
    const p = chances[from + node];
    const total = 1 - p * (1 - by[node]);
    chances[from + node] = total > 0 ? (p * by[node]) / total : 0;
    return total;
  }
  let none = 1;
  for (const state of node.states) none -= chances[from + state];
  let total = Math.max(0, none);
  for (const each of node.rest) total *= weigh(each, chances, from, by);
  for (const state of node.states) total += chances[from + state] * by[state];
  for (const state of node.states)
    chances[from + state] = total > 0 ? (chances[from + state] * by[state]) / total : 0;
  return total;
}

/** P(a cause of the node is there); -1 when it is not in it. */
function chanceOf(node: Node, chances: Float64Array, from: number, cause: number): number {
  if (typeof node === 'number') return node === cause ? chances[from + node] : -1;
  if (node.states.includes(cause)) return chances[from + cause];
  for (const each of node.rest) {
    const p = chanceOf(each, chances, from, cause);
    if (p < 0) continue;
    let none = 1;
    for (const state of node.states) none -= chances[from + state];
    return p * Math.max(0, none);
  }
  return -1;
}

/** Takes a cause of the node as there, in place. @returns how likely that was, or -1 when it is not in it */
export function assume(node: Node, chances: Float64Array, from: number, cause: number): number {
  if (typeof node === 'number') {
    if (node !== cause) return -1;
    const p = chances[from + node];
    chances[from + node] = 1;
    return p;
  }
  if (node.states.includes(cause)) {
    const p = chances[from + cause];
    for (const state of node.states) chances[from + state] = 0;
    chances[from + cause] = 1;
    return p;
  }
  for (const each of node.rest) {
    const p = assume(each, chances, from, cause);
    if (p < 0) continue;
    let none = 1;
    for (const state of node.states) {
      none -= chances[from + state];
      chances[from + state] = 0;
    }
    return p * Math.max(0, none);
  }
  return -1;
}

/** P(cause i) over all stories. */
export function marginalsOf({ nodes, width, weights, chances }: Mixture): Float64Array {
  const out = new Float64Array(width);
  for (let s = 0; s < weights.length; s++) {
    const from = s * width;
    const weight = weights[s];
    for (let n = 0; n < nodes.length; n++) {
      const node = nodes[n];
      if (typeof node === 'number') out[node] += weight * chances[from + node];
      else addChoice(node, chances, from, weight, out);
    }
  }
  return out;
}

function addChoice(
  { states, rest }: Choice,
  chances: Float64Array,
  from: number,
  weight: number,
  out: Float64Array,
): void {
  let none = weight;
  for (let i = 0; i < states.length; i++) {
    const own = weight * chances[from + states[i]];
    out[states[i]] += own;
    none -= own;
  }
  if (none <= 0) return;
  for (let i = 0; i < rest.length; i++) {
    const each = rest[i];
    if (typeof each === 'number') out[each] += none * chances[from + each];
    else addChoice(each, chances, from, none, out);
  }
}

/** A set of causes drawn from the mixture's story `s`. */
export function drawSet({ nodes, width, chances }: Mixture, s: number, random: () => number): number[] {
  const set: number[] = [];
  const walk = (node: Node) => {
    if (typeof node === 'number') {
      if (random() < chances[s * width + node]) set.push(node);
      return;
    }
    let left = random();
    for (const state of node.states) {
      left -= chances[s * width + state];
      if (left < 0) return void set.push(state);
    }
    node.rest.forEach(walk);
  };
  nodes.forEach(walk);
  return set;
}

/** Which top node each cause stands in. */
export function homesOf(nodes: readonly Node[], width: number): Int32Array {
  const homes = new Int32Array(width).fill(-1);
  nodes.forEach((node, n) => causesOf(node).forEach((cause) => (homes[cause] = n)));
  return homes;
}

/** One story a factor splits another into, not yet written out. */
interface Child {
  parent: number;
  weight: number;
  /** Position in the factor's causes of the one that showed it; -1: the leak; -2 - k: blocker k. */
  by: number;
  /** How much likelier it is than it looks so far, by what the rest of the record is known to say. */
  promise: number;
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
          out.push({ parent: s, weight: p * factor.blocked, by: -2 - k, promise: 1 });
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
      if (all > least) out.push({ parent: s, weight: all, by: -1, promise: 1 });
      return;
    }
    let before = weight;
    // what nothing listed shows takes its turn by how often it does
    let leak = factor.leakUpTo;
    const byLeak = (t: number) => {
      const own = before * (factor.leakUpTo - factor.leakBelow) * after[t];
      if (own > least) out.push({ parent: s, weight: own, by: -1, promise: 1 });
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
        if (each > least) out.push({ parent: s, weight: each, by: i, promise: 1 });
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
    promise(mixture, splitter.factor, chosen, likely);
    const few = thinned(chosen, limit);
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

/** A promise is never taken for more than this, nor for less than one part of it. */
const MOST = 4;

/**
 * Stories are thinned before the whole record has been read. What a cause is known to end up at, against what
 * it is at so far, says which of them will grow.
 */
function promise(mixture: Mixture, factor: Factor, children: Child[], likely: ArrayLike<number>): void {
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
    child.promise = own[child.parent] * (news ? ratio[cause] : 1);
  }
}

/**
 * At most `limit` of the stories that stand for all of them: the heavy ones as they are, of the light ones
 * every so many-th with the weight of those it stands for, so that every sum over stories stays right on the
 * average (Fearnhead & Clifford 2003, JRSS-B 65(4), with even steps for the random ones).
 */
function thinned(children: Child[], limit: number): Child[] {
  if (children.length <= limit) return children;
  let light = 0;
  for (const child of children) light += child.weight * child.promise;
  let heavy = 0;
  let each = light / limit;
  // a story heavier than each light one that is kept will weigh stays as it is; that makes the others lighter
  for (let changed = true; changed;) {
    let sum = 0;
    let count = 0;
    for (const { weight, promise: by } of children)
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
    if (child.weight * child.promise >= each) {
      out.push(child);
      continue;
    }
    due -= child.weight * child.promise;
    if (due >= 0) continue;
    due += each;
    out.push({ ...child, weight: each / child.promise, stands: true });
  }
  return out;
}

/**
 * Moves the stories so that they give each cause the chance it is known to have (Jeffrey's rule, cause by
 * cause, some times over: iterative proportional fitting), in place. Weights sum to 1 before and after.
 * @param known P(cause), exact
 */
export function calibrate(mixture: Mixture, known: ArrayLike<number>, sweeps = 2): void {
  const { nodes, width, weights, chances } = mixture;
  const by = new Float64Array(width).fill(1);
  for (let sweep = 0; sweep < sweeps; sweep++)
    for (const node of nodes)
      for (const cause of causesOf(node)) {
        let so = 0;
        for (let s = 0; s < weights.length; s++) so += weights[s] * chanceOf(node, chances, s * width, cause);
        const p = known[cause];
        if (!(so > 0 && so < 1 && p > 0 && p < 1) || Math.abs(so - p) < 1e-9) continue;
        const absent = (1 - p) / (1 - so);
        by[cause] = p / so / absent;
        for (let s = 0; s < weights.length; s++) weights[s] *= absent * weigh(node, chances, s * width, by);
        by[cause] = 1;
      }
  let total = 0;
  for (const weight of weights) total += weight;
  for (let s = 0; s < weights.length; s++) weights[s] /= total;
}
