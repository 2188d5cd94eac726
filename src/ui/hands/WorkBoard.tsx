'use client';
import { useState, type ReactNode } from 'react';
import { CautionNote, Heading, Key, Problem, Quiet } from '../kit/parts';
import { acted, useShortcuts } from '../kit/keys/keyboard';
import { Link } from '../kit/Link';
import { useCommand } from '../kit/hooks/useCommand';
import { shop } from '../live/shop';
import { asideWords, type LaidAside } from './aside';
import { attended, duration } from '../kit/words';
import type { PhotoRole } from '@/core/record/photos';
import { ROLE_WORDS, type PhotoLine } from '@/words/unit/photos';
import type { DriveView } from '@/words/drives/drives';
import { RunningWork, type AlonePreset } from './RunningWork';
import type { CautionView, RunningWorkView, UnitHead } from '@/words/unit/view';

export interface StartChoice {
  ref: string;
  name: string;
  minutes: number;
  /** How much it varies here, and how often it was done. */
  spread?: number | null;
  times?: number;
  group: 'proposed' | 'clean' | 'system' | 'other';
  alone: AlonePreset | null;
  cautions: CautionView[];
}

export interface DoneLine {
  id: string;
  title: string;
  by: string;
  status: string;
  when: string;
  attended: number;
  /** What it was reckoned at. */
  planned: number | null;
  alone: number;
  /** What somebody wrote to it. */
  note: string;
  /** Told afterwards, and not taken back. */
  logged: boolean;
  photos: PhotoLine[];
  /** What was used up with it, in words. */
  used: string[];
}

interface Props {
  unit: UnitHead;
  drives: readonly DriveView[];
  /** A drive somebody named. */
  named: string | null;
  /** Where work done already is told. */
  log: ReactNode;
  /** What is said of it in words, under what was done. */
  told: ReactNode;
  open: RunningWorkView[];
  choices: StartChoice[];
  done: DoneLine[];
}

const GROUPS = [
  ['proposed', 'What would help'],
  ['clean', 'Cleaning'],
  ['system', 'Data and system'],
  ['other', 'Other'],
] as const;
const PROPOSED_KEYS = ['a', 'b', 'c', 'd', 'e'];

/** Work on the unit: what is in hand, what could be started, what was done; parts in it and parts for it. */
export function WorkBoard({ unit, named, drives, log, told, open, choices, done }: Props) {
  const { send, problem, busy } = useCommand();
  const [shown, setShown] = useState<string | null>(null);
  const disabled = busy || !unit.mayWrite || unit.held;
  const start = async (choice: StartChoice) => {
    const begun = await send<{ aside: LaidAside[] }>(
      'startWork',
      { unitId: unit.id, ref: choice.ref },
      unit.version,
    );
    if (begun.ok) shop.say(asideWords(begun.answer.aside));
  };
  const laid = new Set(open.filter((work) => work.status !== 'running').map((work) => work.ref));
  const cautions = choices.find((choice) => choice.ref === shown)?.cautions ?? [];
  const proposed = choices.filter((choice) => choice.group === 'proposed');
  useShortcuts((key) => {
    const choice = proposed[PROPOSED_KEYS.indexOf(key.toLowerCase())];
    if (!choice || !unit.mayWrite || unit.held) return false;
    if (!busy && open.some((work) => work.status === 'running')) return false;
    return acted(() => start(choice), busy);
  });
  // what runs comes first, and the first alone takes the number keys
  const inHand = [...open].sort((a, b) => Number(b.status === 'running') - Number(a.status === 'running'));
  const presets = new Map(choices.map((choice) => [choice.ref, choice.alone]));
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_360px] lg:items-start">
      <div className="flex min-w-0 flex-col gap-gutter">
        {inHand.map((work, i) => (
          <RunningWork
            keys={i === 0}
            key={work.id}
            unit={unit}
            work={work}
            preset={presets.get(work.ref) ?? undefined}
            drives={drives}
            named={named}
          />
        ))}
        {unit.mayWrite && (
          <section aria-label="Start work" className="panel">
            <Heading className="text-title!">{open.length ? 'Or start' : 'Start'}</Heading>
            <p className="text-note text-soft">Minutes of hands, + what it then runs by itself.</p>
            {/* room for the longest of them, so that nothing below moves under the pointer */}
            <div aria-live="polite" className="h-[92px] overflow-y-auto py-1">
              {cautions.length === 0 && (
                <p className="text-row text-soft">Point at a step to see what to watch out for.</p>
              )}
              {cautions.map((caution) => (
                <CautionNote key={caution.id} title={caution.title} text={caution.text} />
              ))}
            </div>
            {problem && <Problem>{problem.message}</Problem>}
            <div className="grid gap-x-7 md:grid-cols-2">
              {GROUPS.map(([group, title]) => (
                <div key={group} className="pt-2">
                  <h3 className="flex justify-between text-note text-soft">
                    {title}
                    {group === 'clean' && (
                      <Link href={`/u/${unit.tag}/work/clean`} className="border-b border-current text-ink">
                        by zone
                      </Link>
                    )}
                  </h3>
                  {choices
                    .filter((choice) => choice.group === group)
                    .map((choice, i) => (
                      <div key={choice.ref} className="border-b border-rule">
                        <button
                          type="button"
                          disabled={disabled}
                          onClick={() => void start(choice)}
                          onFocus={() => setShown(choice.ref)}
                          onPointerEnter={() => setShown(choice.ref)}
                          className="flex min-h-10 w-full items-center justify-between gap-2 text-left text-row hover:bg-track disabled:opacity-60"
                        >
                          <span className="flex items-center gap-2">
                            {group === 'proposed' && PROPOSED_KEYS[i] && (
                              <Key>{PROPOSED_KEYS[i].toUpperCase()}</Key>
                            )}
                            {laid.has(choice.ref) ? `Go on: ${choice.name.toLowerCase()}` : choice.name}
                          </span>
                          <span className="figures text-note whitespace-nowrap text-soft">
                            {attended(choice.minutes)}
                            {choice.spread ? (
                              <span title={`${choice.times} times here`}> ± {Math.round(choice.spread)}</span>
                            ) : null}
                            {choice.alone && ` + ${duration(choice.alone.minutes)}`}
                          </span>
                        </button>
                      </div>
                    ))}
                  {group === 'proposed' && proposed.length === 0 && (
                    <p className="py-2 text-row text-soft">No repair is worth its minutes now.</p>
                  )}
                </div>
              ))}
            </div>
          </section>
        )}
        <section aria-label="Done" className="panel">
          <Heading>Done so far</Heading>
          {done.length === 0 ? (
            <p className="text-row text-soft">Nothing yet.</p>
          ) : (
            <table className="mt-1 w-full border-collapse text-row">
              <thead>
                <tr className="headrow">
                  <th className="py-1 font-normal">Step</th>
                  <th className="font-normal">Who</th>
                  <th className="font-normal">When</th>
                  <th className="text-right font-normal">Hands</th>
                  <th className="text-right font-normal">Alone</th>
                </tr>
              </thead>
              <tbody>
                {done.map((line) => (
                  <tr key={line.id} className="border-b border-rule">
                    <td className="py-1">
                      {line.title}
                      {line.status !== 'done' && (
                        <span className="text-soft">
                          {' '}
                          ({line.status === 'failed' ? 'came to nothing' : line.status})
                        </span>
                      )}
                      {line.note && <span className="block text-note text-soft">{line.note}</span>}
                      {line.used.map((words) => (
                        <span key={words} className="block text-note text-soft">
                          {words}
                        </span>
                      ))}
                      {line.photos.length > 0 && (
                        <span className="my-1 flex flex-wrap gap-1.5">
                          {line.photos.map((photo) => (
                            <a key={photo.id} href={`/api/photos/${photo.id}`}>
                              {/* eslint-disable-next-line @next/next/no-img-element -- already resized, behind sign-in */}
                              <img
                                src={`/api/photos/${photo.id}`}
                                alt={`${ROLE_WORDS[photo.role as PhotoRole] ?? 'photograph'} of ${line.title}, by ${photo.by}`}
                                className="h-14 border-2 border-ink"
                              />
                            </a>
                          ))}
                        </span>
                      )}
                      {line.logged && unit.mayWrite && !unit.held && (
                        <Quiet
                          aria-label={`Take back: ${line.title}`}
                          disabled={busy}
                          className="ml-2 text-note!"
                          onClick={() =>
                            void send('takeBackWork', { unitId: unit.id, workId: line.id }, unit.version)
                          }
                        >
                          take back
                        </Quiet>
                      )}
                    </td>
                    <td>{line.by}</td>
                    <td className="figures text-note">{line.when}</td>
                    <td className="figures text-right text-note">
                      {attended(line.attended)}
                      {line.planned !== null && (
                        <span className="text-soft"> of {attended(line.planned)}</span>
                      )}
                    </td>
                    <td className="figures text-right text-note">
                      {line.alone > 0 ? duration(line.alone) : '–'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
        {told}
      </div>
      <div className="flex flex-col gap-gutter">
        {log}
        <p className="bg-paper px-5 py-3 text-row">
          <Link href={`/u/${unit.tag}/parts`} className="border-b border-current">
            Parts in it, for it and wanted
          </Link>{' '}
          <Key>X</Key>
        </p>
      </div>
    </div>
  );
}
