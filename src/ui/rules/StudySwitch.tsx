'use client';
import { useState } from 'react';
import { Link } from '@/ui/kit/Link';
import { AreaField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

const USUAL =
  'Net of a machine (price less fees, parts and minutes), proposals shown against hidden, each person’s machines compared with their own. Counted: machines that were sold or gone 60 days after the last one came in.';

/** Begins and ends a study of the shop's own stock: does it pay to follow the proposals? */
export function StudySwitch({
  study,
  mayWrite,
}: {
  study: { since: string; running: boolean } | null;
  mayWrite: boolean;
}) {
  const { send, problem, busy } = useCommand();
  const [plan, setPlan] = useState(USUAL);
  const running = study?.running ?? false;
  return (
    <section aria-label="Study" className="mt-6 max-w-[560px] border-t border-rule pt-3">
      <h2 className="text-lead">Does it pay to follow the proposals?</h2>
      <p className="text-row text-soft">
        While a study runs, half of the machines that come in are worked with proposals shown and half
        without, by lot. What was proposed is kept for all of them. Numbers and learning stay as they are
        until it ends.
      </p>
      {running ? (
        <p className="mt-2 text-row">
          Running since {study!.since}.{' '}
          <Link href="/books/study" className="border-b border-current">
            How it stands
          </Link>
        </p>
      ) : (
        mayWrite && (
          <AreaField
            label="What is compared, and how"
            hint="sealed before it begins"
            rows={4}
            maxLength={600}
            value={plan}
            onChange={(event) => setPlan(event.target.value)}
            wrap="mt-2"
          />
        )
      )}
      {mayWrite && (
        <Button
          className="mt-3"
          disabled={busy || (!running && !plan.trim())}
          onClick={() => void (running ? send('endStudy', {}) : send('startStudy', { plan }))}
        >
          {running ? 'End the study' : 'Begin a study'}
        </Button>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
