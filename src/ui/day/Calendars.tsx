'use client';
import { useState } from 'react';
import { Button, Heading, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

interface Given {
  run: string;
  shows: string;
  /** When it was read last; null: never. */
  readAt: string | null;
}

interface Props {
  links: Given[];
  stations: readonly string[];
  /** Busy times of one's own that lie ahead. */
  busy: number;
  zone: string;
}

const moment = (at: string, zone: string) =>
  new Date(at).toLocaleString('en-GB', { timeZone: zone, dateStyle: 'medium', timeStyle: 'short' });

/** Links to one's own work and to stations for any calendar, and busy times out of one's own. */
export function Calendars({ links, stations, busy, zone }: Props) {
  const { send, problem, busy: sending } = useCommand();
  const [station, setStation] = useState('');
  const [made, setMade] = useState<{ run: string; address: string } | null>(null);
  const [told, setTold] = useState('');
  const give = async () => {
    const sent = await send<{ token: string; run: string }>('giveCalendar', { station: station || null });
    if (sent.ok) setMade({ run: sent.answer.run, address: `${location.origin}/i/${sent.answer.token}.ics` });
  };
  const take = async (file: File | undefined) => {
    const sent = await send<{ times: number; free: number; faults: string[] }>('takeBusy', { text: file ? await file.text() : '' }); // prettier-ignore
    if (!sent.ok) return;
    const { times, free, faults } = sent.answer;
    setTold(
      [
        times === 0 ? 'You are not busy at any time ahead.' : `${times} busy times stand in the plan now.`,
        free > 0 && `${free} entries that leave you free were left out.`,
        faults.length > 0 && `Not read: ${faults.join('; ')}.`,
      ]
        .filter(Boolean)
        .join(' '),
    );
  };
  return (
    <section aria-label="Calendars" className="max-w-[66ch] pt-6">
      <Heading>Your work in a calendar</Heading>
      <p className="text-row text-soft">
        A link shows the plan of the day to any calendar that can subscribe to one. Whoever has the link can
        read it without signing in; ending it is enough to shut them out.
      </p>
      <div className="flex flex-wrap items-end gap-3 py-2">
        <label className="block text-row">
          Shows
          <select
            value={station}
            onChange={(event) => setStation(event.target.value)}
            className="block h-11 border-b-2 border-ink bg-transparent pr-4"
          >
            <option value="">my own work</option>
            {stations.map((name) => (
              <option key={name} value={name}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <Button onClick={() => void give()} disabled={sending}>
          Make a link
        </Button>
      </div>
      {made && links.some(({ run }) => run === made.run) && (
        <p className="border-2 border-ink bg-paper px-3 py-2 text-row">
          Copy it now, it is shown once:
          <br />
          <b className="figures break-all select-all">{made.address}</b>
        </p>
      )}
      <ul className="text-row">
        {links.map(({ run, shows, readAt }) => (
          <li key={run} className="flex flex-wrap gap-x-4 border-b border-rule py-1">
            <b>{shows}</b>
            <span className="text-soft">{readAt ? `read last ${moment(readAt, zone)}` : 'not read yet'}</span>
            <Quiet onClick={() => void send('endCalendar', { run })} aria-label={`End the link to ${shows}`}>
              end it
            </Quiet>
          </li>
        ))}
      </ul>
      <Heading className="mt-5">When you are busy</Heading>
      <p className="text-row text-soft">
        A calendar file (.ics) of your own: nothing is planned for your hands at those times. It takes the
        place of the one before; only begin and end are kept.
      </p>
      <p className="flex flex-wrap items-center gap-4 py-2 text-row">
        <input
          type="file"
          accept=".ics,text/calendar"
          aria-label="Calendar file"
          onChange={(event) => void take(event.target.files?.[0])}
        />
        {busy > 0 && (
          <>
            <span>{busy} busy times ahead</span>
            <Quiet onClick={() => void take(undefined)}>not busy any more</Quiet>
          </>
        )}
      </p>
      {told && <p className="text-row">{told}</p>}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
