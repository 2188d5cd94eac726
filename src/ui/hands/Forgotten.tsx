'use client';
import { useEffect, useState, type FormEvent } from 'react';
import { clockAsked } from '@/catalog/hands/bench';
import type { RunningWorkView, UnitHead } from '@/words/unit/view';
import { TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { attended } from '../kit/words';

const LOOK_MS = 30_000;

/** A clock that has run far longer than such work takes is asked about: was it in hand all that time? */
export function Forgotten({ unit, work }: { unit: UnitHead; work: RunningWorkView }) {
  const { send, problem, busy } = useCommand();
  const [now, setNow] = useState<number | null>(null);
  const [fine, setFine] = useState(false);
  useEffect(() => {
    const look = () => setNow(Date.now());
    look();
    const timer = setInterval(look, LOOK_MS);
    return () => clearInterval(timer);
  }, []);
  if (work.status !== 'running' || now === null || fine || !unit.mayWrite) return null;
  const ran = (now - new Date(work.startedAt).getTime()) / 60_000;
  if (ran < Math.max(clockAsked.minutes, clockAsked.times * (work.planned ?? 0))) return null;
  const setBack = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const minutes = Number(String(new FormData(event.currentTarget).get('minutes')).replace(',', '.'));
    void send('trimClock', { unitId: unit.id, workId: work.id, minutes }, unit.version);
  };
  return (
    <form
      onSubmit={setBack}
      aria-label="Was the clock forgotten?"
      className="mb-3 border-l-[6px] border-hot bg-haze px-3 py-2"
    >
      <p className="text-read">
        <b>The clock has run {attended(ran)}.</b> In hand all that time?
      </p>
      <div className="flex flex-wrap items-end gap-2">
        <Button disabled={busy} onClick={() => setFine(true)}>
          Yes, all of it
        </Button>
        <TextField label="No, only" hint="min" name="minutes" inputMode="decimal" required wrap="w-[110px]" />
        <Button type="submit" disabled={busy}>
          Set it back and pause
        </Button>
      </div>
      {problem && <Problem>{problem.message}</Problem>}
    </form>
  );
}
