import {
  BENCH_ITEMS,
  type BenchItem,
  type BenchMinutes,
  type BenchNeed,
  type BenchState,
  type Chassis,
} from '../catalogue';

/** A closed machine, unplugged: where every unit starts and must end. */
export const CLOSED: BenchState = { plugged: false, caseOpen: false, batteryOut: false, boardOut: false };

export interface BenchMove {
  item: BenchItem;
  to: boolean;
  minutes: number;
}

/** The board comes out only through an open case, and no case is opened with the mains in. */
function completed(need: BenchNeed, state: BenchState): BenchNeed {
  const full: BenchNeed = { ...need };
  if (full.boardOut) full.caseOpen = true;
  if (full.caseOpen === false) full.boardOut = false;
  if (full.plugged && full.batteryOut === undefined && state.batteryOut) full.batteryOut = false;
  return full;
}

/** What must be done before a step with these needs can start, and the attended minutes of each. */
export function movesFor(
  need: BenchNeed | undefined,
  state: BenchState,
  minutes: BenchMinutes[Chassis],
): BenchMove[] {
  if (!need) return [];
  const full = completed(need, state);
  // what costs nothing to set up is not there to be set up: no battery in a tower
  const free = (item: BenchItem) => minutes[item].set === 0 && minutes[item].unset === 0;
  return BENCH_ITEMS.filter(
    (item) => full[item] !== undefined && full[item] !== state[item] && !free(item),
  ).map((item) => ({
    item,
    to: full[item]!,
    minutes: full[item] ? minutes[item].set : minutes[item].unset,
  }));
}

/** How it lies after these moves. */
export function stateAfter(state: BenchState, moves: readonly BenchMove[]): BenchState {
  const next = { ...state };
  for (const move of moves) next[move.item] = move.to;
  return next;
}

/** Attended minutes of these moves together. */
export function minutesOf(moves: readonly BenchMove[]): number {
  return moves.reduce((sum, move) => sum + move.minutes, 0);
}

/** Attended minutes to put the machine back together from here. */
export function closingMinutes(state: BenchState, minutes: BenchMinutes[Chassis]): number {
  return BENCH_ITEMS.reduce((sum, item) => sum + (state[item] ? minutes[item].unset : 0), 0);
}

/** What is stripped once a case is open, beside the board. */
export const STRIPPED = ['fan', 'keys'] as const;
export type Stripped = (typeof STRIPPED)[number];

/** How a machine lies open now. */
export interface Lying {
  bench: BenchState;
  stripped: readonly Stripped[];
}
/** Closed, and nothing stripped. */
export const ALL_SHUT: Lying = { bench: CLOSED, stripped: [] };

/** Attended minutes of opening, by chassis: of the case and what lies behind it; of `strip` to strip and put back. */
export interface OpeningMinutes {
  bench: BenchMinutes[Chassis];
  strip: Readonly<Record<Stripped, number>>;
}

/** How far a piece of work reaches in. */
export interface Reach {
  bench?: BenchNeed;
  strip?: readonly Stripped[];
}

/**
 * Opening and closing that these pieces of work cost together, done in one session of hands: the case once, and nothing
 * of what lies open now; its closing is owed already.
 * @returns attended minutes, at least 0. Mains and battery are not opening: they stand with the step that wants them
 */
export function openingOf(reaches: Iterable<Reach>, lying: Lying, minutes: OpeningMinutes): number {
  const need: BenchNeed = {};
  const strip = new Set<Stripped>();
  for (const reach of reaches) {
    if (reach.bench?.caseOpen || reach.bench?.boardOut || reach.strip?.length) need.caseOpen = true;
    if (reach.bench?.boardOut) need.boardOut = true;
    reach.strip?.forEach((each) => strip.add(each));
  }
  const moves = movesFor(need, lying.bench, minutes.bench);
  const after = stateAfter(lying.bench, moves);
  const closing = closingMinutes(after, minutes.bench) - closingMinutes(lying.bench, minutes.bench);
  const stripping = [...strip].filter((each) => !lying.stripped.includes(each));
  return minutesOf(moves) + closing + stripping.reduce((sum, each) => sum + minutes.strip[each], 0);
}
