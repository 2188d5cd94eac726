import type { NextView } from '@/words/day';
import { clockAt } from '@/words/day';
import { Button } from '../kit/parts';
import { duration } from '../kit/words';

/** What a piece of work is called in a line: "end WQ-0012: erase the drive", "WQ-0003: Clean, bench". */
export const workWords = (act: { tag: string; words: string; station: string | null; ends: boolean }) =>
  act.ends
    ? `end ${act.tag}: ${act.words}`
    : `${act.tag}: ${act.words}${act.station ? `, ${act.station}` : ''}`;

/** The next thing for this pair of hands, why that, and the key that goes there. */
export function WhatNow({
  next,
  zone,
  then,
  onBegin,
}: {
  next: NextView;
  zone: string;
  /** What comes after it, in words; nothing: nothing. */
  then?: string;
  onBegin: () => void;
}) {
  const zero = new Date(next.now).toISOString();
  const waits = (next.at - next.now) / 60_000;
  return (
    <section
      aria-label="What now"
      className="mb-3 flex flex-wrap items-center justify-between gap-3 border-t-[6px] border-hot bg-paper px-4 py-3"
    >
      <div>
        <h2 className="text-title leading-7">
          {waits > 1 ? `${clockAt(zero, waits, zone)}: ` : ''}
          {workWords(next)}
        </h2>
        <p className="text-row text-soft">
          {duration(next.minutes)} of you
          {next.alone > 0 && `, then ${duration(next.alone)} alone`}: {next.why}.
          {then && ` After that: ${then}.`}
        </p>
      </div>
      <Button tone="strong" shortcut="⏎" onClick={onBegin}>
        Begin
      </Button>
    </section>
  );
}
