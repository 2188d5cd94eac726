'use client';
import { useState, type FormEvent } from 'react';
import { TextField } from '../kit/fields';
import { SKILLS, type Skill } from '@/core/timetable/week';
import { SKILL_WORDS } from '@/words/day';
import { Button, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

interface Away {
  person: string | null;
  from: string;
  to: string;
}
interface Props {
  days: string[];
  /** Hours of single dates; empty: closed. */
  dates: Readonly<Record<string, string>>;
  /** How many machines each takes, and until when it is out of order; nothing: it is not. */
  places: { name: string; places: number; broken: string }[];
  away: readonly Away[];
  people: { id: string; name: string }[];
  /** What somebody does not do. */
  without: Readonly<Record<string, readonly Skill[]>>;
  mayWrite: boolean;
}

/** When the house is open, how many machines its stations take, who is away: what a plan of the day stands on. */
export function OpeningHours({ days, dates, places, away, people, without, mayWrite }: Props) {
  const { send, problem, busy } = useCommand();
  const [off, setOff] = useState<readonly Away[]>(away);
  const [own, setOwn] = useState(dates);
  const faults = (problem?.details as { fields?: Record<string, string> } | undefined)?.fields ?? {};
  const nameOf = (id: string | null) =>
    id === null ? 'the house' : (people.find((one) => one.id === id)?.name ?? id);
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const text = (name: string) => String(form.get(name) ?? '').trim();
    const [from, to] = [text('from'), text('to')];
    const date = text('date');
    const allDates = date ? { ...own, [date]: text('date-hours') } : own;
    const all = from && to ? [...off, { person: text('person') || null, from, to }] : off;
    const sent = await send('setWeek', {
      days: DAYS.map((_, i) => text(`day-${i}`)),
      away: all,
      dates: allDates,
      without: Object.fromEntries(
        people.map(({ id }) => [id, SKILLS.filter((skill) => !form.has(`may-${id}-${skill}`))]),
      ),
      broken: Object.fromEntries(
        places.flatMap(({ name }, i) => (text(`broken-${i}`) ? [[name, text(`broken-${i}`)]] : [])),
      ),
      places: Object.fromEntries(places.map(({ name }, i) => [name, Number(text(`place-${i}`)) || 1])),
    });
    if (sent.ok) {
      setOff(all);
      setOwn(allDates);
    }
  }
  return (
    <details className="mt-3 bg-paper px-4 py-3 text-row">
      <summary className="cursor-pointer font-semibold">
        Opening hours, stations, days off: {days.filter(Boolean).length} days a week
      </summary>
      <form onSubmit={(event) => void submit(event)} className="pt-3">
        <div className="grid gap-x-6 gap-y-2 sm:grid-cols-2 lg:grid-cols-4">
          {DAYS.map((day, i) => (
            <TextField
              key={day}
              label={day}
              name={`day-${i}`}
              defaultValue={days[i]}
              fault={faults[`days.${i}`]}
              disabled={!mayWrite}
            />
          ))}
        </div>
        <div className="grid gap-x-6 gap-y-2 pt-3 sm:grid-cols-2 lg:grid-cols-4">
          {places.map(({ name, places: count, broken }, i) => (
            <div key={name}>
              <TextField
                label={`${name}, places`}
                name={`place-${i}`}
                inputMode="numeric"
                defaultValue={String(count)}
                disabled={!mayWrite}
              />
              <TextField
                label="out of order until"
                name={`broken-${i}`}
                type="date"
                defaultValue={broken}
                disabled={!mayWrite}
              />
            </div>
          ))}
        </div>
        <fieldset className="pt-3">
          <legend className="font-semibold">Who does what</legend>
          {people.map(({ id, name }) => (
            <p key={id} className="flex flex-wrap gap-x-5 border-b border-rule py-1">
              <b className="w-[140px]">{name}</b>
              {SKILLS.map((skill) => (
                <label key={skill} className="flex items-center gap-2">
                  <input
                    type="checkbox"
                    name={`may-${id}-${skill}`}
                    defaultChecked={!without[id]?.includes(skill)}
                    disabled={!mayWrite}
                  />
                  {SKILL_WORDS[skill]}
                </label>
              ))}
            </p>
          ))}
          <p className="text-note text-soft">
            The mains side is for people who are licensed for it where your local rules ask for that.
          </p>
        </fieldset>
        <ul className="pt-3">
          {Object.entries(own)
            .toSorted(([a], [b]) => a.localeCompare(b))
            .map(([day, hours]) => (
              <li key={day} className="flex gap-4 py-0.5">
                {day}: {hours || 'closed'}
                {mayWrite && (
                  <Quiet
                    onClick={() =>
                      setOwn(Object.fromEntries(Object.entries(own).filter(([other]) => other !== day)))
                    }
                  >
                    as its weekday
                  </Quiet>
                )}
              </li>
            ))}
          {off.map((each, i) => (
            <li key={`${each.person} ${each.from}`} className="flex gap-4 py-0.5">
              {nameOf(each.person)} away {each.from} to {each.to}
              {mayWrite && <Quiet onClick={() => setOff(off.filter((_, k) => k !== i))}>not away</Quiet>}
            </li>
          ))}
        </ul>
        {mayWrite && (
          <div className="flex flex-wrap items-end gap-4 pt-2">
            <label className="block">
              Away
              <select name="person" className="block h-11 border-b-2 border-ink bg-transparent pr-4">
                <option value="">the house is closed</option>
                {people.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            <TextField label="from" name="from" type="date" wrap="w-[160px]" />
            <TextField label="to" name="to" type="date" wrap="w-[160px]" />
            <TextField label="One date" name="date" type="date" wrap="w-[160px]" />
            <TextField
              label="open then (empty: closed)"
              name="date-hours"
              placeholder="9-12:30"
              wrap="w-[180px]"
              fault={Object.entries(faults).find(([field]) => field.startsWith('dates.'))?.[1]}
            />
            <Button type="submit" disabled={busy}>
              Keep
            </Button>
          </div>
        )}
        {problem && (
          <div className="pt-2">
            <Problem>{problem.message}</Problem>
          </div>
        )}
      </form>
    </details>
  );
}
