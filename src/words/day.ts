/** A plan of the day as a screen shows it: minutes from its zero, names instead of ids. */
export interface DayView {
  /** Instant its minutes count from. */
  zero: string;
  rows: DayRow[];
  strings: DayString[];
  closed: (readonly [number, number])[];
  /** What each pair of hands does next, in order. */
  lists: { person: string; name: string; acts: DayAct[] }[];
  promises: { tag: string; called: string; due: number; done: number; chance: number }[];
  /** Attended minutes planned of those there are, today; and what runs alone. */
  hands: { name: string; planned: number; there: number }[];
  aloneMinutes: number;
  notAtNight: string[];
  /** How much better any plan could be, as a share of this one; null: nothing to say. */
  gap: number | null;
  fault: string | null;
}

/** A line of the drawing: a pair of hands, or one place of a station. */
export interface DayRow {
  id: string;
  name: string;
  /** Said beside the name: places. */
  note: string;
  station: boolean;
  /** When somebody is there. */
  hours: (readonly [number, number])[];
}

/** One machine's way through the rows. */
export interface DayString {
  tag: string;
  due: number | null;
  bits: { row: string; from: number; to: number; alone: boolean; waits: boolean; words: string }[];
}

export interface DayAct {
  tag: string;
  words: string;
  from: number;
  to: number;
  /** Minutes that then run by themselves, and where. */
  alone: number;
  station: string | null;
  /** It ends what ran. */
  ends: boolean;
}

/** What can be said of a promise before it is given. */
export interface PromiseView {
  /** That it is done by then, 0 to 1; null: there is no plan. */
  chance: number | null;
  /** When it should be done, an instant. */
  done: string | null;
  /** The chance if it came before all others, and whose promises that would cost. */
  first: number | null;
  harms: { tag: string; from: number; to: number }[];
  fault: string | null;
}

/** One thing that lies open at the end of a day. */
export interface DayEndLine {
  tag: string;
  words: string;
  note: string;
  /** Where it is ended. */
  href: string;
  /** Attended minutes. */
  minutes: number;
}

/** The end of a day: what is to be ended, put back, stopped, left to run; and what could be started. */
export interface DayEndView {
  /** On the house's clock; null: it is not open any more today. */
  closes: string | null;
  closesIn: number | null;
  people: number;
  minutes: number;
  there: number | null;
  fits: boolean;
  begun: DayEndLine[];
  lying: DayEndLine[];
  running: (DayEndLine & { then: 'has run' | 'over' | 'runs on' | 'stop it' })[];
  start: DayEndLine[];
}

/** "9:05" on the house's clock, so many minutes after an instant. */
export function clockAt(zero: string, minute: number, zone: string): string {
  return new Date(Date.parse(zero) + minute * 60_000).toLocaleTimeString('en-GB', {
    timeZone: zone,
    hour: 'numeric',
    minute: '2-digit',
    hourCycle: 'h23',
  });
}

/** A machine before or behind the line the hours draw. */
export interface HoursRow {
  id: string;
  tag: string;
  called: string;
  version: number;
  /** What working it nets over leaving it, minor units. */
  netMinor: number;
  minutes: number;
  pinned: 'in' | 'out' | null;
  in: boolean;
  /** It comes in with an hour more, or goes out with an hour less. */
  near: 'more' | 'less' | null;
}
