import {
  sharesOf,
  verdictOf,
  type MemorySetup,
  type MemoryShares,
  type MemoryVerdict,
  type Trial,
} from '@/core/memory/belief';
import { replay } from '@/core/memory/replay';
import { nextTrial, type ProposedTrial } from '@/core/memory/next';
import { mostTold, oneAtATime, planFigures, type PlanFigures } from '@/core/memory/plan';
import { seededRandom } from '@/core/random';

export interface MemoryAsk {
  id: number;
  setup: MemorySetup;
  trials: Trial[];
}

export type MemoryAnswer =
  | {
      id: number;
      kind: 'state';
      shares: MemoryShares;
      verdict: MemoryVerdict;
      next: ProposedTrial | null;
      /** Trial that no state allows. */ impossible: number | null;
    }
  | { id: number; kind: 'plan'; own: PlanFigures; usual: PlanFigures; draws: number };

const ROUNDS = [12, 60];
let latest = 0;

/**
 * Belief, next start and how many are still to come, away from the page. A newer question ends the older one
 * between two draws.
 */
self.onmessage = ({ data }: MessageEvent<MemoryAsk>) => {
  latest = data.id;
  void work(data);
};

const breathe = () => new Promise((resolve) => setTimeout(resolve));

async function work({ id, setup, trials }: MemoryAsk): Promise<void> {
  const { belief, impossible } = replay(setup, trials);
  const shares = sharesOf(belief);
  const verdict = verdictOf(belief, shares);
  await breathe();
  if (id !== latest) return;
  const next = impossible === null ? nextTrial(belief) : null;
  self.postMessage({ id, kind: 'state', shares, verdict, next, impossible } satisfies MemoryAnswer);
  if (!next || trials.length === 0) return;
  const small = setup.slots <= 4 && setup.sizes.length <= 4;
  for (const draws of small ? ROUNDS : [3, 8]) {
    await breathe();
    if (id !== latest) return;
    const own = planFigures(belief, mostTold, draws, seededRandom(7));
    await breathe();
    if (id !== latest) return;
    self.postMessage({
      id,
      kind: 'plan',
      draws,
      own,
      usual: planFigures(belief, oneAtATime, draws, seededRandom(7), trials),
    } satisfies MemoryAnswer);
  }
}
