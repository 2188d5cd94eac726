import { drawer, type Random } from '../random';
import { EMPTY, moves, type Placement } from './board';
import {
  afterTrial,
  bits,
  chanceOf,
  failingPairs,
  pairsOf,
  sharesOf,
  slotCodes,
  verdictOf,
  type MemoryBelief,
  type Trial,
} from './belief';
import { nextTrial } from './next';

/** What to try next, knowing the belief and the trials so far; null = stop. */
export type TrialPolicy = (
  belief: MemoryBelief,
  trials: readonly Trial[],
) => { placement: Placement; clean: number } | null;

/** The program's own proposal: what tells most a minute. */
export const mostTold: TrialPolicy = (belief) => nextTrial(belief);

/**
 * How it is usually done (common practice): one module at a time in the first slot; then one that works
 * through every other slot; what fails is cleaned and tried again. The program's own proposal is measured
 * against it.
 */
export const oneAtATime: TrialPolicy = (belief, trials) => {
  const { setup } = belief;
  const verdict = verdictOf(belief);
  if (verdict.done) return null;
  const alone = (module: number, slot: number, clean = false) => ({
    placement: Array.from({ length: setup.slots }, (_, at) => (at === slot ? module : EMPTY)),
    clean: clean ? 1 << slot : 0,
  });
  const tried = (module: number, slot: number, clean: boolean) =>
    trials.some(
      (trial) =>
        trial.placement[slot] === module &&
        pairsOf(trial.placement).length === 1 &&
        (!clean || Boolean(trial.cleaned & (1 << slot))),
    );
  const isClean = (slot: number) => Boolean(belief.cleaned & (1 << slot));
  const proved = verdict.modules.findIndex(
    (word, module) =>
      word === 'sound' && trials.some((trial) => trial.seen !== null && trial.placement.includes(module)),
  );
  const workingSlot = Array.from({ length: setup.slots }, (_, slot) => slot).find((slot) =>
    trials.some((trial) => trial.seen !== null && trial.placement[slot] !== EMPTY),
  );
  if (proved >= 0 && workingSlot !== undefined) {
    const module = verdict.modules.findIndex(
      (word, at) => word === 'open' && !tried(at, workingSlot, isClean(workingSlot)),
    );
    if (module >= 0) return alone(module, workingSlot);
    for (let slot = 0; slot < setup.slots; slot++) {
      if (verdict.slots[slot] !== 'open') continue;
      if (!tried(proved, slot, false)) return alone(proved, slot);
      if (!tried(proved, slot, true)) return alone(proved, slot, true);
    }
    return null;
  }
  for (let slot = 0; slot < setup.slots; slot++) {
    for (const clean of [false, true]) {
      for (let module = 0; module < setup.sizes.length; module++)
        if (!tried(module, slot, clean) && verdict.modules[module] !== 'bad')
          return alone(module, slot, clean);
    }
  }
  return null;
};

export interface PlanFigures {
  trials: number;
  minutes: number;
  /** Share of the draws that ended with everything known. */
  known: number;
}

/** What a start would show of a machine in this state. */
export function showsOf(
  state: { modules: number; code: number },
  placement: Placement,
  cleaned: number,
  belief: MemoryBelief,
  random: Random,
): number | null {
  const codes = slotCodes(belief.setup.slots);
  const pairs = pairsOf(placement);
  const failing = failingPairs(
    pairs,
    state.modules,
    codes.bad[state.code] | (codes.dirty[state.code] & ~cleaned),
  );
  if (random() < chanceOf(null, pairs, failing, belief.setup)) return null;
  return pairs.reduce((gb, { module }, i) => gb + (failing & (1 << i) ? 0 : belief.setup.sizes[module]), 0);
}

const MOST_TRIALS = 60;

/**
 * Trials and minutes a policy still needs, over `draws` machines drawn from the belief (the same ones for the
 * same seed).
 * @param onDraw called after each draw; returning false stops early (what was drawn so far counts)
 */
export function planFigures(
  start: MemoryBelief,
  policy: TrialPolicy,
  draws: number,
  random: Random,
  before: readonly Trial[] = [],
  onDraw?: (done: number) => boolean,
): PlanFigures {
  const draw = drawer(start.p, random);
  const { count } = slotCodes(start.setup.slots);
  const kept = new Map<string, { belief: MemoryBelief; step: ReturnType<TrialPolicy> }>();
  const sum = { trials: 0, minutes: 0, known: 0 };
  let done = 0;
  for (let n = 0; n < draws; n++) {
    const index = draw();
    const state = { modules: Math.floor(index / count), code: index % count };
    let belief = start;
    const trials = [...before];
    let key = '';
    for (let taken = 0; taken < MOST_TRIALS; taken++) {
      let node = kept.get(key);
      if (!node) kept.set(key, (node = { belief, step: policy(belief, trials) }));
      belief = node.belief;
      const { step } = node;
      if (!step) break;
      sum.trials++;
      sum.minutes +=
        start.setup.startMinutes +
        start.setup.moveMinutes * moves(belief.placement, step.placement) +
        start.setup.cleanMinutes * bits(step.clean);
      const cleaned = belief.cleaned | step.clean;
      const seen = showsOf(state, step.placement, cleaned, belief, random);
      key += `${seen};`;
      const known = kept.get(key);
      const trial = { placement: step.placement, cleaned, seen };
      trials.push(trial);
      belief = known?.belief ?? afterTrial(belief, trial)!;
    }
    if (verdictOf(belief, sharesOf(belief)).done) sum.known++;
    done++;
    if (onDraw && !onDraw(done)) break;
  }
  return { trials: sum.trials / done, minutes: sum.minutes / done, known: sum.known / done };
}
