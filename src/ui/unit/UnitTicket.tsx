'use client';
import { Link } from '@/ui/kit/Link';
import { usePathname } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { BenchState } from '@/core/catalogue';
import { Money, Sign } from '../kit/theShop';
import { useShortcuts } from '../kit/keys/keyboard';
import { go } from '../kit/keys/ways';
import { TextField } from '../kit/fields';
import { Button, Known, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { tellConcern } from '../live/Connection';
import { refreshFloor } from '../live/floor';
import { tellStage } from '../frame/LineHere';
import type { UnitHead } from '@/words/unit/view';

const VIEWS = [
  ['l', 'look', 'Look'],
  ['f', '', 'Find out'],
  ['m', 'machine', 'Machine'],
  ['w', 'work', 'Work'],
  ['x', 'parts', 'Parts'],
  ['p', 'prove', 'Prove'],
  ['s', 'shelf', 'Sell'],
  ['h', 'record', 'History'],
] as const;

const BENCH_WORDS: [keyof BenchState, string][] = [
  ['plugged', 'mains on'],
  ['caseOpen', 'case open'],
  ['batteryOut', 'battery out'],
  ['boardOut', 'board out'],
];

/** The unit's ticket: what it is, where it stands, the way to its other sides, what is on the bench now. */
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
    const leave = () => void navigator.sendBeacon(`/api/units/${unit.tag}/leave`);
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
      setTimeout(() => void refreshFloor(), 300);
    };
  }, [unit.tag]);
  useShortcuts((key) => {
    const view = VIEWS.find(([letter]) => letter === key.toLowerCase());
    if (!view) return false;
    go(`/u/${unit.tag}${view[1] && '/' + view[1]}`);
    return true;
  }, 'frame');
  const side = path.split('/')[3] ?? '';
  return (
    <section
      aria-label="Ticket"
      className="paper punched flex flex-col py-2 pr-4 pl-[26px] md:py-4 lg:sticky lg:top-4 lg:h-[calc(100vh-173px)] lg:self-start lg:overflow-y-auto"
    >
      <div className="flex items-center gap-3 md:block">
        <h1 className="figures text-title leading-none font-bold [font-stretch:75%] md:text-figure">
          {unit.tag}
        </h1>
        <span
          className={`inline-block -rotate-1 md:mt-2 border-2 border-ink px-2 py-0.5 text-fine font-bold tracking-wide uppercase ${unit.stage === 'quarantine' ? 'hatched' : ''}`}
        >
          {unit.stageName}
        </span>
        <span className="min-w-0 flex-1 truncate text-right text-row md:hidden">{unit.name}</span>
      </div>
      {unit.notPowered.map((why) => (
        <p key={why} role="note" className="hatched mt-2 py-1.5 pr-2 text-note font-semibold">
          {why}
        </p>
      ))}
      <p className="mt-3 hidden text-lead leading-[1.2] font-semibold md:block">{unit.name}</p>
      <p className="hidden text-row text-soft md:block">{unit.sub}</p>
      <nav
        aria-label="Sides of this unit"
        className="mt-1.5 flex justify-between gap-x-1 border-t-[1.5px] border-ink pt-1 text-note md:mt-2.5 md:grid md:grid-cols-[auto_auto_auto] md:gap-x-2 md:pt-1.5"
      >
        {VIEWS.map(([letter, slug, name]) => {
          const on = side === slug;
          return (
            <Link
              key={slug}
              href={`/u/${unit.tag}${slug && '/' + slug}`}
              aria-current={on ? 'page' : undefined}
              className={`flex min-h-11 min-w-9 items-center justify-center gap-1.5 md:min-h-[28px] md:justify-start ${on ? 'font-bold' : 'hover:text-matdeep'}`}
            >
              <span
                aria-hidden
                className={`figures w-5 border text-center text-fine leading-[18px] ${on ? 'border-ink bg-ink text-paper' : 'border-current'}`}
              >
                {letter.toUpperCase()}
              </span>
              <span className="sr-only md:not-sr-only">{name}</span>
            </Link>
          );
        })}
      </nav>
      <dl className="mt-2.5 hidden grid-cols-[78px_1fr] gap-y-1 border-t-[1.5px] border-ink pt-2 text-row md:grid">
        {unit.claim && (
          <>
            <dt className="text-soft">Said</dt>
            <dd>
              <Known basis="claimed">“{unit.claim}”</Known>
            </dd>
          </>
        )}
        {unit.spec.map((line) => (
          <div key={line.name} className="contents">
            <dt className="text-soft">{line.name}</dt>
            <dd className="min-w-0 break-words">
              <Known basis={line.basis} title={line.title}>
                {line.value}
              </Known>
            </dd>
          </div>
        ))}
        {unit.goodFor && (
          <>
            <dt className="text-soft">Good for</dt>
            <dd title={unit.system && `Runs ${unit.system}`}>{unit.goodFor}</dd>
          </>
        )}
        <dt className="text-soft">System</dt>
        <dd>
          {unit.keeps ? 'and data stay' : 'may go'}{' '}
          {unit.mayWrite && !unit.held && (
            <Quiet
              disabled={busy}
              onClick={() => void send('setKeeps', { unitId: unit.id, keeps: !unit.keeps }, unit.version)}
              className="text-note"
            >
              {unit.keeps ? 'let them go' : 'keep them'}
            </Quiet>
          )}
        </dd>
        {unit.costMinor !== null && (
          <>
            <dt className="text-soft">Paid</dt>
            <dd className="figures text-note">
              <Sign /> <Money minor={unit.costMinor} />
            </dd>
          </>
        )}
      </dl>
      <p className="mt-1 hidden flex-wrap items-baseline justify-between gap-x-3 text-fine text-soft md:flex">
        <a
          href={`/api/units/${unit.tag}/label`}
          target="_blank"
          rel="noreferrer"
          className="border-b border-current text-note text-ink"
        >
          Print its tag
        </a>
        <span>
          <span className="basis-measured">measured</span> · typed ·{' '}
          <span className="basis-claimed">claimed</span>
        </span>
      </p>
      <div className="mt-auto hidden border-t-[1.5px] border-ink pt-2 md:block">
        <h2 className="mb-1.5 text-note text-soft">On the bench now</h2>
        <div className="flex flex-wrap gap-1.5">
          {BENCH_WORDS.map(([item, words]) => (
            <button
              key={item}
              type="button"
              aria-pressed={unit.bench[item]}
              // pressed while the page is read again it counts too: acts leave in order
              disabled={!unit.mayWrite || unit.held}
              onClick={() => setBench({ [item]: !unit.bench[item] })}
              className={`min-h-9 border-[1.5px] border-ink px-2 text-note ${unit.bench[item] ? 'bg-ink text-paper' : ''} disabled:opacity-60`}
            >
              {words}
            </button>
          ))}
        </div>
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
      </div>
    </section>
  );
}
