'use client';
import { useRouter } from 'next/navigation';
import type { DayEndLine, DayEndView } from '@/words/day';
import { Link } from '../kit/Link';
import { acted, useShortcuts } from '../kit/keys/keyboard';
import { Heading, Key } from '../kit/parts';
import { attended, duration } from '../kit/words';

/** Keys of the lines, in their order: nothing a page of its own takes. */
const KEYS = [...'123456789abcdefghijklmnopqrstuvwxyz'];

const THEN = {
  'has run': 'hands are wanted',
  over: 'over by then',
  'runs on': 'may run on alone',
  'stop it': 'not alone: end it, or stay',
} as const;

/** What lies open before the house closes, each with the key that goes to it. */
export function BeforeClosingTime({ view }: { view: DayEndView }) {
  const router = useRouter();
  const stops = view.running.filter(({ then }) => then === 'stop it');
  const rest = view.running.filter(({ then }) => then !== 'stop it');
  const groups: { title: string; none: string; lines: (DayEndLine & { then?: keyof typeof THEN })[] }[] = [
    { title: 'Not left alone', none: 'Nothing that runs has to be stopped.', lines: stops },
    { title: 'Begun', none: 'Nothing is in anybody’s hands.', lines: view.begun },
    { title: 'Lying open', none: 'No machine lies open.', lines: view.lying },
    { title: 'Runs on', none: 'Nothing runs.', lines: rest },
    {
      title: 'Worth starting before you go',
      none: 'Nothing long waits to be started.',
      lines: view.start,
    },
  ];
  const all = groups.flatMap(({ lines }) => lines);
  useShortcuts((key) => {
    const line = all[KEYS.indexOf(key.toLowerCase())];
    return line ? acted(() => router.push(line.href)) : false;
  });
  let at = 0;
  return (
    <div>
      <section aria-label="Until closing" className="headpanel">
        <p className="text-title">
          {view.closes === null ? (
            'The house is not open any more today.'
          ) : (
            <>
              Closing at <b className="figures">{view.closes}</b>, in{' '}
              <b className="figures">{duration(Math.round(view.closesIn!))}</b>.
            </>
          )}
        </p>
        <p className="text-read" role="status">
          {view.minutes < 1 ? (
            'Nothing lies open.'
          ) : (
            <>
              What lies open wants <b>{attended(view.minutes)}</b> of hands
              {view.there !== null && (
                <>
                  ; there are <b>{attended(view.there)}</b>, {view.people}{' '}
                  {view.people === 1 ? 'person' : 'people'}
                </>
              )}
              . {view.fits ? 'It can be done.' : view.there !== null && <b>Not all of it can be done.</b>}
            </>
          )}
        </p>
      </section>
      <div className="mt-gutter grid gap-gutter lg:grid-cols-2 lg:items-start">
        {groups.map(({ title, none, lines }) => (
          <section key={title} aria-label={title} className="panel">
            <Heading>{title}</Heading>
            {lines.length === 0 && <p className="text-row text-soft">{none}</p>}
            <ul>
              {lines.map((line) => {
                const key = KEYS[at++];
                return (
                  <li key={`${line.tag} ${line.words} ${at}`} className="border-b border-rule">
                    <Link
                      href={line.href}
                      className="flex min-h-11 items-center gap-2.5 py-1 text-row hover:bg-track"
                    >
                      {key && <Key>{key.toUpperCase()}</Key>}
                      <span className="min-w-0 flex-1">
                        <b className="figures">{line.tag}</b> {line.words}
                        <span className="block text-note text-soft">
                          {line.note}
                          {line.then && `: ${THEN[line.then]}`}
                        </span>
                      </span>
                      {line.minutes > 0 && (
                        <span className="figures text-note whitespace-nowrap">{attended(line.minutes)}</span>
                      )}
                    </Link>
                  </li>
                );
              })}
            </ul>
          </section>
        ))}
      </div>
    </div>
  );
}
