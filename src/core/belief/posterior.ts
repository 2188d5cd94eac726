import { foldRecord, type Acting, type Evidence, type Folded } from './factors';
import { eliminate, TooWide } from './eliminate';
import { calibrate, homesOf, marginalsOf, type Mixture } from './mixture';
import { observe } from './particles';
import { smoothed, type BeliefModel } from './model';
import { restricted, type Node } from './tree';

export interface Posterior {
  /** P(cause still present now | evidence), one a cause of the model. */
  marginals: Float64Array;
  /** P(nothing is left wrong now | evidence). */
  sound: number;
  /** ln P(evidence). */
  logEvidence: number;
  /** Causes seen directly, and causes a repair has removed. */
  acting: Acting;
  /** False: so much hangs together that only the most probable stories were followed. */
  exact: boolean;
  /** P(it was there unseen), cured or not, one a number of `folded.odds`. */
  shares: Float64Array;
  folded: Folded;
}

/** The causes a decision looks at, and belief over them as stories. */
export interface Stories {
  /** Cause of the model by number in the mixture, increasing. */
  causes: number[];
  /** Weights sum to 1. */
  mixture: Mixture;
  /** Share of belief the stories make up; where exact work is out of reach, of stories that stand for themselves. */
  covered: number;
  /** The same of what was there, cured since or not. */
  was: Pick<Stories, 'causes' | 'mixture'>;
}

/** So many posteriors are kept, a few units' worth. */
const KEPT = 400;

/**
 * Exact posterior, with no limit on how many faults a machine has: entries that show what a sound machine
 * shows are products over the causes, and the others are summed knot by knot (see `eliminate.ts`).
 * @throws ImpossibleEvidence from its methods, for a record no set of causes can have given
 */
export class BeliefEngine {
  private readonly priorTotal: number;
  /** P(cause) in any such machine, before anything is looked at. */
  readonly usual: Float64Array;
  /** By record: what was worked out last. One more answer leaves all that came before it as it was. */
  private readonly kept = new Map<string, Posterior>();
  private erring: { floor: number; engine: BeliefEngine } | null = null;

  constructor(readonly model: BeliefModel) {
    const before = eliminate(model.nodes, Float64Array.from(model.logOdds, Math.exp), []);
    this.priorTotal = before.log;
    this.usual = before.shares;
  }

  /**
   * @param record evidence in the order it happened
   * @param floor share of answers that are simply wrong, [0, 1): above 0 nothing is impossible, only unlikely
   * @throws ImpossibleEvidence when no set of faults could have shown all of it
   */
  posterior(record: readonly Evidence[], floor = 0): Posterior {
    if (floor > 0) {
      if (this.erring?.floor !== floor)
        this.erring = { floor, engine: new BeliefEngine(smoothed(this.model, floor)) };
      return this.erring.engine.posterior(record);
    }
    const folded = foldRecord(this.model, record);
    const { nodes } = folded;
    const { fixed, cured } = folded.acting;
    const standing = fixed.filter((cause) => !cured[cause] && folded.acting.still![cause] > GONE);
    let exact = true;
    let shares: Float64Array;
    let log: number;
    let sound = 0;
    try {
      const found = eliminate(nodes, folded.odds, folded.factors);
      ({ log, shares } = found);
      if (standing.length === 0 && log > -Infinity) {
        const gone = folded.odds.map((odds, cause) =>
          cured[cause] ? odds : odds * (1 - folded.acting.still![cause]),
        );
        sound = Math.exp(eliminate(nodes, gone, folded.factors).log - log);
      }
    } catch (error) {
      if (!(error instanceof TooWide)) throw error;
      exact = false;
      ({ log, shares, sound } = followed(nodes, folded, standing.length > 0));
    }
    log += folded.logScale;
    if (log === -Infinity || Number.isNaN(log))
      throw new ImpossibleEvidence('posterior: these findings contradict each other under every fault known');
    const still = folded.acting.still!;
    const marginals = shares
      .slice(0, this.model.causes.length)
      .map((share, cause) => (cured[cause] ? 0 : Math.min(1, share) * still[cause]));
    for (const cause of standing) marginals[cause] = still[cause];
    return {
      marginals,
      sound,
      logEvidence: log - this.priorTotal,
      acting: folded.acting,
      exact,
      shares,
      folded,
    };
  }

  /**
   * Posteriors after 0, 1, 2 ... entries.
   * @throws ImpossibleEvidence when no set of faults could have shown all of it
   */
  trace(record: readonly Evidence[], floor = 0): Posterior[] {
    let key = String(floor);
    return Array.from({ length: record.length + 1 }, (_, n) => {
      if (n > 0) key += `\n${JSON.stringify(record[n - 1])}`;
      let own = this.kept.get(key);
      // the newest last: what was not asked for longest goes first
      if (own) this.kept.delete(key);
      else own = this.posterior(record.slice(0, n), floor);
      this.kept.set(key, own);
      if (this.kept.size > KEPT) this.kept.delete(this.kept.keys().next().value!);
      return own;
    });
  }
}

/**
 * No set of faults the model knows could have shown all of a record. A person's answers are still a person's
 * answers: see `floor`.
 */
export class ImpossibleEvidence extends RangeError {}

/** A cause seen directly and worked on is taken as gone below this chance. */
const GONE = 0.02;

/** Stories followed where a knot is too wide for exact work. */
const FOLLOWED = 256;

function followed(
  nodes: readonly Node[],
  { odds, factors, acting }: Folded,
  standing: boolean,
): { log: number; shares: Float64Array; sound: number } {
  const { mixture, log } = begun(nodes, odds);
  const told = through(mixture, factors, FOLLOWED);
  if (told.log === -Infinity) return { log: -Infinity, shares: new Float64Array(odds.length), sound: 0 };
  const shares = marginalsOf(told.mixture);
  let sound = 0;
  if (!standing)
    told.mixture.weights.forEach((weight, s) => {
      let none = weight;
      for (let c = 0; c < odds.length; c++)
        if (!acting.cured[c]) none *= 1 - told.mixture.chances[s * odds.length + c];
      sound += none;
    });
  return { log: log + told.log, shares, sound };
}

/** The one story of an empty record, from odds; and ln of the sum over all sets of the product of odds. */
function begun(nodes: readonly Node[], odds: Float64Array): { mixture: Mixture; log: number } {
  const chances = new Float64Array(odds.length);
  const walk = (node: Node): number => {
    if (typeof node === 'number') {
      chances[node] = odds[node] / (1 + odds[node]);
      return 1 + odds[node];
    }
    let total = 1;
    for (const each of node.rest) total *= walk(each);
    for (const state of node.states) total += odds[state];
    for (const state of node.states) chances[state] = odds[state] / total;
    return total;
  };
  let log = 0;
  for (const node of nodes) log += Math.log(walk(node));
  return { mixture: { nodes, width: odds.length, weights: Float64Array.of(1), chances }, log };
}

/** Reads the factors one after the other, those with the fewest ways to explain them first. */
function through(
  start: Mixture,
  factors: Folded['factors'],
  limit: number,
  likely?: ArrayLike<number>,
): { mixture: Mixture; log: number; apart: number } {
  const homes = homesOf(start.nodes, start.width);
  let mixture = start;
  let log = 0;
  let apart = 1;
  const ordered = [...factors].sort((a, b) => a.causes.length - b.causes.length);
  for (const factor of ordered) {
    const next = observe(mixture, factor, limit, homes, likely);
    if (!(next.kept > 0)) return { mixture, log: -Infinity, apart: 0 };
    apart = Math.min(apart, next.apart);
    log += Math.log(next.kept);
    mixture = next.mixture;
    for (let s = 0; s < mixture.weights.length; s++) mixture.weights[s] /= next.kept;
  }
  return { mixture, log, apart };
}

/** A cause less likely than this plays no part in a decision. */
const LEAST = 5e-4;

/**
 * Belief as it stands now, as stories a plan can be worked out on.
 * @param limit most stories
 */
export function storiesOf(model: BeliefModel, posterior: Posterior, limit: number): Stories {
  const { folded, marginals, shares, acting } = posterior;
  const explaining = (cause: number) =>
    folded.odds[cause] > 0 && (marginals[cause] >= LEAST || acting.cured[cause] === 1);
  const unseen = Array.from(marginals.keys()).filter(explaining);
  const numbers = new Map(unseen.map((cause, i) => [cause, i]));
  const nodes = restricted(folded.nodes, (cause) => numbers.get(cause));
  const factors = folded.factors.map((factor) => {
    const kept = factor.causes.flatMap((cause, i) => (numbers.has(cause) ? [i] : []));
    return {
      ...factor,
      causes: kept.map((i) => numbers.get(factor.causes[i])!),
      upTo: kept.map((i) => factor.upTo[i]),
      below: kept.map((i) => factor.below[i]),
      blockers: factor.blockers.flatMap((cause) => numbers.get(cause) ?? []),
    };
  });
  const odds = Float64Array.from(unseen, (cause) => folded.odds[cause]);
  const start = begun(nodes, odds);
  const told = through(
    start.mixture,
    factors,
    limit,
    unseen.map((cause) => shares[cause]),
  );
  const exact = eliminateOrNot(nodes, odds, factors);
  const covered =
    told.log === -Infinity
      ? 0
      : exact === null
        ? told.apart
        : Math.min(1, Math.exp(told.log + start.log - exact));
  const was = { causes: unseen, mixture: told.mixture };
  return { ...standingNow(model, posterior, unseen, told.mixture, covered), was };
}

function eliminateOrNot(
  nodes: readonly Node[],
  odds: Float64Array,
  factors: Folded['factors'],
): number | null {
  try {
    return eliminate(nodes, odds, factors, false).log;
  } catch (error) {
    if (error instanceof TooWide) return null;
    throw error;
  }
}

/** Drops what was cured and adds what was seen directly. */
function standingNow(
  model: BeliefModel,
  { marginals, acting: { fixed, cured, still } }: Posterior,
  unseen: number[],
  told: Mixture,
  covered: number,
): Omit<Stories, 'was'> {
  const causes = [...unseen.filter((cause) => !cured[cause]), ...fixed.filter((cause) => !cured[cause])].sort(
    (a, b) => a - b,
  );
  const numbers = new Map(causes.map((cause, i) => [cause, i]));
  const width = causes.length;
  const from = new Map(unseen.map((cause, i) => [cause, i]));
  const chances = new Float64Array(told.weights.length * width);
  told.weights.forEach((_, s) =>
    causes.forEach((cause, i) => {
      const at = from.get(cause);
      chances[s * width + i] =
        (at === undefined ? 1 : told.chances[s * told.width + at]) * (still?.[cause] ?? 1);
    }),
  );
  const mixture: Mixture = {
    nodes: restricted(model.nodes, (cause) => numbers.get(cause)),
    width,
    weights: told.weights.slice(),
    chances,
  };
  calibrate(
    mixture,
    causes.map((cause) => marginals[cause]),
  );
  return { causes, mixture, covered };
}
