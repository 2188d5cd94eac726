'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';

export interface JobView {
  id: string;
  status: 'running' | 'done' | 'cancelled' | 'failed';
  total: number;
  done: number;
  note: string;
  byName: string;
  startedAt: string;
  endedAt: string | null;
  result: Record<string, number> | null;
}

const EVERY_MS = 700;

/** The last job of a kind (and of one subject), asked for again while it runs; the page is read again when it has ended. */
export function useJob(
  kind: 'revalue' | 'import',
  subject?: string,
): { job: JobView | null; look: () => void } {
  const router = useRouter();
  const [job, setJob] = useState<JobView | null>(null);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    let stale = false;
    let timer: ReturnType<typeof setTimeout>;
    const ask = async () => {
      const response = await fetch(`/api/jobs?kind=${kind}${subject ? `&subject=${subject}` : ''}`).catch(
        () => null,
      );
      if (stale) return;
      const now = response?.ok ? ((await response.json()) as { job: JobView | null }).job : null;
      if (stale) return;
      setJob((before) => {
        if (before?.status === 'running' && now && now.status !== 'running') router.refresh();
        return now ?? before;
      });
      if (now?.status === 'running' || !response) timer = setTimeout(() => void ask(), EVERY_MS);
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
