'use client';
import { useEffect, useRef, useState } from 'react';
import type { MemorySetup, Trial } from '@/core/memory/belief';
import type { MemoryAnswer, MemoryAsk } from './memory.worker';

export type MemoryState = Extract<MemoryAnswer, { kind: 'state' }>;
export type MemoryPlan = Extract<MemoryAnswer, { kind: 'plan' }>;

/**
 * The bench's belief for these trials, worked out in a worker; null until it is there. Older answers never
 * show for newer trials.
 */
export function useMemoryWorker(
  setup: MemorySetup,
  trials: readonly Trial[],
): { state: MemoryState | null; plan: MemoryPlan | null; broken: boolean } {
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<{ state: MemoryState | null; plan: MemoryPlan | null }>({
    state: null,
    plan: null,
  });
  const [broken, setBroken] = useState(false);
  useEffect(() => {
    const made = new Worker(new URL('./memory.worker.ts', import.meta.url), { type: 'module' });
    made.onmessage = ({ data }: MessageEvent<MemoryAnswer>) => {
      if (data.id !== asked.current) return;
      setAnswer((before) =>
        data.kind === 'state' ? { state: data, plan: null } : { ...before, plan: data },
      );
    };
    made.onerror = () => setBroken(true);
    worker.current = made;
    return () => made.terminate();
  }, []);
  const question = JSON.stringify([setup, trials]);
  useEffect(() => {
    const [wanted, tried] = JSON.parse(question) as [MemorySetup, Trial[]];
    asked.current++;
    worker.current?.postMessage({ id: asked.current, setup: wanted, trials: tried } satisfies MemoryAsk);
  }, [question]);
  return { ...answer, broken };
}
