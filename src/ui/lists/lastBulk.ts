import { useCallback, useSyncExternalStore } from 'react';

/** A command that takes one unit's share of it back. */
export interface BulkAct {
  name: string;
  input: Record<string, unknown>;
}

/** What was last done to marked units of a list, in words, and how it is taken back. */
export interface LastBulk {
  said: readonly string[];
  undo: { words: string; acts: readonly BulkAct[] } | null;
}

const NOTHING: LastBulk = { said: [], undo: null };
const kept = new Map<string, LastBulk>();
const watching = new Set<() => void>();

/** What was last done in a list at this address: it outlives the list, which goes when all that was in it has moved. */
export function useLastBulk(place: string): [LastBulk, (now: LastBulk) => void] {
  const last = useSyncExternalStore(
    watch,
    () => kept.get(place) ?? NOTHING,
    () => NOTHING,
  );
  const keep = useCallback(
    (now: LastBulk) => {
      if (now.said.length) kept.set(place, now);
      else kept.delete(place);
      watching.forEach((tell) => tell());
    },
    [place],
  );
  return [last, keep];
}

function watch(tell: () => void): () => void {
  watching.add(tell);
  return () => void watching.delete(tell);
}
