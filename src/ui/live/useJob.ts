'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';

export interface JobView<R = Record<string, number>> {
  id: string;
  status: 'running' | 'done' | 'cancelled' | 'failed';
  total: number;
  done: number;
  note: string;
  byName: string;
  startedAt: string;
  endedAt: string | null;
  result: R | null;
}

const EVERY_MS = 700;
const AGAIN_MS = 3_000;

/** The last job of a kind (and of one subject), asked for again while it runs; the page is read again when it has ended. */
export function useJob<R = Record<string, number>>(
  kind: 'revalue' | 'import' | 'combine' | 'archive' | 'taking in',
  subject?: string,
): { job: JobView<R> | null; look: () => void } {
  const router = useRouter();
  const [job, setJob] = useState<JobView<R> | null>(null);
  const [asked, setAsked] = useState(0);
  /** It ran when it was last asked for: the page is read again once it does not. */
  const ran = useRef(false);
  useEffect(() => {
    let stale = false;
    let timer: ReturnType<typeof setTimeout>;
    const ask = async () => {
      const response = await fetch(`/api/jobs?kind=${kind}${subject ? `&subject=${subject}` : ''}`).catch(
        () => null,
      );
      if (stale) return;
      const now = response?.ok ? ((await response.json()) as { job: JobView<R> | null }).job : null;
      if (stale) return;
      if (now) {
        setJob(now);
        if (ran.current && now.status !== 'running') router.refresh();
        ran.current = now.status === 'running';
      }
      // an answer that is none, or a refusal, is no end of it: asked again, so that no bar stands for ever
      if (ran.current || !response?.ok) timer = setTimeout(() => void ask(), now ? EVERY_MS : AGAIN_MS);
    };
    void ask();
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [asked, kind, subject, router]);
  const look = useCallback(() => setAsked((n) => n + 1), []);
  return { job, look };
}
