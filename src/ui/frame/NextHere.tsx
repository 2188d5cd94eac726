'use client';
import { useEffect } from 'react';
import type { NextView } from '@/words/day';
import { useShortcuts } from '../kit/keys/keyboard';
import { go } from '../kit/keys/ways';
import { Link } from '../kit/Link';
import { duration } from '../kit/words';
import { refreshFloor } from '../live/floor';

/** A new plan is made within this time. */
const PLANNED_MS = 1_500;
const SOON = 1.5;

/** The next thing for my hands, by the plan that stands. `N` goes where it is begun, from any screen. */
export function NextHere({
  next,
  planning,
  time,
}: {
  next: NextView | null;
  planning: boolean;
  /** Now, ms of the shop's clock. */
  time: number;
}) {
  useEffect(() => {
    if (!planning) return;
    const timer = setTimeout(() => void refreshFloor(), PLANNED_MS);
    return () => clearTimeout(timer);
  }, [planning, next]);
  useShortcuts((key) => key.toLowerCase() === 'n' && next !== null && (go(next.href), true), 'frame');
  if (!next) return null;
  const minutes = (next.at - time) / 60_000;
  return (
    <section aria-label="Next for you" className="hidden w-[224px] shrink-0 border-l-2 border-ink md:block">
      <Link
        href={next.href}
        title={`${next.called}: ${next.why}`}
        className="block h-full px-3 py-1.5 text-note whitespace-nowrap"
      >
        <span className="flex justify-between gap-2">
          <span>
            Next <b className="figures text-row font-semibold">{next.tag}</b>
          </span>
          <span className="figures">
            {minutes > SOON ? `in ${duration(Math.ceil(minutes))}` : ''} <kbd>N</kbd>
          </span>
        </span>
        <span className="block truncate">
          {next.ends ? `end: ${next.words.toLowerCase()}` : next.words}
          {next.station ? `, ${next.station}` : ''}
        </span>
      </Link>
    </section>
  );
}
