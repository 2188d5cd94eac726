'use client';
import { JobProgress } from '../kit/JobProgress';
import { Button, Heading, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { useJob } from '../live/useJob';

/** All open units worked out again after a change of rules: how far it is, and a way to stop it. */
export function Revaluation({ mayStart }: { mayStart: boolean }) {
  const { send, problem, busy } = useCommand();
  const { job, look } = useJob('revalue');
  const then = (name: string, input: Record<string, unknown>) => void send(name, input).then(look);
  return (
    <section aria-label="Work all values out again">
      <Heading>All values worked out again</Heading>
      <p className="text-row text-soft">
        A unit follows the rules, the tables, the own numbers and the bin when it is opened or changed. This
        does it for all open units at once, so that the lists follow too; the benches can go on meanwhile.
      </p>
      {job && <JobProgress job={job} what="units" />}
      {mayStart && (
        <p className="mt-2">
          {job?.status === 'running' ? (
            <Button disabled={busy} onClick={() => then('cancelJob', { job: job.id })}>
              Stop it
            </Button>
          ) : (
            <Button disabled={busy} onClick={() => then('startRevaluation', {})}>
              Work all open units out again
            </Button>
          )}
        </p>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
