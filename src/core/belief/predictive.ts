import type { Factor } from './factors';
import { assume, expectOver, weigh, type Mixture } from './mixture';
import { causesOf, type Node } from './tree';

/** Stories as they are told, side by side in one run of numbers. */
class Told {
  count = 0;
  private weights: Float64Array;
  private chances: Float64Array;

  constructor(
    private readonly width: number,
    about: number,
  ) {
    this.weights = new Float64Array(about);
    this.chances = new Float64Array(about * width);
  }

  add(weight: number, own: Float64Array): void {
    if (!(weight > 0)) return;
    if (this.count === this.weights.length) {
      const { weights, chances } = this;
      this.weights = new Float64Array(2 * this.count + 1);
      this.weights.set(weights);
      this.chances = new Float64Array((2 * this.count + 1) * this.width);
      this.chances.set(chances);
    }
    this.weights[this.count] = weight;
    this.chances.set(own, this.count * this.width);
    this.count++;
  }

  /** The stories as shares, and what they weighed together. */
  asShares(): { weights: Float64Array; chances: Float64Array; probability: number } {
    const weights = this.weights.slice(0, this.count);
    let probability = 0;
    for (let s = 0; s < weights.length; s++) probability += weights[s];
    const total = probability || 1;
    for (let s = 0; s < weights.length; s++) weights[s] /= total;
    return { weights, chances: this.chances.subarray(0, this.count * this.width), probability };
  }
}

/** Top nodes of these causes, each once. */
function nodesOf(causes: readonly number[], homes: Int32Array): number[] {
  const out: number[] = [];
  for (let i = 0; i < causes.length; i++) if (!out.includes(homes[causes[i]])) out.push(homes[causes[i]]);
  return out;
}

/** Copies the chances of a node's causes. */
function take(node: Node, from: Float64Array, into: Float64Array): void {
  if (typeof node === 'number') into[node] = from[node];
  else for (const cause of causesOf(node)) into[cause] = from[cause];
}

/** An explanation with at least this share of what a story says of an answer is told apart. */
const APART = 0.2;
/** Only in stories that hold at least this share of belief. */
const MATTERS = 0.05;

/** Chances of a node's causes, unconditional, added with a weight; and from such back to chances. */
function addNode(node: Node, chances: Float64Array, weight: number, sums: Float64Array): void {
  if (typeof node === 'number') {
    sums[node] += weight * chances[node];
    return;
  }
  let none = 1;
  for (const state of node.states) {
    sums[state] += weight * chances[state];
    none -= chances[state];
  }
  if (none > 0) for (const each of node.rest) addNode(each, chances, weight * none, sums);
}

function settleNode(node: Node, sums: Float64Array, total: number, out: Float64Array, at: number): void {
  if (typeof node === 'number') {
    out[at + node] = total > 0 ? Math.min(1, Math.max(0, sums[node] / total)) : 0;
    return;
  }
  let none = total;
  for (const state of node.states) {
    out[at + state] = total > 0 ? Math.min(1, Math.max(0, sums[state] / total)) : 0;
    none -= Math.max(0, sums[state]);
  }
  for (const each of node.rest) settleNode(each, sums, Math.max(0, none), out, at);
}

/**
 * The mixture after an answer that has not been given yet, for lookahead: no story is dropped and none is drawn,
 * so that every cause has exactly the chance it would have; only which of the lesser explanations it was is not
 * told apart.
 */
export function predictive(
  mixture: Mixture,
  factor: Factor,
  homes: Int32Array,
): { mixture: Mixture; probability: number } {
  const { nodes, width, weights, chances } = mixture;
  const touched = nodesOf(factor.causes, homes);
  const abnormal = factor.leakBelow > 0 || factor.below.some((p) => p > 0);
  const up = new Float64Array(width).fill(1);
  const low = new Float64Array(width).fill(1);
  factor.causes.forEach((cause, i) => {
    up[cause] = factor.upTo[i];
    low[cause] = factor.below[i];
  });
  const blocking = nodesOf(factor.blockers, homes);
  const clear = new Float64Array(width).fill(1);
  for (const cause of factor.blockers) clear[cause] = 0;
  const owners: number[] = [];
  for (const n of touched) {
    const node = nodes[n];
    if (typeof node === 'number') owners.push(node);
    else owners.push(...causesOf(node));
  }
  const upTotals = new Float64Array(touched.length);
  const lowTotals = new Float64Array(touched.length);
  // scratch, used again for every story
  const base = new Float64Array(width);
  const other = new Float64Array(width);
  const sums = new Float64Array(width);
  const taken = new Float64Array(width);
  const told = new Told(width, weights.length);
  for (let s = 0; s < weights.length; s++) {
    let weight = weights[s];
    if (!(weight > 0)) continue;
    base.set(chances.subarray(s * width, (s + 1) * width));
    if (blocking.length) {
      other.set(base);
      let stays = 1;
      for (const n of blocking) stays *= weigh(nodes[n], other, 0, clear);
      const shut = 1 - stays;
      if (shut > 1e-12) {
        const own = base.slice();
        for (const n of blocking) {
          for (const cause of causesOf(nodes[n])) sums[cause] = taken[cause] = 0;
          addNode(nodes[n], base, 1, sums);
          addNode(nodes[n], other, stays, taken);
          for (const cause of causesOf(nodes[n])) sums[cause] -= taken[cause];
          settleNode(nodes[n], sums, shut, own, 0);
        }
        told.add(weight * shut * factor.blocked, own);
      }
      weight *= stays;
      base.set(other);
    }
    let allUp = factor.leakUpTo;
    let allLow = factor.leakBelow;
    for (let t = 0; t < touched.length; t++) {
      upTotals[t] = expectOver(nodes[touched[t]], base, 0, up);
      allUp *= upTotals[t];
      if (abnormal) {
        lowTotals[t] = expectOver(nodes[touched[t]], base, 0, low);
        allLow *= lowTotals[t];
      }
    }
    if (!abnormal) {
      for (const n of touched) weigh(nodes[n], base, 0, up);
      told.add(weight * allUp, base);
      continue;
    }
    const total = allUp - allLow;
    if (!(total > 0)) continue;
    // what the whole says of every cause: all that shows at most this, less all that shows less
    for (const cause of owners) sums[cause] = 0;
    for (const n of touched) {
      take(nodes[n], base, other);
      weigh(nodes[n], other, 0, up);
      addNode(nodes[n], other, allUp, sums);
      take(nodes[n], base, other);
      weigh(nodes[n], other, 0, low);
      addNode(nodes[n], other, -allLow, sums);
    }
    let left = total;
    if (weights[s] >= MATTERS)
      factor.causes.forEach((cause, i) => {
        const shows = factor.upTo[i] - factor.below[i];
        if (shows <= 0 || base[cause] * shows < APART * total) return;
        const home = homes[cause];
        // this one shows it, whatever the others do
        other.set(base);
        const p = assume(nodes[home], other, 0, cause);
        up[cause] = shows;
        const inside = weigh(nodes[home], other, 0, up);
        up[cause] = factor.upTo[i];
        const own = (allUp / upTotals[touched.indexOf(home)]) * p * inside;
        if (own < APART * total || own > left) return;
        for (const n of touched) if (n !== home) weigh(nodes[n], other, 0, up);
        // nothing of it is left for the others to have shown
        for (const each of owners) taken[each] = 0;
        for (const n of touched) addNode(nodes[n], other, own, taken);
        if (owners.some((each) => taken[each] > sums[each] + 1e-12)) return;
        for (const each of owners) sums[each] -= taken[each];
        left -= own;
        told.add(weight * own, other);
      });
    for (const n of touched) settleNode(nodes[n], sums, left, base, 0);
    told.add(weight * left, base);
  }
  const { probability, ...shares } = told.asShares();
  return { mixture: { nodes, width, ...shares }, probability };
}
