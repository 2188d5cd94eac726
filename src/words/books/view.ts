import type { SlowAdvice } from '@/core/value/slow';
/** What sales are added up by. */
export const BOOK_GROUPS = ['month', 'lot', 'source', 'model', 'route', 'channel', 'person'] as const;
export type BookGroup = (typeof BOOK_GROUPS)[number];

export const GROUP_WORDS: Record<BookGroup, string> = {
  month: 'Month',
  lot: 'Lot',
  source: 'Source',
  model: 'Model',
  route: 'Sold as',
  channel: 'Channel',
  person: 'Whose hands',
};

/** The question a chart of each group answers. */
export const GROUP_QUESTIONS: Record<BookGroup, string> = {
  month: 'Which months made money?',
  lot: 'Which lots were worth buying?',
  source: 'Which sources are worth buying from?',
  model: 'Which models bring most for an hour?',
  route: 'What pays: graded, as found, faults told?',
  channel: 'Which channel pays, fees and postage counted?',
  person: 'What do hands bring, by whose they are?',
};

/** What left the house, added up by one thing; money in minor units. */
export interface BookLine {
  key: string;
  label: string;
  sold: number;
  /** Scrapped, taken apart, given away. */
  gone: number;
  takenMinor: number;
  /** Profit, the share of the lot paid. */
  netMinor: number;
  minutes: number;
  /** What an attended hour brought, before it was paid; null: no hands. */
  hourMinor: number | null;
  /** Of what left: the share that was sold graded. */
  graded: number;
  /** Came back from a buyer, of what was sold. */
  returned: number;
}

/** Where open machines stand, and what has been spent on them. */
export interface StockLine {
  stage: string;
  name: string;
  machines: number;
  /** Spent so far, and what is expected of them still. */
  spentMinor: number;
  stillMinor: number;
  /** Of them by age since they came in: up to 30, 60, 90, 180 days, older. */
  ages: number[];
}
export const AGES = ['up to 30 days', '31 to 60', '61 to 90', '91 to 180', 'older'] as const;

/** Minutes planned and taken of one kind of work. */
export interface MinutesLine {
  key: string;
  label: string;
  times: number;
  planned: number;
  taken: number;
}

/** Parts: what came out of machines, what it brought, what lies. */
export interface PartsLine {
  class: string;
  harvested: number;
  creditedMinor: number;
  sold: number;
  soldMinor: number;
  used: number;
  lying: number;
  lyingMinor: number;
  /** Of what lies: not moved for half a year. */
  dead: number;
}

/** What the program said and what came, by month. */
export interface RightView {
  /** Prices: how far off, and to which side, of sales whose price was foretold; shares. */
  prices: { month: string; sales: number; error: number; bias: number }[];
  /** Minutes: taken over planned. */
  times: { month: string; works: number; ratio: number; error: number }[];
  /** Steps that were taken among several proposals: how many were the first, and what the others gave up by the reckoning of the moment. */
  advice: { month: string; choices: number; first: number; lostMinor: number }[];
  returns: { reason: string; times: number; lostMinor: number }[];
  /** Machines whose tests all passed the first time, of those tested. */
  tested: number;
  passed: number;
}

/** Of causes believed to have such a chance, how many were there; from so many closed machines. */
export interface BeliefsView {
  closed: number;
  beliefs: { from: number; to: number; said: number; was: number; times: number }[];
}

/** A machine on the shelf, and what to do with it. Money: minor units. */
export interface SlowLine {
  tag: string;
  called: string;
  askMinor: number;
  days: number;
  advice: SlowAdvice;
}

/** How often what a kind of seller says was so. */
export interface ClaimsLine {
  source: string;
  label: string;
  says: string;
  said: number;
  held: number;
  not: number;
}

/** All that was said by a kind of seller. */
export type SourceClaims = Omit<ClaimsLine, 'says'>;

/** Of what was settled, the share that was so; null: nothing was. */
export const heldShare = ({ held, not }: Pick<ClaimsLine, 'held' | 'not'>): number | null =>
  held + not > 0 ? held / (held + not) : null;

/** What a lot was expected to make on a day; minor units. */
export interface LotPoint {
  day: string;
  soFarMinor: number;
  lowMinor: number;
  middleMinor: number;
  highMinor: number;
  open: number;
}
