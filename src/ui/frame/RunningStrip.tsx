'use client';
import { Link } from '@/ui/kit/Link';
import { useEffect, useState } from 'react';
import { duration } from '../kit/words';
import { useFloor, type Floor } from '../live/floor';

const TICK_MS = 5_000;
const SHOWN = 5;

/**
 * What runs alone now and what is left of it; when hands are due it asks for them. On every screen, never
 * covered.
 */
export function RunningStrip({ floor }: { floor: Floor }) {
  const { running: blocks, now } = useFloor(floor);
  const [time, setTime] = useState(now);
  useEffect(() => {
    const drift = now - Date.now();
    const tick = () => setTime(Date.now() + drift);
    tick();
    const timer = setInterval(tick, TICK_MS);
    return () => clearInterval(timer);
  }, [now]);
  const timed = blocks.map((block) => {
    const gone = (time - new Date(block.startedAt).getTime()) / 60_000;
    return {
      ...block,
      left: block.expectedMinutes - gone,
      share: Math.min(1, Math.max(0, gone / block.expectedMinutes)),
    };
  });
  const due = timed.filter((block) => block.left <= 0).length;
  return (
    <footer
      aria-label="Running alone"
      className="fixed right-0 bottom-0 left-0 z-10 grid h-[62px] grid-cols-[112px_1fr] border-t-2 border-ink bg-paper"
    >
      <div className="py-2 pl-5 text-[14px] leading-[1.2] font-semibold">
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
      <ul className="flex min-w-0 overflow-x-auto">
        {timed.length === 0 && (
          <li className="self-center pl-3 text-[14px] text-soft">Nothing runs by itself now.</li>
        )}
        {timed.slice(0, SHOWN).map((block) => {
          const over = block.left <= 0;
          return (
            <li
              key={block.workId}
              className={`relative min-w-[150px] flex-1 border-l border-rule ${over ? 'bg-hot text-onhot' : ''}`}
            >
              <Link
                href={`/u/${block.tag}/work`}
                className="block h-full px-3 py-1.5 text-[13.5px] whitespace-nowrap"
              >
                <span className="flex justify-between gap-2">
                  <b className="figures text-[14px] font-semibold">{block.tag}</b>
                  <b className="figures text-[14px] font-semibold">
                    {over ? 'now' : duration(Math.ceil(block.left))}
                  </b>
                </span>
                <span className="block truncate">
                  {over ? `done: ${block.title.toLowerCase()}` : block.title}
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
          <li className="border-l border-rule px-3 py-2 text-[13.5px] whitespace-nowrap">
            and {timed.length - SHOWN} more
          </li>
        )}
      </ul>
    </footer>
  );
}
