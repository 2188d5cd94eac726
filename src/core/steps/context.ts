import { BENCH_ITEMS, USED_UP, type BenchNeed, type BenchState, type Repair } from '../catalogue';
import type { Facts } from '../belief/facts';
import { homesOf, type Mixture } from '../belief/mixture';
import { closingMinutes, minutesOf, movesFor, stateAfter } from '../minutes/opening';
import { actsOf } from './hazards';
import type { StepProblem } from './problem';
import { asFoundFactor, RouteValues } from './routes';

/** Bench states as bit masks, so that the inner loop only looks numbers up. */
export const BENCH_STATES = 1 << BENCH_ITEMS.length;

/** A bench state as bits, in the order of BENCH_ITEMS. */
export function benchMask(state: BenchState): number {
  return BENCH_ITEMS.reduce((mask, item, i) => mask | (state[item] ? 1 << i : 0), 0);
}

/** The bench state of such bits. */
export function benchOf(mask: number): BenchState {
  return Object.fromEntries(BENCH_ITEMS.map((item, i) => [item, Boolean(mask & (1 << i))])) as BenchState;
}

export interface PreparedRepair {
  repair: Repair;
  /** Local causes it can cure, with its chances, and the nodes they stand in. */
  aims: Int16Array;
  success: Float64Array;
  homes: number[];
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
  /** Causes of the model by local number. */
  causes: readonly number[];
  mixture: Mixture;
  homes: Int32Array;
  /** What endings are worth, by whether the machine was seen to run; each worked out once it is asked for. */
  values: { readonly seen: RouteValues; readonly unseen: RouteValues };
  repairs: PreparedRepair[];
  perMinute: number;
  /** Cost of putting the machine back together, minor units, by bench state. */
  closing: Float64Array;
  verify: { minutes: Float64Array; next: Uint8Array };
}

/** What has been seen decides which cures can be seen, and what a buyer is told. */
export interface View {
  values: RouteValues;
  /** By local cause: it could be seen now whether it has gone. */
  visible: Uint8Array;
}

/** Was the machine seen to run, with a picture? */
export const runs = (facts: Facts) =>
  facts.system === true || (facts.started === true && facts.picture === true);

/** What can be seen, tried and sold where these facts are known. */
export function viewOf(context: PolicyContext, facts: Facts): View {
  const { problem, causes } = context;
  const known = new Set(problem.posterior.acting.fixed);
  const model = problem.engine.model.causes;
  return {
    values: runs(facts) ? context.values.seen : context.values.unseen,
    visible: Uint8Array.from(causes, (cause) => {
      const { shownBy } = model[cause];
      return Number(!shownBy || facts[shownBy] === true || known.has(cause));
    }),
  };
}

/** What the part of a repair costs, and the chance that it is the right one: the cheapest to be had. */
function partFor({ part }: Repair, { bin, quotes }: StepProblem): { partMinor: number; fits: number } {
  if (!part) return { partMinor: 0, fits: 1 };
  const quote = quotes?.[part.class];
  const own = bin?.[part.class];
  if (quote && (own === undefined || quote.minor < own)) return { partMinor: quote.minor, fits: quote.fits };
  return { partMinor: own ?? part.costMinor, fits: 1 };
}

const STATES = Array.from({ length: BENCH_STATES }, (_, mask) => benchOf(mask));

/** Setting up for a need, by bench state: attended minutes, and the state it leaves. */
interface Setup {
  minutes: Float64Array;
  next: Uint8Array;
}
type BenchTable = StepProblem['benchMinutes'];
const setups = new WeakMap<BenchTable, Map<string, Setup>>();

/** Setting up by need; worked out once for a table of minutes. */
function setupsFor(minutes: BenchTable): (need: BenchNeed | undefined) => Setup {
  let kept = setups.get(minutes);
  if (!kept) setups.set(minutes, (kept = new Map()));
  const own = kept;
  return (need) => {
    const key = BENCH_ITEMS.map((item) => (need?.[item] === undefined ? '' : Number(need[item]))).join();
    let setup = own.get(key);
    if (!setup) {
      const moves = STATES.map((state) => movesFor(need, state, minutes));
      setup = {
        minutes: Float64Array.from(moves, minutesOf),
        next: Uint8Array.from(moves, (list, mask) => benchMask(stateAfter(STATES[mask], list))),
      };
      own.set(key, setup);
    }
    return setup;
  };
}

/** A problem with everything worked out once that the inner loops look up: minutes by bench state, values, repairs. */
export function prepare(problem: StepProblem): PolicyContext {
  const { causes, mixture } = problem.stories;
  const perMinute = problem.ratePerHourMinor / 60;
  const homes = homesOf(mixture.nodes, mixture.width);
  const local = new Map(causes.map((cause, i) => [problem.engine.model.causes[cause].id, i]));
  const tableOf = setupsFor(problem.benchMinutes);
  const repairs = problem.repairs.flatMap((repair): PreparedRepair[] => {
    const aims = Object.keys(repair.cures).filter((id) => local.has(id));
    if (aims.length === 0 || actsOf(repair).some((act) => problem.shut?.[act])) return [];
    const table = tableOf(repair.bench);
    const minutes = table.minutes.map((set) => set + repair.minutes);
    const { partMinor, fits } = partFor(repair, problem);
    const onHelpMinor = repair.part && !USED_UP.includes(repair.part.class) ? partMinor : 0;
    return [
      {
        repair,
        minutes,
        aims: Int16Array.from(aims, (id) => local.get(id)!),
        homes: [...new Set(aims.map((id) => homes[local.get(id)!]))],
        success: Float64Array.from(aims, (id) => repair.cures[id] * fits),
        cost: minutes.map((value) => value * perMinute + partMinor - onHelpMinor),
        next: table.next,
        sharing: new Int16Array(0),
        partMinor,
        onHelpMinor,
      },
    ];
  });
  const aiming: number[][] = causes.map(() => []);
  repairs.forEach((repair, r) => repair.aims.forEach((aim) => aiming[aim].push(r)));
  for (const own of repairs)
    own.sharing = Int16Array.from(new Set(Array.from(own.aims).flatMap((aim) => aiming[aim])));
  const whole = tableOf({ plugged: true });
  return {
    problem,
    causes,
    mixture,
    homes,
    repairs,
    perMinute,
    values: valuesOf(problem, repairs),
    closing: Float64Array.from(
      STATES.map((state) => closingMinutes(state, problem.benchMinutes) * perMinute),
    ),
    verify: {
      minutes: whole.minutes.map((set) => set + problem.verifyMinutes),
      next: whole.next,
    },
  };
}

function valuesOf(problem: StepProblem, repairs: readonly PreparedRepair[]): PolicyContext['values'] {
  const { causes } = problem.stories;
  const bench = benchMask(problem.bench);
  const cures = causes.map((): { success: number; cost: number }[] => []);
  for (const { aims, success, cost, onHelpMinor } of repairs)
    aims.forEach((aim, a) =>
      cures[aim].push({ success: success[a], cost: cost[bench] + onHelpMinor * success[a] }),
    );
  const kept: { seen?: RouteValues; unseen?: RouteValues } = {};
  const of = (ran: boolean) => new RouteValues(problem, causes, asFoundFactor(problem, ran), cures);
  return {
    get seen() {
      return (kept.seen ??= of(true));
    },
    get unseen() {
      return (kept.unseen ??= of(false));
    },
  };
}

/** The same problem at another price: only what the routes are worth changes. */
export function atPrice(context: PolicyContext, soundMinor: number): PolicyContext {
  const problem = { ...context.problem, worth: { ...context.problem.worth, soundMinor } };
  return { ...context, problem, values: valuesOf(problem, context.repairs) };
}
