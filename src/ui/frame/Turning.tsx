'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState, useSyncExternalStore, useTransition } from 'react';
import { alive, bench, desk } from '../kit/keys/keyboard';
import type { DeskState } from '../kit/keys/desk';
import { turnBy } from '../kit/keys/ways';

const NONE: DeskState = { to: null, waiting: [], lost: [] };
/** A page that comes at once needs no words, ms. */
const SLOW_MS = 250;
const NAMES: Readonly<Record<string, string>> = { ' ': 'Space' };
const named = (keys: readonly string[]) => keys.map((key) => NAMES[key] ?? key.toUpperCase()).join(' ');

/** Turns to other pages, tells the keys' desk when they have come, and says what waits for them. */
export function Turning() {
  const router = useRouter();
  const [turning, start] = useTransition();
  const went = useRef<string | null>(null);
  const { to, waiting, lost, turning: naming } = useSyncExternalStore(desk.watch, desk.read, () => NONE);
  const [slowTo, setSlowTo] = useState<string | null>(null);
  const [learnt, setLearnt] = useState(0);
  useEffect(
    () =>
      turnBy((href, replace) => {
        went.current = href;
        start(() => router[replace ? 'replace' : 'push'](href));
      }),
    [router],
  );
  // the page that was loaded whole has come to life, and all of it before its frame
  useEffect(alive, []);
  useEffect(() => {
    if (turning || went.current === null) return;
    desk.arrive(went.current);
    went.current = null;
  }, [turning]);
  useEffect(() => {
    if (to === null) return;
    const timer = setTimeout(() => setSlowTo(to), SLOW_MS);
    return () => clearTimeout(timer);
  }, [to]);
  useEffect(() => bench.onLearnt(({ gapMs }) => setLearnt(gapMs)), []);
  const tag = to && /^\/u\/([^/?]+)/.exec(to)?.[1];
  return (
    <>
      {to !== null && (slowTo === to || waiting.length > 0) && (
        <p className="border-2 border-ink bg-paper px-3 py-2">
          <b className="figures">{tag ?? 'The page'}</b> is being opened.{' '}
          {waiting.length > 0 && (
            <>
              {waiting.length === 1 ? 'A key waits' : `${waiting.length} keys wait`} for it: {named(waiting)}.
              Esc: stay here.
            </>
          )}
        </p>
      )}
      {naming && (
        <p className="border-2 border-ink bg-paper px-3 py-2">
          <b>Where to?</b> Enter: what is next. 1 to 9: that step of the path. L look, F find out, M machine,
          W work, X parts, P prove, S sell, H history. Esc: stay here.
        </p>
      )}
      {lost.length > 0 && (
        <p className="border-2 border-ink bg-paper px-3 py-2">
          <b>Not taken: {named(lost)}.</b> What {lost.length === 1 ? 'it was' : 'they were'} pressed for is
          not here.
        </p>
      )}
      {learnt > 0 && (
        <p className="border-2 border-ink bg-paper px-3 py-2">
          This scanner types slowly, so its characters were taken for keys: check whether they changed
          anything here. From now on {learnt} ms are allowed between them.
        </p>
      )}
    </>
  );
}
