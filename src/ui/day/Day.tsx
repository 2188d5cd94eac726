'use client';
import { useState } from 'react';
import { clockAt, type DayAct, type DayView } from '@/words/day';
import { go } from '../kit/keys/ways';
import { useShortcuts } from '../kit/keys/keyboard';
import { Link } from '../kit/Link';
import { Button, Empty, Heading, Problem, Quiet } from '../kit/parts';
import { useZone } from '../kit/theShop';
import { duration } from '../kit/words';
import { StringLine } from './StringLine';

interface Props {
  view: DayView;
  /** Whose hands look at it. */
  me: string;
  until: number;
}

const SHOWN = 9;
const percent = (share: number) => `${Math.round(share * 100)} %`;

/** What an act is, in a line: "start WQ-0012: erase the drive, dock 1". */
const wordsOf = (act: DayAct) =>
  act.ends
    ? `end ${act.tag}: ${act.words}`
    : `${act.tag}: ${act.words}${act.station ? `, ${act.station}` : ''}`;

/** The day as it should go: what is next for these hands, every machine's way, whether promises hold. */
export function Day({ view, me, until }: Props) {
  const zone = useZone();
  const [chosen, setChosen] = useState<string | null>(null);
  const mine = view.lists.find(({ person }) => person === me);
  const next = mine?.acts[0];
  const begin = next && (() => go(next.ends || next.alone > 0 ? `/u/${next.tag}/work` : `/u/${next.tag}`));
  useShortcuts((key) => {
    if (key === 'Enter' && begin) return (begin(), true);
    if (key.toLowerCase() === 'w') return (go(until > 1440 ? '/day' : '/day?days=7'), true);
    if (key === 'Escape' && chosen) return (setChosen(null), true);
    return false;
  });
  const time = (minute: number) => clockAt(view.zero, minute, zone);
  if (view.fault) return <Problem>There is no plan: {view.fault}</Problem>;
  if (view.lists.every(({ acts }) => acts.length === 0))
    return <Empty>Nothing wants hands: no open machine has anything left to do.</Empty>;
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_300px] lg:items-start">
      <div className="min-w-0">
        {next && (
          <section
            aria-label="What now"
            className="mb-3 flex flex-wrap items-center justify-between gap-3 border-t-[6px] border-hot bg-paper px-4 py-3"
          >
            <div>
              <h2 className="text-title leading-7">
                {next.from > 1 ? `${time(next.from)}: ` : ''}
                {wordsOf(next)}
              </h2>
              <p className="text-row text-soft">
                {duration(next.to - next.from)} of you
                {next.alone > 0 && `, then ${duration(next.alone)} alone`}.
                {mine.acts[1] && ` After that: ${wordsOf(mine.acts[1])}.`}
              </p>
            </div>
            <Button tone="strong" shortcut="⏎" onClick={begin}>
              Begin
            </Button>
          </section>
        )}
        <div className="hidden bg-paper px-3 py-3 md:block">
          <StringLine view={view} until={until} zone={zone} chosen={chosen} onChoose={setChosen} />
          <p className="pt-1 text-note text-soft">
            One line is one machine on its way. Thick: hands. Double: it runs alone. A dot with a ring: it
            waits for hands. Flag: promised. <kbd>W</kbd> {until > 1440 ? 'the day' : 'the week'}.{' '}
            {chosen && <Quiet onClick={() => setChosen(null)}>all machines</Quiet>}
          </p>
        </div>
        <div className="mt-3 grid gap-x-8 gap-y-4 bg-paper px-4 py-3 sm:grid-cols-2">
          {view.lists.map(({ person, name, acts }) => (
            <section key={person} aria-label={`What ${name} does`}>
              <p className="flex items-baseline justify-between gap-3">
                <Heading>{name}</Heading>
                <a
                  href={`/api/day/list?person=${encodeURIComponent(person)}`}
                  target="_blank"
                  rel="noreferrer"
                  aria-label={`Print what ${name} does`}
                  className="border-b border-current text-note"
                >
                  print
                </a>
              </p>
              <ol className="text-row">
                {acts.slice(0, SHOWN).map((act) => (
                  <li
                    key={`${act.from} ${act.tag} ${act.words}`}
                    className="flex gap-3 border-b border-rule py-1"
                  >
                    <span className="figures w-[52px] shrink-0 text-note">{time(act.from)}</span>
                    <span className="min-w-0 flex-1">
                      <Link href={`/u/${act.tag}`} className="figures font-semibold">
                        {act.tag}
                      </Link>{' '}
                      {act.ends ? `end: ${act.words}` : act.words}
                      {act.station && <span className="text-soft">, {act.station}</span>}
                    </span>
                    <span className="figures text-note whitespace-nowrap">
                      {duration(act.to - act.from)}
                      {act.alone > 0 && <span className="text-soft"> + {duration(act.alone)}</span>}
                    </span>
                  </li>
                ))}
              </ol>
              {acts.length > SHOWN && <p className="text-note text-soft">and {acts.length - SHOWN} more</p>}
              {acts.length === 0 && <p className="text-row text-soft">nothing</p>}
            </section>
          ))}
        </div>
      </div>
      <aside className="bg-paper px-4 py-4">
        <Heading>Do promises hold?</Heading>
        {view.promises.length === 0 && (
          <p className="text-row text-soft">None was given. A promise is made on a machine’s page.</p>
        )}
        {view.promises.map(({ tag, called, due, chance }) => (
          <div key={tag} className="border-b border-rule py-1.5 text-row">
            <p className="flex justify-between gap-2">
              <span>
                <Link href={`/u/${tag}`} className="figures font-semibold">
                  {tag}
                </Link>{' '}
                {called},{' '}
                {new Date(Date.parse(view.zero) + due * 60_000).toLocaleDateString('en-GB', {
                  timeZone: zone,
                  weekday: 'short',
                })}{' '}
                {time(due)}
              </span>
              <b className="figures whitespace-nowrap">{percent(chance)}</b>
            </p>
            <div className="mt-1 h-2 bg-track">
              <div
                className={`h-full ${chance >= 0.8 ? 'bg-ink' : 'hatched'}`}
                style={{ width: percent(chance) }}
              />
            </div>
          </div>
        ))}
        <Heading className="mt-4">Hands {until > 1440 ? 'this week' : 'till then'}</Heading>
        {view.hands.map(({ name, planned, there }) => (
          <p key={name} className="flex justify-between border-b border-rule py-1 text-row">
            {name}{' '}
            <span className="figures">
              {duration(planned)} of {duration(there)}
            </span>
          </p>
        ))}
        <p className="flex justify-between border-b border-rule py-1 text-row">
          alone, all stations <span className="figures">{duration(view.aloneMinutes)}</span>
        </p>
        {view.notAtNight.length > 0 && (
          <>
            <Heading className="mt-4">Not while nobody is there</Heading>
            <p className="text-row">{view.notAtNight.join(', ')}</p>
          </>
        )}
        {view.gap !== null && (
          <p className="mt-3 text-note text-soft">
            No plan can bring machines to their end more than {percent(view.gap)} sooner. It is made anew each
            time it is opened.
          </p>
        )}
      </aside>
    </div>
  );
}
