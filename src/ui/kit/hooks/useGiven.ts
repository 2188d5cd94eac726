import { useState } from 'react';

/** An answer sent from here, and the version of the unit it made; null while it is on its way. */
export interface Given<T> {
  answer: T;
  version: number | null;
}

/** What was sent counts until the page shows the machine as it was after it; from then on the page does. */
export const standing = <T>(given: Given<T> | undefined, shown: number): T | null =>
  given && (given.version === null || given.version > shown) ? given.answer : null;

/**
 * Answers to questions that stand in a known order: each counts at once and is sent behind it, so that the next may be
 * given. One that is refused is open again. `shown`: version of the unit on the page.
 */
export function useGiven<T>(shown: number) {
  const [given, setGiven] = useState<ReadonlyMap<string, Given<T>>>(new Map());
  return {
    of: (id: string): T | null => standing(given.get(id), shown),
    give: async <S extends { ok: boolean; version?: number | null }>(
      id: string,
      answer: T,
      sending: Promise<S>,
    ): Promise<S> => {
      setGiven((before) => new Map(before).set(id, { answer, version: null }));
      const sent = await sending;
      setGiven((before) => {
        const after = new Map(before);
        if (sent.ok) after.set(id, { answer, version: sent.version ?? null });
        else after.delete(id);
        return after;
      });
      return sent;
    },
  };
}
