import { expose } from 'comlink';
import {
  sharesOf,
  verdictOf,
  type MemorySetup,
  type MemoryShares,
  type MemoryVerdict,
  type Trial,
} from '@/core/memory/belief';
import { nextTrial, type ProposedTrial } from '@/core/memory/next';
import { mostTold, oneAtATime, planFigures, type PlanFigures } from '@/core/memory/plan';
import { replay } from '@/core/memory/replay';
import { seededRandom } from '@/core/random';

export interface MemoryState {
  shares: MemoryShares;
  verdict: MemoryVerdict;
  next: ProposedTrial | null;
  /** Trial that no state allows. */
  impossible: number | null;
}

export interface MemoryPlan {
  own: PlanFigures;
  usual: PlanFigures;
}

/** Draws of each round; the later the surer. */
const DRAWS = { small: [12, 60], large: [3, 8] } as const;

const bench = {
  /** Belief after these starts, and the next one to make. */
  state(setup: MemorySetup, trials: readonly Trial[]): MemoryState {
    const { belief, impossible } = replay(setup, trials);
    const shares = sharesOf(belief);
    const next = impossible === null ? nextTrial(belief) : null;
    return { shares, verdict: verdictOf(belief, shares), next, impossible };
  },

  /** How many starts are still to come, against one module at a time. */
  plan(setup: MemorySetup, trials: readonly Trial[], round: number): MemoryPlan {
    const { belief } = replay(setup, trials);
    const draws = DRAWS[setup.slots <= 4 && setup.sizes.length <= 4 ? 'small' : 'large'][round];
    return {
      own: planFigures(belief, mostTold, draws, seededRandom(7)),
      usual: planFigures(belief, oneAtATime, draws, seededRandom(7), trials),
    };
  },
};

export type MemoryWorker = typeof bench;
expose(bench);
