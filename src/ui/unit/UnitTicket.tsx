'use client';
import { Link } from '@/ui/kit/Link';
import { usePathname } from 'next/navigation';
import { useEffect, useState, type ReactNode } from 'react';
import type { BenchState } from '@/core/catalogue';
import { Money, Sign } from '../kit/theShop';
import { acted, useShortcuts } from '../kit/keys/keyboard';
import { go } from '../kit/keys/ways';
import { TextField } from '../kit/fields';
import { Button, Key, Known, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { tellConcern } from '../live/Connection';
import { refreshFloor } from '../live/floor';
import { thisPage, useOthersHere } from '../live/here';
import { tellStage } from '../frame/LineHere';
import { lower } from '@/words/plain';
import type { PathView, UnitHead } from '@/words/unit/view';

const SIDES = [
  ['l', 'look', 'Look'],
  ['f', '', 'Find out'],
  ['m', 'machine', 'Machine'],
  ['w', 'work', 'Work'],
  ['x', 'parts', 'Parts'],
  ['p', 'prove', 'Prove'],
  ['s', 'shelf', 'Sell'],
  ['h', 'record', 'History'],
] as const;
/** Sides no step of the path leads to. */
const ASIDE = ['m', 'x', 'h'];

const BENCH_WORDS: [keyof BenchState, string][] = [
  ['plugged', 'mains on'],
  ['caseOpen', 'case open'],
  ['batteryOut', 'battery out'],
  ['boardOut', 'board out'],
];
const CLOSED: BenchState = { plugged: false, caseOpen: false, batteryOut: false, boardOut: false };

/** One step of the path: a mark for how it stands, its number, its name and how far it is. */
function Step({ line, n, href, here }: { line: PathView; n: number; href: string; here: boolean }) {
  const struck = line.state === 'struck';
  const state = line.next ? 'next' : struck ? 'not needed' : line.state;
  return (
    <li className={`border-b border-rule ${line.next ? 'bg-ink text-paper' : ''}`}>
      <Link
        href={href}
        aria-current={here ? 'page' : undefined}
        title={line.note}
        className={`flex min-h-[25px] items-center gap-2 pr-1 text-row ${line.next ? '' : 'hover:bg-track'}`}
      >
        <span
          aria-hidden
          className={`figures w-6 text-center text-note ${line.state === 'done' && !line.next ? 'text-worth' : line.next ? '' : 'text-soft'}`}
        >
          {line.next ? '⏎' : line.state === 'done' ? '✓' : struck ? '–' : n}
        </span>
        <span
          className={`${here ? 'font-bold' : 'font-semibold'} ${struck ? 'line-through opacity-70' : ''}`}
        >
          {line.name}
        </span>
        <span className="sr-only"> ({state})</span>
        <span className={`min-w-0 flex-1 truncate text-right text-note ${line.next ? '' : 'text-soft'}`}>
          {line.note}
        </span>
      </Link>
    </li>
  );
}

/** A fact in the running line of them. */
function Fact({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="mr-3 inline">
      <dt className="inline text-soft">{name} </dt>
      <dd className="inline">{children}</dd>{' '}
    </div>
  );
}

/** The unit's ticket: what it is and whose, how far it is on its way to the shelf and what is next, what it is worth. */
export function UnitTicket({ unit }: { unit: UnitHead }) {
  const path = usePathname();
  const { send, problem, busy } = useCommand();
  const [asked, setAsked] = useState<Partial<BenchState>>({});
  const setBench = (bench: Partial<BenchState>, despite?: true) => {
    setAsked(bench);
    void send('setBench', { unitId: unit.id, bench, ...(despite && { despite }) }, unit.version);
  };
  useEffect(() => {
    tellStage(unit.stage);
    tellConcern({ page: 'unit', unit: unit.id });
    return () => {
      tellStage(null);
      tellConcern(null);
    };
  }, [unit.stage, unit.id]);
  useEffect(() => {
    // turning away ends finding out; the page may be going for good, so it is sent without waiting
    const leave = () => void navigator.sendBeacon(`/api/units/${unit.tag}/leave?page=${thisPage()}`);
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
      setTimeout(() => void refreshFloor(), 300);
    };
  }, [unit.tag]);
  const others = useOthersHere(unit);
  const at = (side: string) => `/u/${unit.tag}${side && '/' + side}`;
  const next = unit.path.find((line) => line.next);
  useShortcuts((key) => {
    const line = key === 'Enter' ? next : unit.path[Number(key) - 1];
    const side = line?.side ?? SIDES.find(([letter]) => letter === key.toLowerCase())?.[1];
    return acted(side !== undefined && (() => go(at(side))));
  }, 'side');
  // a step is where one is when it leads there; of two that lead to one side, the one that is next
  const leading = unit.path.filter(({ side }) => at(side) === path);
  const here = leading.find((line) => line.next) ?? leading[0];
  const lies = BENCH_WORDS.filter(([item]) => unit.bench[item]).map(([, words]) => words);
  return (
    <section
      aria-label="Ticket"
      className="paper punched flex flex-col py-2 pr-4 pl-[26px] md:py-2.5 lg:min-h-0 lg:flex-1 lg:overflow-y-auto"
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <h1 className="figures text-title leading-none font-bold [font-stretch:75%] md:text-figure">
          {unit.tag}
        </h1>
        <span
          className={`inline-block -rotate-1 border-2 border-ink px-2 py-0.5 text-fine font-bold tracking-wide uppercase ${unit.stage === 'quarantine' ? 'hatched' : ''}`}
        >
          {unit.stageName}
        </span>
        <span className="flex-1 text-right text-row whitespace-nowrap md:hidden">{unit.name}</span>
      </div>
      {unit.notPowered.map((why) => (
        <p key={why} role="note" className="hatched mt-2 py-1.5 pr-2 text-note font-semibold">
          {why}
        </p>
      ))}
      <div className="mt-2.5 hidden gap-3 md:flex">
        <div className="min-w-0 flex-1">
          <p className="text-lead leading-[1.2] font-semibold">{unit.name}</p>
          <p className="text-note text-soft">{unit.sub}</p>
          <p className="text-note text-soft">
            {unit.theirs ? 'its owner’s' : 'the shop’s'}
            {unit.days !== null && (
              <>
                {' '}
                · here <span className="figures">{unit.days}</span> d
              </>
            )}
            {unit.costMinor !== null && (
              <>
                {' '}
                · paid{' '}
                <span className="figures">
                  <Money minor={unit.costMinor} />
                </span>
              </>
            )}
          </p>
          {unit.promised && (
            <p className="text-note font-semibold">
              promised by {unit.promised.by}
              {unit.promised.stands && `, ${unit.promised.stands}`}
            </p>
          )}
          {others.length > 0 && (
            <p role="status" className="text-note font-semibold">
              {others.join(', ')} {others.length === 1 ? 'is' : 'are'} here too
            </p>
          )}
        </div>
        {unit.photo && (
          <a href={`/api/photos/${unit.photo}`} target="_blank" rel="noreferrer" className="shrink-0">
            {/* eslint-disable-next-line @next/next/no-img-element */}
            <img
              src={`/api/photos/${unit.photo}`}
              alt="Photograph"
              className="h-[54px] w-[70px] border border-ink object-cover"
            />
          </a>
        )}
      </div>
      <nav aria-label="Sides of this unit" className="mt-1.5 border-t-[1.5px] border-ink md:mt-2.5">
        <ol aria-label="The path" className="hidden md:block">
          {unit.path.map((line, i) => (
            <Step key={line.id} line={line} n={i + 1} href={at(line.side)} here={line === here} />
          ))}
        </ol>
        <div className="grid grid-cols-4 gap-x-1 pt-1 text-note md:flex md:flex-wrap md:justify-start md:gap-x-3">
          {SIDES.map(([letter, slug, name]) => {
            const on = path === at(slug) || (slug !== '' && path.startsWith(`${at(slug)}/`));
            return (
              <Link
                key={slug}
                href={at(slug)}
                aria-current={on ? 'page' : undefined}
                className={`flex min-h-9 items-center justify-center gap-1.5 md:min-h-[28px] ${ASIDE.includes(letter) ? '' : 'md:hidden'} ${on ? 'font-bold' : 'hover:text-matdeep'}`}
              >
                <span
                  aria-hidden
                  className={`figures hidden w-5 border text-center md:inline text-fine leading-[18px] ${on ? 'border-ink bg-ink text-paper' : 'border-current'}`}
                >
                  {letter.toUpperCase()}
                </span>
                <span className={on ? 'underline underline-offset-4 md:no-underline' : ''}>{name}</span>
              </Link>
            );
          })}
        </div>
      </nav>
      {/* the bench says it itself, with what moved it */}
      {unit.worthMinor !== null && path !== at('') && (
        <p className="mt-2 hidden text-worth md:block">
          <span className="text-figure leading-none font-bold tracking-tight tabular-nums">
            <Money minor={unit.worthMinor} plus />
          </span>{' '}
          <span className="text-note text-soft">
            <Sign /> still to win
          </span>
        </p>
      )}
      <dl className="mt-2 hidden border-t-[1.5px] border-ink pt-1.5 text-note md:block">
        {unit.claim && (
          <Fact name="said">
            <Known basis="claimed">“{unit.claim}”</Known>
          </Fact>
        )}
        {unit.spec.map((line) => (
          <Fact key={line.name} name={lower(line.name)}>
            <Known basis={line.basis} title={line.title}>
              {line.value}
            </Known>
          </Fact>
        ))}
        <Fact name="system">
          {unit.keeps ? 'and data stay' : 'may go'}{' '}
          {unit.mayWrite && !unit.held && (
            <Quiet
              disabled={busy}
              onClick={() => void send('setKeeps', { unitId: unit.id, keeps: !unit.keeps }, unit.version)}
              className="min-h-0! text-note!"
            >
              {unit.keeps ? 'let them go' : 'keep them'}
            </Quiet>
          )}
        </Fact>
        {lies.length > 0 && (
          <Fact name="on the bench">
            {lies.join(', ')}{' '}
            {unit.mayWrite && !unit.held && (
              <Quiet
                // pressed while the page is read again it counts too: acts leave in order
                onClick={() => setBench(CLOSED)}
                className="min-h-0! text-note!"
              >
                closed again, unplugged
              </Quiet>
            )}
          </Fact>
        )}
      </dl>
      <p className="mt-auto hidden items-baseline justify-between gap-x-2 pt-1 text-fine whitespace-nowrap text-soft md:flex">
        <a
          href={`/api/units/${unit.tag}/label`}
          target="_blank"
          rel="noreferrer"
          className="border-b border-current text-note text-ink"
        >
          Print its tag
        </a>
        <span title="G, then a number of the path, a letter of a side, or Enter for what is next">
          <Key>G</Key> number or letter
        </span>
      </p>
      {problem && (
        <Problem>
          {problem.message}
          {problem.details?.fields?.how && (
            <form
              className="mt-1.5 flex flex-wrap items-end gap-2"
              onSubmit={(event) => {
                event.preventDefault();
                const how = new FormData(event.currentTarget).get('how');
                void send('setKeeps', { unitId: unit.id, keeps: false, how }, unit.version);
              }}
            >
              <TextField label="How they said so" name="how" required placeholder="by telephone, 14:10" />
              <Button type="submit" disabled={busy}>
                Their data may go
              </Button>
            </form>
          )}
          {problem.details?.notBack && (
            <span className="mt-2 block">
              <Button disabled={busy} onClick={() => setBench(asked, true)}>
                All the same
              </Button>
            </span>
          )}
        </Problem>
      )}
    </section>
  );
}
