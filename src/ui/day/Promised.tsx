'use client';
import { Heading, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import type { UnitHead } from '@/words/unit/view';
import { PromiseForm } from './PromiseForm';

/** By when a machine was promised. A promise is given with its chance in sight, and the day's plan works towards it. */
export function Promised({ unit, at }: { unit: UnitHead; at: string | null }) {
  const { send, problem, busy } = useCommand();
  if (!unit.mayWrite) return null;
  const promise = (until: string | null) => send('promiseUnit', { unitId: unit.id, until }, unit.version);
  return (
    <section aria-label="Promised" className="panel">
      <Heading>Promised</Heading>
      {at && (
        <p className="text-read">
          by <b className="figures">{at}</b>{' '}
          <Quiet disabled={busy} onClick={() => void promise(null)}>
            not any more
          </Quiet>
        </p>
      )}
      <PromiseForm tags={[unit.tag]} busy={busy} problem={problem?.message ?? null} onPromise={promise} />
    </section>
  );
}
