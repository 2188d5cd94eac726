/**
 * Finding things in text of strangers without backtracking: every function here looks at each character a
 * bounded number of times.
 */

/** The first place any of the words stands at, from `from` on, or -1. Words in small letters, text too. */
export function firstOf(text: string, words: readonly string[], from = 0): number {
  let first = -1;
  for (const word of words) {
    const at = text.indexOf(word, from);
    if (at >= 0 && (first < 0 || at < first)) first = at;
  }
  return first;
}

/** One of `before` stands somewhere ahead of one of `after`. */
export function followedBy(text: string, before: readonly string[], after: readonly string[]): boolean {
  const at = firstOf(text, before);
  return at >= 0 && firstOf(text, after, at) >= 0;
}

export const startsWithAny = (text: string, words: readonly string[]) =>
  words.some((word) => text.startsWith(word));
