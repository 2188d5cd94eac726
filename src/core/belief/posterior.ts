import { enumerateHypotheses, logPriors, type Hypotheses } from './hypotheses';
import { logLikelihoods, type Acting, type Evidence } from './likelihood';
import type { BeliefModel } from './model';

export interface Posterior {
  hypotheses: Hypotheses;
  /** P(h | evidence), sums to 1; h is the set of faults the unit CAME with, besides `fixed`. */
  probabilities: Float64Array;
  /** P(cause still present now | evidence), one a cause of the model. */
  marginals: Float64Array;
  /** P(nothing is left wrong now | evidence). */
  sound: number;
  /** ln P(evidence) under the model truncated to K faults. */
  logEvidence: number;
  /**
   * Causes seen directly (part of every hypothesis, not counted against K) and causes a repair has removed.
   */
  acting: Acting;
}

/** Sum of logs without overflow. */
export function logSumExp(values: ArrayLike<number>): number {
  let top = -Infinity;
  for (let i = 0; i < values.length; i++) if (values[i] > top) top = values[i];
  if (top === -Infinity) return -Infinity;
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += Math.exp(values[i] - top);
  return top + Math.log(sum);
}

function actingKey({ fixed, cured }: Acting): string {
  let key = fixed.join(',') + '|';
  for (let c = 0; c < cured.length; c++) if (cured[c]) key += c + ',';
  return key;
}

/**
 * Exact posterior by enumeration in log space. Likelihood vectors are kept, so adding one finding costs one
 * vector and one sum, and voiding one restores the earlier numbers bit for bit (the sum is always taken in
 * the record's order).
 */
export class BeliefEngine {
  readonly hypotheses: Hypotheses;
  private readonly priors: Float64Array;
  private readonly priorTotal: number;
  private readonly vectors = new Map<string, Float64Array>();

  constructor(
    readonly model: BeliefModel,
    size = 2,
  ) {
    this.hypotheses = enumerateHypotheses(model.causes.length, size);
    this.priors = logPriors(this.hypotheses, model.logOdds);
    this.priorTotal = logSumExp(this.priors);
  }

  /**
   * What of the acting causes this evidence can tell of: the rest changes nothing in its likelihood, so that
   * one vector serves however many causes elsewhere have been seen directly or cured.
   */
  private relevant(evidence: Evidence, { fixed, cured }: Acting): Acting {
    const { causes, causeIndex, findings } = this.model;
    const finding = evidence.kind === 'finding' ? findings.get(evidence.finding) : undefined;
    const told = (cause: number) =>
      evidence.kind === 'finding'
        ? !finding || finding.touches[cause] === 1 || finding.blocks[cause] === 1
        : evidence.repair.cures[causes[cause].id] !== undefined;
    const own = new Uint8Array(causeIndex.size);
    for (let c = 0; c < cured.length; c++) if (cured[c] && told(c)) own[c] = 1;
    return { fixed: fixed.filter(told), cured: own };
  }

  private vector(evidence: Evidence, everything: Acting, floor: number): Float64Array {
    const acting = this.relevant(evidence, everything);
    const what =
      evidence.kind === 'finding'
        ? `f:${evidence.finding}:${evidence.outcome}`
        : `r:${evidence.repair.id}:${evidence.helped}`;
    const key = `${what}|${actingKey(acting)}|${floor}`;
    let vector = this.vectors.get(key);
    if (!vector) {
      if (this.vectors.size >= 512) this.vectors.clear();
      vector = logLikelihoods(this.model, this.hypotheses, evidence, acting);
      const least = Math.log(floor);
      if (floor > 0) vector.forEach((value, h) => value < least && (vector![h] = least));
      this.vectors.set(key, vector);
    }
    return vector;
  }

  /**
   * @param record evidence in the order it happened
   * @param floor least probability any set gives any entry, [0, 1): above 0 nothing is impossible, only
   * unlikely
   * @throws ImpossibleEvidence when no set of faults could have shown all of it
   */
  posterior(record: readonly Evidence[], floor = 0): Posterior {
    return this.settle(this.sums(record, settledBy(this.model, record), floor));
  }

  /**
   * Posteriors after 0, 1, 2 ... entries. Each goes on from the one before it; only an entry that shows a
   * cause directly changes what every earlier entry means, and starts the sums afresh.
   * @throws ImpossibleEvidence when no set of faults could have shown all of it
   */
  trace(record: readonly Evidence[], floor = 0): Posterior[] {
    const { model } = this;
    let running = this.sums([], [], floor);
    const states = [this.settle(running)];
    for (let n = 1; n <= record.length; n++) {
      const fixed = settledBy(model, record.slice(0, n));
      const before = running.acting.fixed;
      if (fixed.length === before.length && fixed.every((cause, i) => cause === before[i])) {
        running = {
          logs: Float64Array.from(running.logs),
          acting: { fixed: before, cured: running.acting.cured.slice() },
        };
        this.add(running, record[n - 1], floor);
      } else running = this.sums(record.slice(0, n), fixed, floor);
      states.push(this.settle(running));
    }
    return states;
  }

  private sums(record: readonly Evidence[], fixed: readonly number[], floor: number): Sums {
    const sums: Sums = {
      logs: Float64Array.from(this.priors),
      acting: { fixed, cured: new Uint8Array(this.model.causes.length) },
    };
    excludeFixed(this.hypotheses, fixed, sums.logs);
    for (const evidence of record) this.add(sums, evidence, floor);
    return sums;
  }

  private add(sums: Sums, evidence: Evidence, floor: number): void {
    const vector = this.vector(evidence, sums.acting, floor);
    const { logs } = sums;
    for (let h = 0; h < logs.length; h++) logs[h] += vector[h];
    if (evidence.kind === 'repair' && evidence.helped)
      markCured(this.model, evidence.repair.cures, sums.acting.cured);
  }

  private settle({ logs, acting }: Sums): Posterior {
    const { hypotheses } = this;
    const total = logSumExp(logs);
    if (total === -Infinity)
      throw new ImpossibleEvidence('posterior: these findings contradict each other under every fault known');
    const probabilities = new Float64Array(logs.length);
    for (let h = 0; h < logs.length; h++)
      probabilities[h] = logs[h] < total - FORGET ? 0 : Math.exp(logs[h] - total);
    return {
      hypotheses,
      probabilities,
      acting,
      logEvidence: total - this.priorTotal,
      ...present(hypotheses, probabilities, acting),
    };
  }
}

/**
 * No set of faults the model knows could have shown all of a record. A person's answers are still a person's
 * answers: see `floor`.
 */
export class ImpossibleEvidence extends RangeError {}

/** ln of prior times likelihood by hypothesis, and what acts. */
interface Sums {
  logs: Float64Array;
  acting: Acting;
}

/**
 * Hypotheses e^-60 times less likely than all together count for nothing, far below the last bit of the rest.
 */
const FORGET = 60;

/** Marks what a repair that helped has removed, in place. */
export function markCured(model: BeliefModel, cures: Record<string, number>, cured: Uint8Array): void {
  for (const id of Object.keys(cures)) {
    const cause = model.causeIndex.get(id);
    if (cause !== undefined) cured[cause] = 1;
  }
}

/**
 * Causes the record has shown directly, increasing. One seen again after its repair does not count: that is a
 * question for the conflict check.
 */
export function settledBy(model: BeliefModel, record: readonly Evidence[]): number[] {
  const fixed = new Set<number>();
  const cured = new Uint8Array(model.causes.length);
  for (const evidence of record) {
    if (evidence.kind === 'repair') {
      if (evidence.helped) markCured(model, evidence.repair.cures, cured);
      continue;
    }
    for (const cause of model.findings.get(evidence.finding)?.settles[evidence.outcome] ?? [])
      if (!cured[cause]) fixed.add(cause);
  }
  return [...fixed].sort((a, b) => a - b);
}

function excludeFixed(hypotheses: Hypotheses, fixed: readonly number[], logs: Float64Array): void {
  if (fixed.length === 0) return;
  const { count, size, members } = hypotheses;
  const taken = new Set(fixed);
  for (let i = 0; i < count * size; i++)
    if (members[i] >= 0 && taken.has(members[i])) logs[Math.floor(i / size)] = -Infinity;
}

function present(
  hypotheses: Hypotheses,
  probabilities: Float64Array,
  { fixed, cured }: Acting,
): Pick<Posterior, 'marginals' | 'sound'> {
  const { count, size, members } = hypotheses;
  const marginals = new Float64Array(cured.length);
  let sound = 0;
  const standing = fixed.filter((cause) => !cured[cause]);
  for (const cause of standing) marginals[cause] = 1;
  for (let h = 0; h < count; h++) {
    if (probabilities[h] === 0) continue;
    let left = standing.length;
    for (let k = 0; k < size; k++) {
      const cause = members[h * size + k];
      if (cause < 0) break;
      if (cured[cause]) continue;
      left++;
      marginals[cause] += probabilities[h];
    }
    if (left === 0) sound += probabilities[h];
  }
  return { marginals, sound };
}
