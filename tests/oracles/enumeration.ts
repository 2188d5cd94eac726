/** Slow, plain and independent of the core: the answers the engine is checked against. */

export interface NaiveFinding {
  leak: number[];
  by: Record<string, number[]>;
  /** With one of these causes only the leak shows. */
  blockedBy?: string[];
  outcome: number;
}

/**
 * Walks every one of the 2^n fault sets with at most `size` members, and for each finding every combination
 * of the causes' own outcomes whose maximum is the one seen: noisy-MAX by its definition, not by its
 * cumulative formula.
 */
export function naivePosterior(priors: number[], findings: NaiveFinding[], size: number) {
  const n = priors.length;
  const marginals = new Array<number>(n).fill(0);
  let total = 0;
  let priorTotal = 0;
  let sound = 0;
  for (let mask = 0; mask < 1 << n; mask++) {
    const set = Array.from({ length: n }, (_, c) => c).filter((c) => mask & (1 << c));
    if (set.length > size) continue;
    let p = 1;
    for (let c = 0; c < n; c++) p *= mask & (1 << c) ? priors[c] : 1 - priors[c];
    priorTotal += p;
    for (const finding of findings) {
      const blocked = set.some((c) => finding.blockedBy?.includes(`c${c}`));
      const parents = blocked
        ? [finding.leak]
        : [finding.leak, ...set.flatMap((c) => (finding.by[`c${c}`] ? [finding.by[`c${c}`]] : []))];
      p *= maximumIs(parents, finding.outcome);
    }
    total += p;
    if (set.length === 0) sound = p;
    for (const c of set) marginals[c] += p;
  }
  return { marginals: marginals.map((m) => m / total), sound: sound / total, evidence: total / priorTotal };
}

function maximumIs(parents: number[][], outcome: number): number {
  const walk = (i: number, top: number): number => {
    if (i === parents.length) return top === outcome ? 1 : 0;
    return parents[i].reduce((sum, p, o) => sum + p * walk(i + 1, Math.max(top, o)), 0);
  };
  return walk(0, 0);
}

export interface BinaryNetwork {
  parents: Record<string, string[]>;
  cpt_yes: Record<string, number | string | Record<string, number>>;
  results: { evidence?: Record<string, number>; p_evidence?: [string, number]; posterior: unknown }[];
}

/** Marginals of a network of yes/no variables by walking all 2^n states. */
export function networkMarginals(network: BinaryNetwork, evidence: Record<string, number>) {
  const names = Object.keys(network.parents);
  const yes = Object.fromEntries(names.map((name) => [name, 0]));
  let total = 0;
  for (let mask = 0; mask < 1 << names.length; mask++) {
    const state = Object.fromEntries(names.map((name, i) => [name, (mask >> i) & 1]));
    if (Object.entries(evidence).some(([name, value]) => state[name] !== value)) continue;
    const joint = names.reduce(
      (p, name) => p * (state[name] ? chance(network, name, state) : 1 - chance(network, name, state)),
      1,
    );
    total += joint;
    for (const name of names) if (state[name]) yes[name] += joint;
  }
  return { evidence: total, marginals: Object.fromEntries(names.map((name) => [name, yes[name] / total])) };
}

function chance(network: BinaryNetwork, name: string, state: Record<string, number>): number {
  const table = network.cpt_yes[name];
  if (typeof table === 'number') return table;
  if (typeof table === 'string') return network.parents[name].some((parent) => state[parent]) ? 1 : 0;
  return table[network.parents[name].map((parent) => `${parent}=${state[parent]}`).join(',')];
}
