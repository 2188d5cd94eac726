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
    <section aria-label="Recalculate all values">
      <Heading>All values worked out again</Heading>
      <p className="text-row text-soft">
        A machine is recalculated with rules, tables, own numbers and bin when it is opened or changed. This
        does it for all open machines at once, so that the lists follow too; benches can carry on meanwhile.
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
              Recalculate all open machines
            </Button>
          )}
        </p>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
