'use client';
import type { NextView } from '@/words/day';
import { Link } from '../kit/Link';
import { duration } from '../kit/words';
import { workWords } from './WhatNow';

/** What is next for whoever opens the shop, in a line over the list. */
export function NextLine({ next }: { next: NextView }) {
  const waits = (next.at - next.now) / 60_000;
  return (
    <p className="mb-2 border-l-[6px] border-hot bg-paper px-4 py-2 text-read">
      <b>{waits > 1.5 ? `In ${duration(Math.ceil(waits))}` : 'Now'}</b>{' '}
      <Link href={next.href} className="border-b border-current">
        {workWords(next)}
      </Link>
      <span className="text-row text-soft">
        : {duration(next.minutes)} of you{next.alone > 0 && `, then ${duration(next.alone)} alone`},{' '}
        {next.why}. <kbd>N</kbd>
      </span>
    </p>
  );
}
