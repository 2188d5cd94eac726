'use client';
import { useRef, useState } from 'react';
import type { Policy, TrialResult } from '@/core/timetable/trial/work';
import type { TrialHouse } from '@/core/timetable/trial/world';
import { share } from '@/words/plain';
import { TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { learn } from '../kit/hooks/useCommand';

/** What of a tried week is shown: all but what was done when. */
export type TriedWeek = Omit<TrialResult, 'log'>;

const WEEKS = 6;
const WAYS: Record<Policy, string> = {
  plan: 'By the plan',
  nearest: 'Nearest promise first',
  first: 'First come, first served',
  valuable: 'Most valuable first',
};
const FIELDS = [
  ['people', 'People at benches'],
  ['docks', 'Docks for drives'],
  ['shelves', 'Places on the charging and soak shelf'],
  ['racks', 'Places on the drying rack'],
  ['machines', 'Machines in the week'],
  ['days', 'Days open'],
] as const;

/** One house that was tried: its numbers, and each of its weeks by each way of working. */
interface Tried {
  words: string;
  weeks: TriedWeek[][];
}

const mean = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

const wordsOf = (house: TrialHouse, asItIs: TrialHouse): string => {
  const other = FIELDS.flatMap(([name, label]) =>
    house[name] === asItIs[name] ? [] : [`${label.toLowerCase()} ${house[name]}`],
  );
  if (house.promised !== asItIs.promised) other.push(`promised ${share(house.promised)}`);
  return other.length ? other.join(', ') : 'as it is';
};

/** A week of one's own, drawn and worked in four ways: what one more dock or one person less would change. */
export function TryWeek({ asItIs }: { asItIs: TrialHouse }) {
  const [house, setHouse] = useState(asItIs);
  const [tried, setTried] = useState<Tried[]>([]);
  const [running, setRunning] = useState<Tried | null>(null);
  const [fault, setFault] = useState('');
  const stopped = useRef(false);
  const run = async () => {
    stopped.current = false;
    setFault('');
    let now: Tried = { words: wordsOf(house, asItIs), weeks: [] };
    setRunning(now);
    for (let seed = 1; seed <= WEEKS && !stopped.current; seed++) {
      const outcome = await learn<TriedWeek[]>('/api/day/trial', { house, seed });
      if (!outcome.ok) {
        setFault(outcome.problem.message);
        break;
      }
      now = { ...now, weeks: [...now.weeks, outcome.answer] };
      setRunning(now);
    }
    setRunning(null);
    if (now.weeks.length) setTried((before) => [now, ...before.filter(({ words }) => words !== now.words)]);
  };
  const shown = running?.weeks.length ? [running, ...tried] : tried;
  return (
    <div className="pt-3">
      <p className="max-w-[72ch] text-row text-soft">
        Weeks are drawn with what usually comes between: a second fault, a part that is late, somebody who has
        to go. Each is worked in four ways by the same people. Nothing of your stock is touched.
      </p>
      <form
        className="grid gap-x-6 gap-y-2 pt-3 sm:grid-cols-3 lg:grid-cols-4"
        onSubmit={(event) => {
          event.preventDefault();
          void run();
        }}
      >
        {FIELDS.map(([name, label]) => (
          <TextField
            key={name}
            label={label}
            name={name}
            inputMode="numeric"
            value={String(house[name])}
            onChange={(event) => setHouse({ ...house, [name]: Number(event.target.value) || 0 })}
          />
        ))}
        <TextField
          label="Promised, per cent"
          name="promised"
          inputMode="numeric"
          value={String(Math.round(house.promised * 100))}
          onChange={(event) =>
            setHouse({ ...house, promised: Math.min(1, (Number(event.target.value) || 0) / 100) })
          }
        />
        <div className="flex items-end gap-3">
          {running ? (
            <Button onClick={() => (stopped.current = true)}>Stop</Button>
          ) : (
            <Button type="submit" tone="strong">
              Try it
            </Button>
          )}
        </div>
      </form>
      {running && (
        <p role="status" className="pt-3 text-row">
          {running.weeks.length} of {WEEKS} weeks
        </p>
      )}
      {fault && <Problem>{fault}</Problem>}
      {shown.map((one) => (
        <TriedTable key={one.words} tried={one} />
      ))}
    </div>
  );
}

function TriedTable({ tried }: { tried: Tried }) {
  const ways = tried.weeks[0].map(({ policy }, k) => ({ policy, weeks: tried.weeks.map((week) => week[k]) }));
  const over = (
    weeks: readonly TriedWeek[],
    of: (week: TriedWeek) => number,
    show: (value: number) => string,
  ) => {
    const values = weeks.map(of);
    return (
      <>
        <b className="figures">{show(mean(values))}</b>{' '}
        <span className="figures text-note text-soft">
          {show(Math.min(...values))} to {show(Math.max(...values))}
        </span>
      </>
    );
  };
  const kept = ({ kept: own, promised }: TriedWeek) => (promised ? own / promised : 1);
  const whole = (value: number) => value.toFixed(1);
  return (
    <section aria-label={`Tried: ${tried.words}`} className="pt-5">
      <h2 className="text-read font-bold">{tried.words[0].toUpperCase() + tried.words.slice(1)}</h2>
      <div className="overflow-x-auto">
        <table className="w-full text-row">
          <thead>
            <tr className="border-b-2 border-ink text-left text-note">
              <th className="py-1 pr-3 font-semibold">Way of working</th>
              <th className="py-1 pr-3 font-semibold">Finished</th>
              <th className="py-1 pr-3 font-semibold">Promises kept</th>
              <th className="py-1 pr-3 font-semibold">Hands in use</th>
              <th className="py-1 font-semibold">Hours from in to done</th>
            </tr>
          </thead>
          <tbody>
            {ways.map(({ policy, weeks }) => (
              <tr key={policy} className="border-b border-rule">
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  {WAYS[policy]}
                </th>
                <td className="py-1 pr-3">{over(weeks, ({ finished }) => finished, whole)}</td>
                <td className="py-1 pr-3">{over(weeks, kept, share)}</td>
                <td className="py-1 pr-3">{over(weeks, ({ handsUse }) => handsUse, share)}</td>
                <td className="py-1">{over(weeks, ({ flowHours }) => flowHours, whole)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="pt-1 text-note text-soft">
        Mean of {tried.weeks.length} weeks, and the least and the most of them.
      </p>
    </section>
  );
}
