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

export function stateAfter(state: BenchState, moves: readonly BenchMove[]): BenchState {
  const next = { ...state };
  for (const move of moves) next[move.item] = move.to;
  return next;
}

export function minutesOf(moves: readonly BenchMove[]): number {
  return moves.reduce((sum, move) => sum + move.minutes, 0);
}

/** Attended minutes to put the machine back together from here. */
export function closingMinutes(state: BenchState, minutes: BenchMinutes[Chassis]): number {
  return BENCH_ITEMS.reduce((sum, item) => sum + (state[item] ? minutes[item].unset : 0), 0);
}
