'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { missingOf, samplesOf, type Batch, type Sample } from '@/core/instruments/run';
import type { FollowedView } from '@/words/readings/view';

const FOLLOW_MS = 1_000;

/** A run that goes on, a second apart: what was sampled so far and what is made of it. Null: nothing is known yet. */
export function useRun(id: string | null): (FollowedView & { samples: Sample[] }) | null {
  const router = useRouter();
  const [run, setRun] = useState<(FollowedView & { samples: Sample[] }) | null>(null);
  useEffect(() => {
    if (!id) return;
    let over = false;
    const kept = new Map<number, Batch>();
    const look = async () => {
      const seqs = [...kept.keys()];
      const from = missingOf(seqs)[0] ?? seqs.length;
      const response = await fetch(`/api/runs/${id}?from=${from}`, { cache: 'no-store' }).catch(() => null);
      if (over) return;
      if (response?.ok) {
        const next = (await response.json()) as FollowedView;
        for (const batch of next.batches) kept.set(batch.seq, batch);
        setRun({ ...next, samples: samplesOf([...kept.values()]) });
        if (next.ending) {
          // what it told stands on the page now
          router.refresh();
          return;
        }
      }
      timer = setTimeout(() => void look(), FOLLOW_MS);
    };
    let timer = setTimeout(() => void look(), 0);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [id, router]);
  return run && run.id === id ? run : null;
}
