'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { SKILL_WORDS, type HandsView, type HoursRow, type ScarceView } from '@/words/day';
import { Link } from '../kit/Link';
import { Empty, LongList, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { Money } from '../kit/theShop';
import { duration } from '../kit/words';

interface Props {
  rows: HoursRow[];
  minutes: number;
  /** Hands of everybody over the next seven days. */
  weekMinutes: number;
  used: number;
  netMinor: number;
  boundMinor: number;
  moreMinor: number;
  people: HandsView[];
  scarce: ScarceView[];
  mayWrite: boolean;
}

const STEP = 30;
/** Hands are counted in hours, however many. */
const inHours = (minutes: number) => (minutes % 60 ? `${(minutes / 60).toFixed(1)} h` : `${minutes / 60} h`);

/** Which machines get the hours there are, and where the line falls: more hours, fewer, and what an hour more brings. */
export function Hours({
  rows,
  minutes,
  weekMinutes,
  used,
  netMinor,
  boundMinor,
  moreMinor,
  people,
  scarce,
  mayWrite,
}: Props) {
  const router = useRouter();
  const { send, problem, busy } = useCommand();
  const [wanted, setWanted] = useState(minutes);
  const most = Math.max(weekMinutes * 1.5, minutes, 600);
  const go = (to: number) =>
    router.replace(`/hours?minutes=${Math.round(to / STEP) * STEP}`, { scroll: false });
  const line = rows.findIndex((row) => !row.in);
  const pin = (row: HoursRow, pinned: 'in' | 'out' | null) =>
    void send('pinUnit', { unitId: row.id, pinned }, row.version, {
      words: `${row.tag} ${pinned ?? 'free'}`,
    });
  const lastIn = rows.findLast((row) => row.in && !row.pinned);
  const anHour = (row: HoursRow) => Math.round((row.netMinor / row.minutes) * 60);
  return (
    <div>
      <div className="grid gap-x-8 gap-y-2 border-b-2 border-ink pb-3 sm:grid-cols-[minmax(0,1fr)_auto] sm:items-end">
        <label className="block text-row">
          <b className="figures text-title">{inHours(wanted)}</b> of hands{' '}
          <span className="text-soft">(the next seven days have {inHours(weekMinutes)})</span>
          <input
            type="range"
            aria-label="Attended minutes to give away"
            className="mt-1 block h-11 w-full accent-ink"
            min={0}
            max={Math.ceil(most / STEP) * STEP}
            step={STEP}
            value={wanted}
            onChange={(event) => setWanted(Number(event.target.value))}
            onPointerUp={() => go(wanted)}
            onKeyUp={() => go(wanted)}
            onBlur={() => wanted !== minutes && go(wanted)}
          />
        </label>
        <p className="text-row sm:text-right">
          <b className="text-title text-worth">
            <Money minor={netMinor} plus />
          </b>{' '}
          over leaving them all as they are, in {inHours(used)}.
          <br />
          An hour more brings{' '}
          <b>
            <Money minor={moreMinor} />
          </b>
          .{' '}
          {boundMinor > netMinor && (
            <>
              No choice brings more than <Money minor={boundMinor} />.
            </>
          )}
        </p>
      </div>
      <WhatThereIs people={people} scarce={scarce} />
      {problem && <Problem>{problem.message}</Problem>}
      {rows.length === 0 ? (
        <Empty>No open units.</Empty>
      ) : (
        <LongList label="Machines by what an hour brings">
          <table className="w-full border-collapse text-row">
            <caption className="sr-only">Machines, those that get hours first</caption>
            <thead>
              <tr className="headrow">
                <th className="w-[104px] py-1.5 font-normal">Tag</th>
                <th className="font-normal">Machine</th>
                <th className="text-right font-normal">wins</th>
                <th className="text-right font-normal">hands</th>
                <th className="hidden text-right font-normal sm:table-cell">an hour</th>
                <th className="hidden pl-5 font-normal md:table-cell">
                  <span className="sr-only">Near the line</span>
                </th>
                <th className="text-right font-normal">
                  <span className="sr-only">Pinned</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, i) => (
                <tr
                  key={row.id}
                  className={`h-10 border-b border-rule ${i === line && i > 0 ? 'border-t-4 border-t-ink' : ''} ${row.in ? '' : 'text-soft'}`}
                >
                  <th scope="row" className="text-left">
                    <Link href={`/u/${row.tag}`} className="figures font-semibold text-ink">
                      {row.tag}
                    </Link>
                  </th>
                  <td className="max-w-[220px] truncate pr-3">{row.called}</td>
                  <td className="figures text-right">
                    <Money minor={row.netMinor} plus />
                  </td>
                  <td className="figures text-right">{duration(row.minutes)}</td>
                  <td className="figures hidden text-right sm:table-cell">
                    <Money minor={anHour(row)} />
                  </td>
                  <td className="hidden pl-5 text-note md:table-cell">
                    {row.near === 'more' && 'in with an hour more'}
                    {row.near === 'less' && 'out with an hour less'}
                    {!row.in && row.near === null && row.netMinor <= 0 && 'working it wins nothing'}
                    {row.short && `no more of this week: ${row.short}`}
                    {!row.in &&
                      !row.short &&
                      row.near === null &&
                      row.netMinor > 0 &&
                      lastIn &&
                      anHour(row) < anHour(lastIn) &&
                      'the last above the line brings more an hour'}
                  </td>
                  <td className="text-right whitespace-nowrap">
                    {row.pinned && (
                      <b className="text-note text-ink">{row.pinned === 'in' ? 'always' : 'not now'} </b>
                    )}
                    {mayWrite &&
                      (row.pinned ? (
                        <Quiet
                          disabled={busy}
                          aria-label={`${row.tag}: let go`}
                          onClick={() => pin(row, null)}
                        >
                          let go
                        </Quiet>
                      ) : (
                        <Quiet
                          disabled={busy}
                          aria-label={`${row.tag}: ${row.in ? 'not now' : 'all the same'}`}
                          onClick={() => pin(row, row.in ? 'out' : 'in')}
                        >
                          {row.in ? 'not now' : 'all the same'}
                        </Quiet>
                      ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </LongList>
      )}
    </div>
  );
}

/** Whose hours there are this week, and which stations: how much of each those above the line take, and what more of it brings. */
function WhatThereIs({ people, scarce }: Pick<Props, 'people' | 'scarce'>) {
  const cannot = ({ without }: HandsView) => without.map((skill) => SKILL_WORDS[skill]).join(', ');
  return (
    <details className="border-b border-rule py-2 text-row">
      <summary className="cursor-pointer">
        Whose hours, which stations
        {scarce.some(({ oneMoreMinor }) => oneMoreMinor > 0) && (
          <>
            :{' '}
            {scarce
              .filter(({ oneMoreMinor }) => oneMoreMinor > 0)
              .map(({ words }) => words)
              .join(', ')}{' '}
            {scarce.filter(({ oneMoreMinor }) => oneMoreMinor > 0).length === 1 ? 'is' : 'are'} short
          </>
        )}
      </summary>
      <div className="grid gap-x-10 gap-y-3 pt-2 sm:grid-cols-2">
        <ul>
          {people.map((person) => (
            <li key={person.id} className="flex justify-between gap-3 border-b border-rule py-1">
              <span>
                {person.name}
                {person.without.length > 0 && (
                  <span className="text-note text-soft"> not {cannot(person)}</span>
                )}
              </span>
              <b className="figures">{inHours(Math.round(person.minutes))}</b>
            </li>
          ))}
        </ul>
        {scarce.length > 0 && (
          <table className="w-full border-collapse self-start">
            <thead>
              <tr className="headrow">
                <th className="py-1 font-normal">Besides hands</th>
                <th className="text-right font-normal">taken</th>
                <th className="text-right font-normal">there</th>
                <th className="text-right font-normal">one more brings</th>
              </tr>
            </thead>
            <tbody>
              {scarce.map(({ id, words, places, used, there, oneMoreMinor }) => (
                <tr key={id} className="border-b border-rule">
                  <th scope="row" className="py-1 text-left font-normal">
                    {words}
                    {places !== null && ` × ${places}`}
                  </th>
                  <td className="figures text-right">{inHours(Math.round(used))}</td>
                  <td className="figures text-right">{inHours(Math.round(there))}</td>
                  <td className="figures text-right font-semibold">
                    {oneMoreMinor > 0 ? <Money minor={oneMoreMinor} /> : 'nothing'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </details>
  );
}
