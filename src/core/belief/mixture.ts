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

/**
 * P-weighted product over a node of what each of its causes there is multiplied by: E[prod by[i]].
 * @param at where in `by` the causes begin
 */
export function expectOver(
  node: Node,
  chances: Float64Array,
  from: number,
  by: ArrayLike<number>,
  at = 0,
): number {
  if (typeof node === 'number') return 1 - chances[from + node] * (1 - by[at + node]);
  const { states, rest } = node;
  let none = 1;
  let sum = 0;
  for (let i = 0; i < states.length; i++) {
    const p = chances[from + states[i]];
    none -= p;
    sum += p * by[at + states[i]];
  }
  if (none <= 0) return sum;
  for (let i = 0; i < rest.length; i++) {
    const each = rest[i];
    none *=
      typeof each === 'number'
        ? 1 - chances[from + each] * (1 - by[at + each])
        : expectOver(each, chances, from, by, at);
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
export function chanceOf(node: Node, chances: Float64Array, from: number, cause: number): number {
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
