'use client';
import { useState, type FormEvent } from 'react';
import type { PromiseView } from '@/words/day';
import { share } from '@/words/plain';
import { TextField } from '../kit/fields';
import { Button, Heading, Problem, Quiet } from '../kit/parts';
import { learn, useCommand } from '../kit/hooks/useCommand';
import type { UnitHead } from '@/words/unit/view';

/** What a promise would be worth, and of which moment that was asked. */
interface Asked {
  at: string;
  view: PromiseView;
}

/** By when a machine was promised. A promise is given with its chance in sight, and the day's plan works towards it. */
export function Promised({ unit, at }: { unit: UnitHead; at: string | null }) {
  const { send, problem, busy } = useCommand();
  const [day, setDay] = useState('');
  const [time, setTime] = useState('17:00');
  const [asked, setAsked] = useState<Asked | null>(null);
  const [fault, setFault] = useState('');
  const [asking, setAsking] = useState(false);
  if (!unit.mayWrite) return null;
  // as the clock on this bench shows it
  const moment = new Date(`${day}T${time || '17:00'}`);
  const until = Number.isNaN(moment.getTime()) ? null : moment.toISOString();
  const known = asked && asked.at === until ? asked.view : null;
  const ask = async () => {
    if (!until) return;
    setAsking(true);
    setFault('');
    const outcome = await learn<PromiseView>(
      `/api/day/promise?tag=${encodeURIComponent(unit.tag)}&at=${encodeURIComponent(until)}`,
    );
    setAsking(false);
    if (outcome.ok) setAsked({ at: until, view: outcome.answer });
    else setFault(outcome.problem.message);
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!until) return;
    // never without its chance in sight
    if (!known) return ask();
    await send('promiseUnit', { unitId: unit.id, until }, unit.version);
  };
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
        <TextField
          label="by the day"
          name="day"
          type="date"
          wrap="w-[170px]"
          value={day}
          onChange={(event) => setDay(event.target.value)}
        />
        <TextField
          label="at"
          name="time"
          type="time"
          wrap="w-[120px]"
          value={time}
          onChange={(event) => setTime(event.target.value)}
        />
        <Button type="submit" disabled={busy || asking || !until}>
          {known ? 'Promise it' : asking ? 'Looking …' : 'Can it be done by then?'}
        </Button>
      </form>
      <div aria-live="polite" className="text-row">
        {known && <Chance view={known} />}
      </div>
      {(fault || problem) && <Problem>{fault || problem!.message}</Problem>}
    </section>
  );
}

function Chance({ view }: { view: PromiseView }) {
  if (view.chance === null)
    return <p>{view.fault ? `There is no plan: ${view.fault}` : 'Nothing is planned for it.'}</p>;
  const better = view.first !== null && view.first - view.chance >= 0.05;
  return (
    <>
      <p>
        <b>{verdict(view.chance)}:</b> {surely(view.chance)} by then, as planned
        {view.done && <>; most likely done {new Date(view.done).toLocaleString('en-GB', WHEN)}</>}.
      </p>
      {better && (
        <p>
          If it came before all others: <b>{surely(view.first!)}</b>
          {view.harms.length > 0
            ? `; it would cost ${view.harms
                .map(({ tag, from, to }) => `${tag} (${share(from)} to ${share(to)})`)
                .join(', ')}`
            : ', and no other promise suffers'}
          .
        </p>
      )}
      {view.help.map(({ more, chance }) => (
        <p key={more}>
          Before all others and with{' '}
          {more === 'person' ? 'one more pair of hands' : 'an hour longer each day'}: <b>{surely(chance)}</b>.
        </p>
      ))}
    </>
  );
}

/** A thousand draws do not make anything certain. */
const surely = (chance: number) =>
  chance > 0.99 ? 'over 99 %' : chance < 0.01 ? 'under 1 %' : share(chance);

/** Said first: what one tells a customer. */
const verdict = (chance: number) =>
  chance >= 0.9 ? 'Yes' : chance >= 0.6 ? 'Likely' : chance >= 0.3 ? 'Doubtful' : 'Hardly';

const WHEN = { weekday: 'short', hour: 'numeric', minute: '2-digit' } as const;
