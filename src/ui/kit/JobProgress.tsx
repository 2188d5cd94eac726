'use client';
import { dayAndTime } from '@/words/time';
import type { JobView } from '../live/useJob';
import { useZone } from './theShop';

const ENDS: Record<string, string> = { done: 'Done', cancelled: 'Stopped', failed: 'It broke off' };

/** How far a job is, or how it ended. `what`: "units", "rows". */
export function JobProgress({ job, what }: { job: JobView<unknown>; what: string }) {
  const zone = useZone();
  const running = job.status === 'running';
  return (
    <div className="mt-2" aria-live="polite">
      <p className="text-row">
        {running && job.total === 0 ? (
          <>Begun by {job.byName}: how much there is is being counted.</>
        ) : running ? (
          <>
            Under way: <b className="figures">{job.done}</b> of <b className="figures">{job.total}</b> {what},
            started by {job.byName}.
          </>
        ) : (
          <>
            {ENDS[job.status]}: {job.done} of {job.total} {what}
            {job.endedAt ? `, ${dayAndTime(job.endedAt, zone)}` : ''}
            {job.note ? `; ${job.note}` : ''}.
          </>
        )}
      </p>
      {running && job.total > 0 && (
        <progress
          aria-label={`${what} worked out`}
          max={1}
          value={job.total ? job.done / job.total : 0}
          className="mt-1 h-3 w-full max-w-[420px] accent-matdeep"
        />
      )}
    </div>
  );
}
