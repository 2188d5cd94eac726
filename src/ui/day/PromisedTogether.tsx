'use client';
import { useState } from 'react';
import { Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { PromiseForm } from './PromiseForm';

/** Machines that are promised together: a lot, or an order somebody marked in a list. */
export function PromisedTogether({ units }: { units: readonly { id: string; tag: string }[] }) {
  const { send, busy } = useCommand();
  const [said, setSaid] = useState('');
  const [faults, setFaults] = useState<string[]>([]);
  const promise = async (until: string) => {
    const refused: string[] = [];
    for (const { id, tag } of units) {
      const sent = await send('promiseUnit', { unitId: id, until });
      if (!sent.ok) refused.push(`${tag}: ${sent.problem.message}`);
    }
    setFaults(refused);
    setSaid(
      `${units.length - refused.length} of ${units.length} promised. What is in danger stands in the strip.`,
    );
  };
  return (
    <section aria-label="Promised together" className="mt-3">
      <PromiseForm tags={units.map(({ tag }) => tag)} busy={busy} problem={null} onPromise={promise} />
      {said && (
        <p role="status" className="mt-2 text-read">
          {said}
        </p>
      )}
      {faults.map((fault) => (
        <Problem key={fault}>{fault}</Problem>
      ))}
    </section>
  );
}
