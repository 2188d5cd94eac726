/** Slow, plain and independent of the core: the answers the engine is checked against. */

export interface NaiveFinding {
  leak: number[];
  by: Record<string, number[]>;
  /** With one of these causes only the leak shows. */
  blockedBy?: string[];
  outcome: number;
}

/** A repair that was tried, after the first `after` findings. */
export interface NaiveRepair {
  cures: Record<string, number>;
  helped: boolean;
  after: number;
}

interface Naive {
  priors: number[];
  findings: NaiveFinding[];
  /** Pairs that are never both there. */
  excludes?: [number, number][];
  /** Seen directly: there for certain, and not in the sets. */
  fixed?: number[];
  repairs?: NaiveRepair[];
  /** P(a repair that cures nothing is taken for one that helped). */
  mistaken?: number;
  /** By cause: P(there again once a repair that was aimed at it helped), whether it was there before or not. */
  again?: Record<number, number>;
}

/**
 * Walks every one of the 2^n fault sets, whatever their size, and for each finding every combination of the
 * causes' own outcomes whose maximum is the one seen: noisy-MAX by its definition, not by its cumulative
 * formula. A repair that helped has taken all it aims at away from there on.
 */
export function naivePosterior({
  priors,
  findings,
  excludes = [],
  fixed = [],
  repairs = [],
  mistaken = 0,
  again = {},
}: Naive) {
  const n = priors.length;
  const marginals = new Array<number>(n).fill(0);
  let total = 0;
  let priorTotal = 0;
  let sound = 0;
  const mayReturn = Object.keys(again).map(Number);
  for (let mask = 0; mask < 1 << (n + mayReturn.length); mask++) {
    const came = Array.from({ length: n }, (_, c) => c).filter((c) => mask & (1 << c));
    if (excludes.some(([a, b]) => came.includes(a) && came.includes(b))) continue;
    let p = 1;
    for (let c = 0; c < n; c++) p *= mask & (1 << c) ? priors[c] : 1 - priors[c];
    const returned = mayReturn.filter((_, k) => mask & (1 << (n + k)));
    for (const c of mayReturn) p *= returned.includes(c) ? again[c] : 1 - again[c];
    priorTotal += p;
    if (came.some((c) => fixed.includes(c))) continue;
    if (
      fixed.some((f) =>
        excludes.some(([a, b]) => (a === f && came.includes(b)) || (b === f && came.includes(a))),
      )
    )
      continue;
    let present = [...fixed, ...came].sort((a, b) => a - b);
    const tryRepairs = (at: number) => {
      for (const repair of repairs.filter((each) => each.after === at)) {
        const aimed = present.filter((c) => repair.cures[`c${c}`] !== undefined);
        const fails = aimed.reduce((product, c) => product * (1 - repair.cures[`c${c}`]), 1 - mistaken);
        p *= repair.helped ? 1 - fails : fails;
        if (repair.helped)
          present = [...present.filter((c) => !aimed.includes(c)), ...returned].sort((a, b) => a - b);
      }
    };
    tryRepairs(0);
    findings.forEach((finding, at) => {
      const blocked = present.some((c) => finding.blockedBy?.includes(`c${c}`));
      const parents = blocked
        ? [finding.leak]
        : [finding.leak, ...present.flatMap((c) => (finding.by[`c${c}`] ? [finding.by[`c${c}`]] : []))];
      p *= maximumIs(parents, finding.outcome);
      tryRepairs(at + 1);
    });
    total += p;
    if (present.length === 0) sound += p;
    for (const c of present) marginals[c] += p;
  }
  return {
    marginals: marginals.map((m) => m / total),
    sound: sound / total,
    total,
    evidence: total / priorTotal,
  };
}

/** P(the largest of what each of them shows is this one), by carrying the largest so far along. */
function maximumIs(parents: number[][], outcome: number): number {
  let largest = parents[0];
  for (const parent of parents.slice(1)) {
    const next = parent.map(() => 0);
    largest.forEach((p, a) => parent.forEach((q, b) => (next[Math.max(a, b)] += p * q)));
    largest = next;
  }
  return largest[outcome];
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
