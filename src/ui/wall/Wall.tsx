'use client';
import { useEffect, useState, type ReactNode } from 'react';
import { duration } from '../kit/words';
import { Link } from '../kit/Link';
import type { PromiseTold } from '@/words/unit/promise';
import { SILENT_SECONDS } from '@/words/readings/view';
import { standOf, type LineStage, type RunningBlock } from '../frame/floorView';

/** What the wall is given. */
export interface WallView {
  hands: { person: string; tag: string; title: string; startedAt: string; minutes: number }[];
  running: RunningBlock[];
  due: { tag: string; name: string; dueOn: string | null }[];
  promised: ({ tag: string; name: string } & PromiseTold)[];
  line: LineStage[];
  quarantine: number;
  /** When it was true, ms of the shop's clock. */
  now: number;
}

const ASK_MS = 10_000;
/** So many lines fit a screen of 1080 lines, in letters that are read from four metres. */
const LINES = 7;

/** The shop for everybody in the room: who has what in hand, what runs alone and what of it wants hands, what is on its way. */
export function Wall({ first }: { first: WallView }) {
  const [view, setView] = useState(first);
  const [away, setAway] = useState(false);
  useEffect(() => {
    const ask = async () => {
      const response = await fetch('/api/wall', { cache: 'no-store' }).catch(() => null);
      setAway(!response?.ok);
      if (response?.ok) setView((await response.json()) as WallView);
      else if (response?.status === 401) window.location.reload();
    };
    const timer = setInterval(() => void ask(), ASK_MS);
    return () => clearInterval(timer);
  }, []);
  const since = (at: string) => (view.now - new Date(at).getTime()) / 60_000;
  const running = view.running
    .map((block) => ({ ...block, ...standOf(block, view.now, SILENT_SECONDS) }))
    .sort((a, b) => Number(b.over) - Number(a.over) || a.left - b.left);
  return (
    <main className="min-h-screen bg-bar p-6 text-onbar">
      <div className="flex flex-wrap items-baseline justify-between gap-x-8">
        <h1 className="text-great font-bold">
          <Link href="/">The shop now</Link>
        </h1>
        <p role="status" className="text-figure text-haz">
          {away && 'The shop’s computer does not answer: this may be old.'}
        </p>
      </div>
      <ol aria-label="The line" className="mt-2 flex flex-wrap gap-x-8 border-y-2 border-onbarsoft py-2">
        {view.line.map(({ stage, name, count }) => (
          <li key={stage} className="text-page">
            <b className="figures text-great">{count}</b> {name}
          </li>
        ))}
        {view.quarantine > 0 && (
          <li className="text-page text-haz">
            <b className="figures text-great">{view.quarantine}</b> quarantine
          </li>
        )}
      </ol>
      <div className="mt-4 grid gap-8 xl:grid-cols-2">
        <div className="min-w-0 space-y-5">
          <Part title="In hand" none="Nobody has a machine in hand." lines={view.hands.length}>
            {view.hands.slice(0, LINES).map((block) => (
              <li key={`${block.person} ${block.tag}`} className="border-b border-onbarsoft/60 py-1.5">
                <p className="flex justify-between gap-4 text-great leading-[1.15]">
                  <b className="truncate">{block.person}</b>
                  <span className="figures whitespace-nowrap">
                    {duration(Math.max(1, block.minutes + since(block.startedAt)))}
                  </span>
                </p>
                <p className="truncate text-page text-onbarsoft">
                  <span className="figures text-onbar">{block.tag}</span> {block.title}
                </p>
              </li>
            ))}
          </Part>
          {view.promised.length > 0 && (
            <section aria-label="Promised" className="min-w-0">
              <h2 className="text-figure font-bold">Promised</h2>
              <ul>
                {view.promised.slice(0, LINES).map(({ tag, name, by, stands }) => (
                  <li
                    key={tag}
                    className={`flex justify-between gap-4 border-b border-onbarsoft/60 py-1 text-page ${stands === 'late' ? 'bg-hot text-onhot' : ''}`}
                  >
                    <span className="truncate">
                      <b className="figures">{tag}</b> {name}
                    </span>
                    <b className="whitespace-nowrap">
                      {by}
                      {stands && `, ${stands}`}
                    </b>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
        <Part title="Runs alone" none="Nothing is running by itself." lines={running.length}>
          {running.slice(0, LINES).map((block) => (
            <li
              key={block.workId}
              className={`border-b border-onbarsoft/60 px-2 py-1.5 ${block.over ? 'bg-hot text-onhot' : ''}`}
            >
              <p className="flex justify-between gap-4 text-great leading-[1.15]">
                <b className="figures">{block.tag}</b>
                <b className="whitespace-nowrap">{block.over ? 'hands' : duration(Math.ceil(block.left))}</b>
              </p>
              <p className={`truncate text-page ${block.over ? '' : 'text-onbarsoft'}`}>
                {block.title}
                {block.station && `, ${block.station}`}
              </p>
            </li>
          ))}
        </Part>
      </div>
      {view.due.length > 0 && (
        <section aria-label="On its way" className="mt-5">
          <h2 className="text-figure font-bold">On its way</h2>
          <p className="text-page">
            {view.due.map(({ tag, name, dueOn }, i) => (
              <span key={`${tag} ${name}`} className="mr-6 inline-block">
                <b className="figures">{tag}</b> {name}
                {dueOn && `, ${dueOn}`}
                {i < view.due.length - 1 && ';'}
              </span>
            ))}
          </p>
        </section>
      )}
    </main>
  );
}

function Part({
  title,
  none,
  lines,
  children,
}: {
  title: string;
  none: string;
  lines: number;
  children: ReactNode;
}) {
  return (
    <section aria-label={title} className="min-w-0">
      <h2 className="text-figure font-bold">{title}</h2>
      {lines === 0 ? <p className="text-page text-onbarsoft">{none}</p> : <ul>{children}</ul>}
      {lines > LINES && <p className="text-page text-onbarsoft">and {lines - LINES} more</p>}
    </section>
  );
}
