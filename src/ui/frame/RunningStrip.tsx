'use client';
import { Link } from '@/ui/kit/Link';
import { useEffect, useState } from 'react';
import { duration } from '../kit/words';
import { SILENT_SECONDS } from '@/words/readings/view';
import { refreshFloor, useFloor, type Floor } from '../live/floor';
import { standOf, type MineBlock } from './floorView';
import { InDanger } from './InDanger';
import { NextHere } from './NextHere';
import { useDue } from './useDue';

const TICK_MS = 5_000;
const SHOWN = 5;
/** Of mine: so few that five runs stand beside them at 1280. */
const SHOWN_MINE = 2;

/**
 * What is in my hands and what runs alone, with what is left of it; when hands are due it asks for them. On
 * every screen, never covered.
 */
export function RunningStrip({ floor }: { floor: Floor }) {
  const { running: blocks, mine, now, next, threatened, planning } = useFloor(floor);
  const [time, setTime] = useState(now);
  useEffect(() => {
    const drift = now - Date.now();
    const tick = () => setTime(Date.now() + drift);
    tick();
    const timer = setInterval(tick, TICK_MS);
    return () => clearInterval(timer);
  }, [now]);
  const timed = blocks.map((block) => {
    const stands = standOf(block, time, SILENT_SECONDS);
    return { ...block, ...stands, share: Math.min(1, Math.max(0, stands.gone / block.expectedMinutes)) };
  });
  const done = timed.filter(({ over }) => over);
  const due = done.length;
  useDue(
    done.map(
      ({ tag, title, station, run }) =>
        `${tag}: ${run ? 'silent, ' : 'done, '}${title.toLowerCase()}${station && `, ${station}`}`,
    ),
    threatened.map(({ tag }) => `${tag}: its promise will hardly hold`),
  );
  const samples = blocks.some(({ run }) => run);
  useEffect(() => {
    if (!samples) return;
    const timer = setInterval(() => void refreshFloor(), TICK_MS);
    return () => clearInterval(timer);
  }, [samples]);
  return (
    <footer className="fixed right-0 bottom-0 left-0 z-10 flex h-[50px] overflow-x-auto sm:h-[62px] border-t-2 border-ink bg-paper">
      <Mine mine={mine} time={time} />
      <section aria-label="Running alone" className="flex min-w-0 flex-1 border-l-2 border-ink">
        <div className="w-[92px] shrink-0 py-1 pl-3 text-row sm:py-2 leading-[1.2] font-semibold">
          {due ? (
            <>
              Hands are
              <br />
              needed
            </>
          ) : (
            <>
              Running
              <br />
              alone
            </>
          )}
        </div>
        <ul className="flex min-w-0 flex-1">
          {timed.length === 0 && (
            <li className="self-center pl-3 text-row whitespace-nowrap text-soft">
              Nothing is running by itself.
            </li>
          )}
          {timed.slice(0, SHOWN).map((block) => {
            const { silent, over } = block;
            return (
              <li
                key={block.workId}
                className={`relative min-w-[152px] flex-1 md:min-w-[128px] border-l border-rule ${over ? 'bg-hot text-onhot' : ''}`}
              >
                <Link
                  title={[block.title, block.station].filter(Boolean).join(', ')}
                  href={block.run?.page ?? `/u/${block.tag}/work`}
                  className="block h-full px-3 py-0.5 text-note whitespace-nowrap sm:py-1.5"
                >
                  <span className="flex justify-between gap-2">
                    <b className="figures text-row font-semibold">{block.tag}</b>
                    <b className="figures text-row font-semibold">
                      {silent !== null
                        ? duration(silent / 60)
                        : over
                          ? 'now'
                          : block.left <= 0
                            ? 'soon'
                            : duration(Math.ceil(block.left))}
                    </b>
                  </span>
                  <span className="block truncate">
                    {silent !== null
                      ? `silent: ${block.title.toLowerCase()}`
                      : over
                        ? `done: ${block.title.toLowerCase()}`
                        : block.title}
                    {block.station && `, ${block.station}`}
                  </span>
                  <span
                    aria-hidden
                    className={`absolute bottom-0 left-0 h-[5px] ${over ? 'bg-onhot' : 'bg-matdeep'}`}
                    style={{ width: `${block.share * 100}%` }}
                  />
                </Link>
              </li>
            );
          })}
          {timed.length > SHOWN && (
            <li className="border-l border-rule px-3 py-2 text-note whitespace-nowrap">
              and {timed.length - SHOWN} more
            </li>
          )}
        </ul>
      </section>
      <InDanger threatened={threatened} />
      <NextHere next={next} planning={planning} time={time} />
    </footer>
  );
}

/** What I have begun and not ended: what runs, and what I laid aside. */
function Mine({ mine, time }: { mine: readonly MineBlock[]; time: number }) {
  if (mine.length === 0) return null;
  return (
    <section aria-label="In my hands" className="flex shrink-0">
      <h2 className="w-[84px] shrink-0 py-1 pl-5 text-row sm:py-2 leading-[1.2] font-semibold">
        In my
        <br />
        hands
      </h2>
      <ul className="flex min-w-0">
        {mine.slice(0, SHOWN_MINE).map((block) => {
          const paused = block.state === 'paused';
          const minutes =
            block.minutes + (paused ? 0 : Math.max(0, time - new Date(block.startedAt).getTime()) / 60_000);
          return (
            <li
              key={block.workId}
              className={`relative w-[138px] border-l border-rule ${paused ? '' : 'bg-track'}`}
            >
              <Link
                title={block.title}
                href={`/u/${block.tag}${block.state === 'finding' ? '' : '/work'}`}
                className="block h-full px-3 py-0.5 text-note whitespace-nowrap sm:py-1.5"
              >
                <span className="flex justify-between gap-2">
                  <b className="figures text-row font-semibold">{block.tag}</b>
                  <span className="figures text-note">{duration(minutes)}</span>
                </span>
                <span className={`block truncate ${paused ? 'text-soft' : ''}`}>
                  {paused ? `paused: ${block.title.toLowerCase()}` : block.title}
                </span>
              </Link>
            </li>
          );
        })}
        {mine.length > SHOWN_MINE && (
          <li className="border-l border-rule px-3 py-2 text-note whitespace-nowrap">
            <Link href="/?hands=mine">and {mine.length - SHOWN_MINE} more</Link>
          </li>
        )}
      </ul>
    </section>
  );
}
