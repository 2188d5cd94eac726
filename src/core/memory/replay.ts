import { afterTrial, startMemory, type MemoryBelief, type MemorySetup, type Trial } from './belief';

/**
 * Belief after these starts, one after the other.
 * @returns belief up to the first start no state of modules and slots allows, and that start's index (null:
 * all of them can be)
 * @throws RangeError above 8 x 8 or below 1 x 1
 */
export function replay(
  setup: MemorySetup,
  trials: readonly Trial[],
): { belief: MemoryBelief; impossible: number | null } {
  let belief = startMemory(setup);
  for (const [n, trial] of trials.entries()) {
    const after = afterTrial(belief, trial);
    if (!after) return { belief, impossible: n };
    belief = after;
  }
  return { belief, impossible: null };
}
