import { useEffect, useRef, useState, type FormEvent } from 'react';
import type { PromiseView } from '@/words/day';
import { share } from '@/words/plain';
import { TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { learn } from '../kit/hooks/useCommand';
import { Link } from '../kit/Link';

/** What a promise would be worth, and of which moment that was asked. */
interface Asked {
  at: string;
  view: PromiseView;
}

/** A moment, whether these machines are done by then, and the promise: never without its chance in sight. */
export function PromiseForm({
  tags,
  busy,
  problem,
  onPromise,
}: {
  tags: readonly string[];
  busy: boolean;
  problem: string | null;
  onPromise: (until: string) => Promise<unknown>;
}) {
  const [day, setDay] = useState('');
  const [time, setTime] = useState('17:00');
  const [asked, setAsked] = useState<Asked | null>(null);
  const [fault, setFault] = useState('');
  const [asking, setAsking] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  // what was typed before the page had come alive counts too
  useEffect(() => {
    const early = new FormData(form.current!).get('day');
    if (typeof early === 'string' && early) setDay(early);
  }, []);
  // as the clock on this bench shows it
  const moment = new Date(`${day}T${time || '17:00'}`);
  const until = Number.isNaN(moment.getTime()) ? null : moment.toISOString();
  const known = asked && asked.at === until ? asked.view : null;
  const ask = async () => {
    if (!until) return;
    setAsking(true);
    setFault('');
    const query = new URLSearchParams([['at', until], ...tags.map((tag) => ['tag', tag])]);
    const outcome = await learn<PromiseView>(`/api/day/promise?${query}`);
    setAsking(false);
    if (outcome.ok) setAsked({ at: until, view: outcome.answer });
    else setFault(outcome.problem.message);
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!until) return;
    if (!known) return ask();
    await onPromise(until);
  };
  return (
    <>
      <form ref={form} onSubmit={(event) => void submit(event)} className="flex flex-wrap items-end gap-3">
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
          {known
            ? tags.length > 1
              ? 'Promise them'
              : 'Promise it'
            : asking
              ? 'Looking …'
              : 'Can it be done by then?'}
        </Button>
      </form>
      <div aria-live="polite" className="text-row">
        {known && <Chance view={known} />}
      </div>
      {(fault || problem) && <Problem>{fault || problem}</Problem>}
    </>
  );
}

function Chance({ view }: { view: PromiseView }) {
  if (view.chance === null)
    return <p>{view.fault ? `There is no plan: ${view.fault}` : 'Nothing is planned for it.'}</p>;
  const better = view.first !== null && view.first - view.chance >= 0.05;
  const all = view.each.length > 1 ? 'all of them' : 'it';
  return (
    <>
      <p>
        <b>{verdict(view.chance)}:</b> {surely(view.chance)} by then, as planned
        {view.done && <>; most likely done {when(view.done)}</>}.
      </p>
      {better && (
        <p>
          If {all} came before all others: <b>{surely(view.first!)}</b>
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
      {view.each.length > 1 && (
        <table className="mt-2 w-full max-w-[640px]">
          <thead>
            <tr className="text-left text-note text-soft">
              <th scope="col">Machine</th>
              <th scope="col">Most likely done</th>
              <th scope="col" className="text-right">
                By then, alone
              </th>
            </tr>
          </thead>
          <tbody>
            {view.each
              .toSorted((a, b) => a.chance - b.chance || Date.parse(b.done) - Date.parse(a.done))
              .map(({ tag, called, chance, done }) => (
                <tr key={tag} className="border-t border-rule">
                  <th scope="row" className="py-1 text-left font-normal">
                    <Link href={`/u/${tag}`} className="figures font-semibold">
                      {tag}
                    </Link>{' '}
                    <span className="text-soft">{called}</span>
                  </th>
                  <td className="figures">{when(done)}</td>
                  <td className="figures text-right">{surely(chance)}</td>
                </tr>
              ))}
          </tbody>
        </table>
      )}
    </>
  );
}

/** Two thousand draws do not make anything certain. */
const surely = (chance: number) =>
  chance > 0.99 ? 'over 99 %' : chance < 0.01 ? 'under 1 %' : share(chance);

/** Said first: what one tells a customer. */
const verdict = (chance: number) =>
  chance >= 0.9 ? 'Yes' : chance >= 0.6 ? 'Likely' : chance >= 0.3 ? 'Doubtful' : 'Hardly';

const when = (instant: string) =>
  new Date(instant).toLocaleString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: 'numeric',
    minute: '2-digit',
  });
