/** A thing that can be named, and what, near it, is a fault of it. */
export interface Thing {
  id: string;
  words: string;
  wrong: string;
  /** "no X" and "without X" amount to the claim. */
  none?: boolean;
}

/** A kind, and words that amount to it by themselves. */
export type Alone = readonly [id: string, words: string];

/**
 * How a language says what is wrong, as patterns over small letters without accents. Every repetition in them is bounded,
 * so that a long text is read in one pass.
 */
export interface Language {
  /** Words by which it is known. */
  known: string;
  /** "and" where it joins one thing that is said: "starts and stops". */
  joined: string;
  /** Said to be well, or not to be there and no fault of the machine: taken out before anything else is read. */
  fine: readonly string[];
  /** Read before the things: a black screen is no fault of the screen. */
  first: readonly Alone[];
  /** The same, as those say it who are not of the trade. */
  idioms: readonly Alone[];
  /** More telling things first: what one has taken of a clause no other reads again. */
  things: readonly Thing[];
  /** Said of a thing that is named in the same clause, something is wrong with it, whatever it is. */
  trouble: string;
  /** What is before a thing that is not there. */
  none: string;
  /** The same, before the first of several: "took out the drive and the memory". */
  taken: string;
  /** Wrong without a thing that has a claim of its own. */
  after: readonly Alone[];
  /** Said of the whole machine, where nothing else was said. */
  whole: readonly Alone[];
}

export const any = (words: string): string => `(?:${words})`;
/** One of these, each in as many words of its own: long lists stay readable. */
export const either = (...words: string[]): string => words.join('|');
/** Up to so many words in between. */
export const upTo = (words: number): string => `(?:[\\w'-]+\\s+){0,${words}}?`;
