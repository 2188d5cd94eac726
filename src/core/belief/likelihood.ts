import type { Repair } from '../catalogue';
import type { Hypotheses } from './hypotheses';
import type { BeliefModel, CompiledFinding } from './model';

/** One entry of a unit's record that bears on belief, in the order it happened. */
export type Evidence =
  | { kind: 'finding'; finding: string; outcome: number }
  /** A repair was tried: `helped` says whether the fault it aims at was seen to go. */
  | { kind: 'repair'; repair: Pick<Repair, 'id' | 'cures'>; helped: boolean };

/**
 * What acts besides the hypothesis itself: causes seen directly (`fixed`), less those a repair has removed
 * (`cured`).
 */
export interface Acting {
  fixed: readonly number[];
  cured: Uint8Array;
}

/**
 * P(a repair that aims at no present fault is taken for one that helped): a mistaken verdict at the bench.
 * Shop estimate.
 */
export const MISTAKEN_HELP = 0.02;

/**
 * P(outcome | set of causes) by noisy-MAX (Henrion 1989; Diez 1993): q_0(<=o) * prod q_i(<=o), differenced. A
 * cause that blocks the finding leaves only q_0. `members` must not hold a fixed cause. @returns probability
 * in [0, 1]
 */
export function outcomeGivenSet(
  finding: CompiledFinding,
  outcome: number,
  members: ArrayLike<number>,
  from: number,
  size: number,
  acting: Acting | null,
): number {
  const { outcomes, cumulative, leak, blocks } = finding;
  const fixed = acting ? acting.fixed.length : 0;
  let upTo = leak[outcome];
  let below = outcome > 0 ? leak[outcome - 1] : 0;
  for (let k = -fixed; k < size; k++) {
    const cause = k < 0 ? acting!.fixed[k + fixed] : members[from + k];
    if (cause < 0) break;
    if (acting && acting.cured[cause]) continue;
    if (blocks[cause]) return leak[outcome] - (outcome > 0 ? leak[outcome - 1] : 0);
    upTo *= cumulative[cause * outcomes + outcome];
    below = outcome > 0 ? below * cumulative[cause * outcomes + outcome - 1] : 0;
  }
  return Math.max(0, upTo - below);
}

/**
 * P(outcome | set) for every outcome of a finding and the first `count` sets of causes: `out[set * outcomes +
 * outcome]`.
 */
export function outcomesGivenSets(
  finding: CompiledFinding,
  sets: readonly (readonly number[])[],
  count = sets.length,
): Float64Array {
  const { outcomes, cumulative, leak, touches, blocks } = finding;
  const out = new Float64Array(count * outcomes);
  for (let h = 0; h < count; h++) {
    const row = h * outcomes;
    for (let o = 0; o < outcomes; o++) out[row + o] = leak[o];
    const blocked = sets[h].some((cause) => blocks[cause]);
    for (const cause of sets[h]) {
      if (blocked || !touches[cause]) continue;
      for (let o = 0; o < outcomes; o++) out[row + o] *= cumulative[cause * outcomes + o];
    }
    for (let o = outcomes - 1; o > 0; o--) out[row + o] = Math.max(0, out[row + o] - out[row + o - 1]);
  }
  return out;
}

/** P(the bench's verdict on a repair | set of causes present before it). */
export function verdictGivenSet(
  model: BeliefModel,
  cures: Record<string, number>,
  helped: boolean,
  members: ArrayLike<number>,
  from: number,
  size: number,
  acting: Acting,
): number {
  let stays = 1;
  let aimed = false;
  const fixed = acting.fixed.length;
  for (let k = -fixed; k < size; k++) {
    const cause = k < 0 ? acting.fixed[k + fixed] : members[from + k];
    if (cause < 0) break;
    if (acting.cured[cause]) continue;
    const success = cures[model.causes[cause].id];
    if (success === undefined) continue;
    aimed = true;
    stays *= 1 - success;
  }
  const help = aimed ? 1 - stays : MISTAKEN_HELP;
  return helped ? help : 1 - help;
}

/**
 * ln P(evidence | h) of every hypothesis; -Infinity where it is impossible.
 * @throws RangeError on an unknown finding or outcome
 */
export function logLikelihoods(
  model: BeliefModel,
  hypotheses: Hypotheses,
  evidence: Evidence,
  acting: Acting,
): Float64Array {
  const { count, size, members } = hypotheses;
  const out = new Float64Array(count);
  if (evidence.kind === 'repair') {
    for (let h = 0; h < count; h++) {
      out[h] = Math.log(
        verdictGivenSet(model, evidence.repair.cures, evidence.helped, members, h * size, size, acting),
      );
    }
    return out;
  }
  const finding = model.findings.get(evidence.finding);
  if (!finding) throw new RangeError(`logLikelihoods: no finding "${evidence.finding}" for this chassis`);
  if (!Number.isInteger(evidence.outcome) || evidence.outcome < 0 || evidence.outcome >= finding.outcomes) {
    throw new RangeError(
      `logLikelihoods: finding "${finding.id}" has outcomes 0..${finding.outcomes - 1}, got ${evidence.outcome}`,
    );
  }
  for (let h = 0; h < count; h++)
    out[h] = Math.log(outcomeGivenSet(finding, evidence.outcome, members, h * size, size, acting));
  return out;
}
