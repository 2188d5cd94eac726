'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { dayAndTime } from '@/words/time';
import { useZone } from '../kit/theShop';
import { Button, Heading, Problem } from '../kit/parts';
import { useCommand } from '../kit/useCommand';

interface Job {
  id: string;
  status: 'running' | 'done' | 'cancelled' | 'failed';
  total: number;
  done: number;
  note: string;
  byName: string;
  startedAt: string;
  endedAt: string | null;
}

const ENDS: Record<string, string> = { done: 'Done', cancelled: 'Cancelled', failed: 'It broke off' };

/** All open units worked out again after a change of rules: how far it is, and a way to stop it. */
export function Revaluation({ mayStart }: { mayStart: boolean }) {
  const router = useRouter();
  const zone = useZone();
  const { send, problem, busy } = useCommand();
  const [job, setJob] = useState<Job | null>(null);
  const [asked, setAsked] = useState(0);
  const running = job?.status === 'running';
  useEffect(() => {
    let stale = false;
    let timer: ReturnType<typeof setTimeout>;
    const look = async () => {
      const response = await fetch('/api/jobs').catch(() => null);
      if (stale) return;
      const now = response?.ok ? ((await response.json()) as { job: Job | null }).job : null;
      if (stale) return;
      setJob((before) => {
        if (before?.status === 'running' && now && now.status !== 'running') router.refresh();
        return now ?? before;
      });
      if (now?.status === 'running' || !response) timer = setTimeout(() => void look(), 700);
    };
    void look();
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [asked, router]);
  const start = async () => {
    await send('startRevaluation', {});
    setAsked((n) => n + 1);
  };
  const share = job && job.total ? job.done / job.total : 0;
  return (
    <section aria-label="Work all values out again">
      <Heading>All values worked out again</Heading>
      <p className="text-[14.5px] text-soft">
        A unit follows the rules, the own numbers and the bin when it is opened or changed. This does it for
        all open units at once, so that the lists follow too; the benches can go on meanwhile.
      </p>
      {job && (
        <div className="mt-2" aria-live="polite">
          <p className="text-[14.5px]">
            {running ? (
              <>
                Under way: <b className="figures">{job.done}</b> of <b className="figures">{job.total}</b>{' '}
                units, started by {job.byName}.
              </>
            ) : (
              <>
                {ENDS[job.status]}: {job.done} of {job.total} units
                {job.endedAt ? `, ${dayAndTime(job.endedAt, zone)}` : ''}
                {job.note && job.note !== 'under way' ? `; ${job.note}` : ''}.
              </>
            )}
          </p>
          {running && (
            <progress
              aria-label="Units worked out"
              max={1}
              value={share}
              className="mt-1 h-3 w-full max-w-[420px] accent-matdeep"
            />
          )}
        </div>
      )}
      {mayStart && (
        <p className="mt-2">
          {running ? (
            <Button
              disabled={busy}
              onClick={() => void send('cancelJob', { job: job.id }).then(() => setAsked((n) => n + 1))}
            >
              Stop it
            </Button>
          ) : (
            <Button disabled={busy} onClick={() => void start()}>
              Work all open units out again
            </Button>
          )}
        </p>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
