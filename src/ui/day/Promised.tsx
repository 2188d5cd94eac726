'use client';
import { type FormEvent } from 'react';
import { TextField } from '../kit/fields';
import { Button, Heading, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import type { UnitHead } from '@/words/unit/view';

/** By when a machine was promised: the day’s plan works towards it and says whether it holds. */
export function Promised({ unit, at }: { unit: UnitHead; at: string | null }) {
  const { send, problem, busy } = useCommand();
  if (!unit.mayWrite) return null;
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const wanted = `${String(form.get('day'))}T${String(form.get('time') || '17:00')}`;
    // as the clock on this bench shows it
    const until = new Date(wanted);
    if (Number.isNaN(until.getTime())) return;
    await send('promiseUnit', { unitId: unit.id, until: until.toISOString() }, unit.version);
  }
  return (
    <section aria-label="Promised" className="panel">
      <Heading>Promised</Heading>
      {at && (
        <p className="text-read">
          by <b className="figures">{at}</b>{' '}
          <Quiet
            disabled={busy}
            onClick={() => void send('promiseUnit', { unitId: unit.id, until: null }, unit.version)}
          >
            not any more
          </Quiet>
        </p>
      )}
      <form onSubmit={(event) => void submit(event)} className="flex flex-wrap items-end gap-3">
        <TextField label="by the day" name="day" type="date" wrap="w-[170px]" />
        <TextField label="at" name="time" type="time" defaultValue="17:00" wrap="w-[120px]" />
        <Button type="submit" disabled={busy}>
          Promise it
        </Button>
      </form>
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
