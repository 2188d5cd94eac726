import type { Change } from '@/core/timetable/changes';
import type { Skill } from '@/core/timetable/week';

/** What not everybody does. */
export const SKILL_WORDS: Record<Skill, string> = {
  board: 'soldering on boards',
  mains: 'work on the mains side',
  data: 'other people’s data',
};

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
  /** What the newest plan moved of the one before, and why; the share of what had not begun. */
  moved: DayMove[];
  because: string[];
  movedShare: number | null;
  /** Of each machine in it. */
  ids: Record<string, string>;
  /** Machines that are in no plan, and what was pinned and could not be kept. */
  leftOut: { tag: string; why: string }[];
  pinsLost: { tag: string; operation: string; words: string; why: string }[];
}

/** A piece of work that is done at another time than was said, or by somebody else; minutes. */
export interface DayMove {
  tag: string;
  words: string;
  from: number;
  to: number;
  fromPerson: string;
  toPerson: string;
}

/** A promise that will hardly hold. */
export interface Threatened {
  tag: string;
  /** By when, ms. */
  due: number;
  chance: number;
}

/** The next thing for a pair of hands. */
export interface NextView {
  tag: string;
  called: string;
  words: string;
  station: string | null;
  /** When it should begin, and when this was asked, ms. */
  at: number;
  now: number;
  /** Of hands, and those it then runs by itself. */
  minutes: number;
  alone: number;
  /** It ends what ran. */
  ends: boolean;
  why: string;
  /** Where it is begun. */
  href: string;
}

/** What has changed since a plan was made, in words. @param names of people by their ids */
export function changeWords(change: Change, names: ReadonlyMap<string, string>): string {
  const about = (minutes: number) => `${Math.abs(Math.round(minutes))} min`;
  switch (change.kind) {
    case 'came':
      return `${change.unit} wants hands now`;
    case 'left':
      return `${change.unit} is out of the plan`;
    case 'length':
      return `${change.unit}: ${change.words} takes ${about(change.minutes)} ${change.minutes > 0 ? 'longer' : 'less'}`;
    case 'late':
      return `${change.unit}: ${change.words} was to begin ${about(change.minutes)} ago`;
    case 'more':
      return `${change.unit}: ${change.words} has to be done, too`;
    case 'less':
      return `${change.unit}: ${change.words} is done or begun`;
    case 'promise':
      return `${change.unit}: its promise was changed`;
    case 'hours':
      return `${names.get(change.person) ?? 'Somebody'} is there ${about(change.minutes)} ${change.minutes > 0 ? 'longer' : 'less'}`;
  }
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
  bits: {
    row: string;
    from: number;
    to: number;
    alone: boolean;
    waits: boolean;
    words: string;
    /** The piece of work of the machine, where it can be put elsewhere: "clean". */
    operation?: string;
    pinned: boolean;
  }[];
}

export interface DayAct {
  tag: string;
  /** The piece of work of the machine: "clean". */
  operation: string;
  pinned: boolean;
  /** Somebody is at it. */
  begun: boolean;
  words: string;
  /** What has to be opened, closed or plugged in first; nothing: nothing. */
  first: string;
  from: number;
  to: number;
  /** Minutes that then run by themselves, and where. */
  alone: number;
  station: string | null;
  /** It ends what ran. */
  ends: boolean;
}

/** What can be said of a promise before it is given, of one machine or several. */
export interface PromiseView {
  /** That it is done by then, or all of them, 0 to 1; null: there is no plan. */
  chance: number | null;
  /** When it should be done, an instant. */
  done: string | null;
  /** The chance if it came before all others, and whose promises that would cost. */
  first: number | null;
  harms: { tag: string; from: number; to: number }[];
  /** What would make it likelier beside: one more pair of hands, an hour longer. */
  help: { more: 'person' | 'hour'; chance: number }[];
  /** Of several: the chance of each alone. */
  each: { tag: string; called: string; chance: number; done: string }[];
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
  /** What there is too little of for it, beside hands: a station, or whoever may do it; null: nothing, or it is in. */
  short: string | null;
}

/** Somebody's hands in a week. */
export interface HandsView {
  id: string;
  name: string;
  minutes: number;
  without: readonly Skill[];
}

/** A station, or hands that may do what not everybody does: what there is of it in a week, minutes. */
export interface ScarceView {
  id: string;
  words: string;
  /** Places of a station; null: people. */
  places: number | null;
  there: number;
  used: number;
  /** What one more of it brings: a place, or an hour of somebody. Minor units. */
  oneMoreMinor: number;
}
