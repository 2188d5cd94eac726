import { BENCH_ITEMS, type BenchState, type Repair } from '../catalogue';
import { closingMinutes, minutesOf, movesFor, stateAfter } from './bench';
import type { StepProblem } from './problem';
import { routeValues, type RouteValues } from './routes';
import { supportOf, type Support } from './support';

/** Bench states as bit masks, so that the inner loop only looks numbers up. */
export const BENCH_STATES = 1 << BENCH_ITEMS.length;

export function benchMask(state: BenchState): number {
  return BENCH_ITEMS.reduce((mask, item, i) => mask | (state[item] ? 1 << i : 0), 0);
}

export function benchOf(mask: number): BenchState {
  return Object.fromEntries(BENCH_ITEMS.map((item, i) => [item, Boolean(mask & (1 << i))])) as BenchState;
}

export interface PreparedRepair {
  repair: Repair;
  /** Local causes of the support it can cure, with its chances. */
  aims: Int16Array;
  success: Float64Array;
  /** By bench state: attended minutes with setting up, cost in minor units, and the state it leaves. */
  minutes: Float64Array;
  cost: Float64Array;
  next: Uint8Array;
}

/** A step problem with everything that does not change during lookahead worked out once. */
export interface PolicyContext {
  problem: StepProblem;
  support: Support;
  values: RouteValues;
  repairs: PreparedRepair[];
  perMinute: number;
  /** Cost of putting the machine back together, minor units, by bench state. */
  closing: Float64Array;
  verify: { minutes: Float64Array; next: Uint8Array };
}

export function prepare(problem: StepProblem, support: Support = supportOf(problem.posterior)): PolicyContext {
  const perMinute = problem.ratePerHourMinor / 60;
  const states = Array.from({ length: BENCH_STATES }, (_, mask) => benchOf(mask));
  const local = new Map(support.causes.map((cause, i) => [problem.engine.model.causes[cause].id, i]));
  const repairs = problem.repairs.flatMap((repair): PreparedRepair[] => {
    const aims = Object.keys(repair.cures).filter((id) => local.has(id));
    if (aims.length === 0) return [];
    const moves = states.map((state) => movesFor(repair.bench, state, problem.benchMinutes));
    const minutes = Float64Array.from(moves, (list) => minutesOf(list) + repair.minutes);
    return [{
      repair, minutes,
      aims: Int16Array.from(aims, (id) => local.get(id)!),
      success: Float64Array.from(aims, (id) => repair.cures[id]),
      cost: minutes.map((value) => value * perMinute + (repair.part?.costMinor ?? 0)),
      next: Uint8Array.from(moves, (list, mask) => benchMask(stateAfter(states[mask], list))),
    }];
  });
  const verifyMoves = states.map((state) => movesFor({ plugged: true }, state, problem.benchMinutes));
  return {
    problem, support, repairs, perMinute,
    values: routeValues(problem, support),
    closing: Float64Array.from(states, (state) => closingMinutes(state, problem.benchMinutes) * perMinute),
    verify: {
      minutes: Float64Array.from(verifyMoves, (list) => minutesOf(list) + problem.verifyMinutes),
      next: Uint8Array.from(verifyMoves, (list, mask) => benchMask(stateAfter(states[mask], list))),
    },
  };
}
