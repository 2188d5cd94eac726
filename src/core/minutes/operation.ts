import type { BenchNeed, PartClass, Repair, Tool } from '../catalogue';
import { minutesOf, movesFor, openingOf, type Lying, type OpeningMinutes, type Stripped } from './opening';

/** One piece of work, whatever it is: a repair, an upgrade, a step of cleaning, a run, an erasure, an install. */
export interface Operation {
  id: string;
  name: string;
  /** Attended minutes until it runs by itself, or until it is done. */
  head: number;
  /** Minutes it then runs by itself; 0: it needs hands throughout. */
  body: number;
  /** Attended minutes to end it. */
  tail: number;
  /** Where it runs by itself; null: on the bench. */
  station: string | null;
  needs: {
    bench?: BenchNeed;
    strip?: readonly Stripped[];
    /** What must be out of the machine before. */
    out?: readonly PartClass[];
    tool?: Tool;
  };
  /** Operations that come before it where they are done at all. */
  after: readonly string[];
  /** Hands may turn to something else while it runs. */
  mayRunAlone: boolean;
  /** Nobody need be in the house. */
  mayRunAtNight: boolean;
}

/** Attended minutes of the operation alone. */
export const handsOf = ({ head, tail }: Pick<Operation, 'head' | 'tail'>): number => head + tail;

/** A repair as an operation: hands throughout. */
export const repairOperation = (repair: Repair): Operation => ({
  id: repair.id,
  name: repair.name,
  head: repair.minutes,
  body: 0,
  tail: 0,
  station: null,
  needs: { bench: repair.bench },
  after: [],
  mayRunAlone: false,
  mayRunAtNight: false,
});

/** What a run of an instrument takes, as a shop knows it before anything was heard of one. Minutes. */
export interface RunMinutes {
  bench: BenchNeed;
  /** To put the probe or the script on, and to take it off. */
  head: number;
  body: number;
  tail: number;
  /** Hands may turn to something else: nothing gets hot, is charged or has to be watched. */
  alone: boolean;
  night: boolean;
}

/** A run of an instrument as an operation: by itself for as long as it samples. */
export const runOperation = (
  id: string,
  name: string,
  { bench, head, body, tail, alone, night }: RunMinutes,
): Operation => ({
  id,
  name,
  head,
  body,
  tail,
  station: null,
  needs: { bench },
  after: [],
  mayRunAlone: alone,
  mayRunAtNight: night,
});

/** What several operations take when they are done in one session of hands. */
export interface Session {
  /** Attended minutes of the steps. */
  steps: number;
  /** Attended minutes of opening and closing for them: once, and not what lies open already. */
  opening: number;
  /** Longest of what then runs by itself: stations run beside each other. */
  alone: number;
}

/** @param lying how the machine lies when the session begins */
export const sessionOf = (
  operations: readonly Pick<Operation, 'head' | 'body' | 'tail' | 'needs'>[],
  lying: Lying,
  minutes: OpeningMinutes,
): Session => ({
  steps: operations.reduce((sum, each) => sum + handsOf(each), 0),
  opening: openingOf(
    operations.map(({ needs }) => needs),
    lying,
    minutes,
  ),
  alone: operations.reduce((most, { body }) => Math.max(most, body), 0),
});

/** Attended minutes until it can begin: what has to be opened, plugged or taken out first as the machine lies. */
export const setUpOf = ({ needs }: Pick<Operation, 'needs'>, lying: Lying, minutes: OpeningMinutes): number =>
  minutesOf(movesFor(needs.bench, lying.bench, minutes.bench));
