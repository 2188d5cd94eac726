'use client';
import { useEffect, useRef } from 'react';

const COUNT = /^\(\d+\) /;

/**
 * Hands are due: the tab says how many times, also after a page has given it another title; and where the browser may,
 * a notice of the system says what is over while the tab is not looked at.
 * @param words of each block that wants hands
 */
export function useDue(words: readonly string[]): void {
  const due = words.length;
  useEffect(() => {
    const mark = () => {
      const plain = document.title.replace(COUNT, '');
      const title = due ? `(${due}) ${plain}` : plain;
      if (document.title !== title) document.title = title;
    };
    mark();
    const watcher = new MutationObserver(mark);
    watcher.observe(document.head, { childList: true, subtree: true, characterData: true });
    return () => watcher.disconnect();
  }, [due]);
  const known = useRef<ReadonlySet<string> | null>(null);
  const all = words.join('\n');
  useEffect(() => {
    const now = new Set(all ? all.split('\n') : []);
    const before = known.current;
    known.current = now;
    // what was over already when the page was opened is in the strip
    if (!before || !document.hidden || !mayTell()) return;
    for (const line of now)
      if (!before.has(line)) new Notification('Hands are needed', { body: line, tag: line });
  }, [all]);
}

/** The browser may show notices of the system. */
export const mayTell = (): boolean =>
  typeof Notification !== 'undefined' && Notification.permission === 'granted';
