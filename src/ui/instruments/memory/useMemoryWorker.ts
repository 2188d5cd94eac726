'use client';
import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { MemorySetup, Trial } from '@/core/memory/belief';
import type { MemoryPlan, MemoryState, MemoryWorker } from './memory.worker';

const ROUNDS = 2;

/**
 * The bench's belief for these trials, worked out in a worker; null until it is there. Older answers never
 * show for newer trials, and a newer question ends the older one between two rounds.
 */
export function useMemoryWorker(
  setup: MemorySetup,
  trials: readonly Trial[],
): { state: MemoryState | null; plan: MemoryPlan | null; broken: boolean } {
  const worker = useRef<Remote<MemoryWorker> | null>(null);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<{ state: MemoryState | null; plan: MemoryPlan | null }>({
    state: null,
    plan: null,
  });
  const [broken, setBroken] = useState(false);
  useEffect(() => {
    const made = new Worker(new URL('./memory.worker.ts', import.meta.url), { type: 'module' });
    made.onerror = () => setBroken(true);
    worker.current = wrap<MemoryWorker>(made);
    return () => made.terminate();
  }, []);
  const question = JSON.stringify([setup, trials]);
  useEffect(() => {
    const [wanted, tried] = JSON.parse(question) as [MemorySetup, Trial[]];
    const mine = ++asked.current;
    const ask = async (bench: Remote<MemoryWorker>) => {
      const state = await bench.state(wanted, tried);
      if (mine !== asked.current) return;
      setAnswer({ state, plan: null });
      if (!state.next || tried.length === 0) return;
      for (let round = 0; round < ROUNDS; round++) {
        const plan = await bench.plan(wanted, tried, round);
        if (mine !== asked.current) return;
        setAnswer({ state, plan });
      }
    };
    if (worker.current) ask(worker.current).catch(() => setBroken(true));
  }, [question]);
  return { ...answer, broken };
}
