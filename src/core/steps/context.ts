import { BENCH_ITEMS, USED_UP, type BenchNeed, type BenchState, type Repair } from '../catalogue';
import { closingMinutes, minutesOf, movesFor, stateAfter } from './bench';
import type { StepProblem } from './problem';
import { RouteValues } from './routes';
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
  /** Local causes of the support it can cure (those seen directly come last), with its chances. */
  aims: Int16Array;
  success: Float64Array;
  /**
   * 1 where it could be seen now whether the cause has gone; a repair is not begun for the sake of the
   * others.
   */
  seen: Uint8Array;
  /** By bench state: attended minutes with setting up, cost in minor units, and the state it leaves. */
  minutes: Float64Array;
  cost: Float64Array;
  next: Uint8Array;
  /** Positions in the context's list of repairs that aim at one of the same causes, itself included. */
  sharing: Int16Array;
  /** What its part costs: out of the bin when it is there, else bought. */
  partMinor: number;
  /** The part's cost when it is only spent if it helped; one that is used up in any case stands in `cost`. */
  onHelpMinor: number;
}

/** A step problem with everything that does not change during lookahead worked out once. */
export interface PolicyContext {
  problem: StepProblem;
  support: Support;
  values: RouteValues;
  /** Everything wrong by set that has weight: its members and what was seen directly, as cause indexes. */
  present: number[][];
  repairs: PreparedRepair[];
  perMinute: number;
  /** Cost of putting the machine back together, minor units, by bench state. */
  closing: Float64Array;
  verify: { minutes: Float64Array; next: Uint8Array };
}

export function prepare(
  problem: StepProblem,
  support: Support = supportOf(problem.posterior),
): PolicyContext {
  const perMinute = problem.ratePerHourMinor / 60;
  const states = Array.from({ length: BENCH_STATES }, (_, mask) => benchOf(mask));
  const held = [...support.causes, ...support.standing];
  const local = new Map(held.map((cause, i) => [problem.engine.model.causes[cause].id, i]));
  const tables = new Map<string, { minutes: number[]; next: Uint8Array }>();
  const tableOf = (need: BenchNeed | undefined) => {
    const key = BENCH_ITEMS.map((item) => (need?.[item] === undefined ? '' : Number(need[item]))).join();
    let table = tables.get(key);
    if (!table) {
      const moves = states.map((state) => movesFor(need, state, problem.benchMinutes));
      table = {
        minutes: moves.map(minutesOf),
        next: Uint8Array.from(moves, (list, mask) => benchMask(stateAfter(states[mask], list))),
      };
      tables.set(key, table);
    }
    return table;
  };
  const known = new Set(problem.posterior.acting.fixed);
  const { causes, causeIndex } = problem.engine.model;
  const visible = (id: string) => {
    const at = causeIndex.get(id)!;
    const { shownBy } = causes[at];
    return !shownBy || problem.facts[shownBy] === true || known.has(at);
  };
  const repairs = problem.repairs.flatMap((repair): PreparedRepair[] => {
    const aims = Object.keys(repair.cures).filter((id) => local.has(id));
    if (aims.length === 0) return [];
    const table = tableOf(repair.bench);
    const minutes = Float64Array.from(table.minutes, (set) => set + repair.minutes);
    const partMinor = repair.part ? (problem.bin?.[repair.part.class] ?? repair.part.costMinor) : 0;
    const onHelpMinor = repair.part && !USED_UP.includes(repair.part.class) ? partMinor : 0;
    return [
      {
        repair,
        minutes,
        aims: Int16Array.from(aims, (id) => local.get(id)!),
        success: Float64Array.from(aims, (id) => repair.cures[id]),
        seen: Uint8Array.from(aims, (id) => Number(visible(id))),
        cost: minutes.map((value) => value * perMinute + partMinor - onHelpMinor),
        next: table.next,
        sharing: new Int16Array(0),
        partMinor,
        onHelpMinor,
      },
    ];
  });
  const aiming: number[][] = held.map(() => []);
  repairs.forEach((repair, r) => repair.aims.forEach((aim) => aiming[aim].push(r)));
  for (const own of repairs)
    own.sharing = Int16Array.from(new Set(Array.from(own.aims).flatMap((aim) => aiming[aim])));
  const whole = tableOf({ plugged: true });
  return {
    problem,
    support,
    present: support.sets.slice(0, support.weights.length).map((set) => [...set, ...support.standing]),
    repairs,
    perMinute,
    values: new RouteValues(problem, support),
    closing: Float64Array.from(states, (state) => closingMinutes(state, problem.benchMinutes) * perMinute),
    verify: {
      minutes: Float64Array.from(whole.minutes, (set) => set + problem.verifyMinutes),
      next: whole.next,
    },
  };
}

/** The same problem at another price: only what the routes are worth changes. */
export function atPrice(context: PolicyContext, soundMinor: number): PolicyContext {
  const problem = { ...context.problem, worth: { ...context.problem.worth, soundMinor } };
  return { ...context, problem, values: new RouteValues(problem, context.support) };
}
