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

const isDigit = (letter: string | undefined) => letter !== undefined && letter >= '0' && letter <= '9';

/** Reads a text from left to right, never back: each call takes what it names, or nothing. */
export class Reader {
  at = 0;
  constructor(readonly text: string) {}

  /** Digits, with a decimal point when `decimal`; '' when none stands here. */
  digits(decimal = false): string {
    const start = this.at;
    while (isDigit(this.text[this.at])) this.at++;
    if (decimal && this.at > start && this.text[this.at] === '.' && isDigit(this.text[this.at + 1])) {
      this.at++;
      while (isDigit(this.text[this.at])) this.at++;
    }
    return this.text.slice(start, this.at);
  }

  /** @returns how many spaces were passed */
  spaces(): number {
    const start = this.at;
    while (this.at < this.text.length && this.text[this.at].trim() === '') this.at++;
    return this.at - start;
  }

  /** The first of the words that stands here; '' when none does. */
  oneOf(words: readonly string[]): string {
    const found = words.find((word) => this.text.startsWith(word, this.at)) ?? '';
    this.at += found.length;
    return found;
  }

  get done(): boolean {
    return this.at >= this.text.length;
  }
}
