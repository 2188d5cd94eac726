'use client';
import { useEffect, useRef } from 'react';

const COUNT = /^\(\d+\) /;

/**
 * Hands are due: the tab says how many times, also after a page has given it another title; and where the browser may,
 * a notice of the system says what is over while the tab is not looked at.
 * @param words of each block that wants hands @param besides what is told, too, and counted nowhere
 */
export function useDue(words: readonly string[], besides: readonly string[] = []): void {
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
  const all = [...words, ...besides].join('\n');
  useEffect(() => {
    const now = new Set(all ? all.split('\n') : []);
    const before = known.current;
    known.current = now;
    // what was over already when the page was opened is in the strip
    if (!before || !document.hidden || !mayTell()) return;
    // hands first, then what is told besides
    [...now].forEach((line, i) => {
      if (!before.has(line))
        new Notification(i < due ? 'Hands are needed' : 'A promise is in danger', {
          body: line,
          tag: line,
        });
    });
  }, [all, due]);
}

/** The browser may show notices of the system. */
export const mayTell = (): boolean =>
  typeof Notification !== 'undefined' && Notification.permission === 'granted';
