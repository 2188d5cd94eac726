import { seededRandom } from '../random';
import { boundOf } from './bound';
import { BROKEN, Generator, kept, makeReady, placedOf, type Made, type Ready } from './generate';
import { isJobShop, JobShop } from './jobShop';
import { assertSound, named, type Placed, type Plan, type Timetabled } from './problem';

export interface SearchLimits {
  seconds: number;
  seed: number;
  /** Milliseconds of a clock; the core has none of its own. */
  now: () => number;
  /** Told of each better plan: what it costs, and what none can cost less than. */
  better?: (cost: number, bound: number) => void;
  /** What is not moved: begun, or put there by hand. */
  fixed?: readonly Placed[];
  /** The plan that stands: what it says is begun from. */
  from?: readonly Placed[];
  /** Nothing has changed: what stands is gone on with, in its order, as long as it can be kept. */
  settled?: boolean;
  /** What moving an operation by an hour costs, beside: a plan one has read is not shuffled for little. */
  moving?: number;
}

/** Rules an order is first made by: minutes, the least first. */
const RULES: readonly ((ready: Ready, tails: Float64Array, i: number, work: Float64Array) => number)[] = [
  // one machine after the other to its end: what is promised first, then what wants least hands still
  ({ problem, unitOf }, _, i, work) => problem.units[unitOf[i]].due ?? 1e7 + work[unitOf[i]],
  ({ problem, unitOf }, tails, i, work) =>
    (problem.units[unitOf[i]].due ?? NaN) - tails[i] || 1e7 + work[unitOf[i]],
  ({ unitOf }, _, i, work) => work[unitOf[i]],
  // what is promised first, with what is still to do for it taken off
  ({ problem, unitOf }, tails, i) => (problem.units[unitOf[i]].due ?? 1e7) - tails[i],
  ({ problem, unitOf }, _, i) => problem.units[unitOf[i]].due ?? 1e7,
  // long work that needs nobody begins early
  ({ tasks }, tails, i) => -tasks[i].body - 0.001 * tails[i],
  (_, tails, i) => -tails[i],
  ({ tasks }, _, i) => tasks[i].head + tasks[i].tail,
  ({ problem, unitOf }, tails, i) => (problem.units[unitOf[i]].due ?? 1e6) / Math.max(0.01, problem.units[unitOf[i]].weight) - tails[i], // prettier-ignore
];

/** Longest work from the beginning of each operation to the end of its unit. */
function tailsOf({ tasks, before }: Ready): Float64Array {
  const tails = new Float64Array(tasks.length);
  for (let i = tasks.length - 1; i >= 0; i--) {
    const { head, body, tail } = tasks[i];
    for (const j of before[i]) tails[i] = Math.max(tails[i], tails[j]);
    tails[i] += head + body + tail;
  }
  return tails;
}

/** Attended minutes each unit still wants. */
function handsOf({ tasks, unitOf, problem }: Ready): Float64Array {
  const work = new Float64Array(problem.units.length);
  tasks.forEach(({ head, tail }, i) => (work[unitOf[i]] += head + tail));
  return work;
}

const ranksOf = (order: ArrayLike<number>): Float64Array => {
  const ranks = new Float64Array(order.length);
  for (let k = 0; k < order.length; k++) ranks[order[k]] = k;
  return ranks;
};

/**
 * Looks for the plan that costs least, as long as it may: rules first, then annealing over the order operations are
 * placed in; a job shop by tabu search. Any time: the best so far is always a plan.
 * @throws RangeError for a problem that makes no sense, or an operation that finds no place before the calendars end
 */
export function timetable(problem: Timetabled, limits: SearchLimits): Plan {
  assertSound(problem);
  const ready = makeReady(problem, limits.fixed, limits.from);
  const bound = boundOf(ready);
  if (ready.tasks.length === 0) return { operations: [], cost: 0, bound: 0 };
  const made = searched(ready, bound, limits);
  if (made.cost >= BROKEN)
    throw new RangeError(
      `what was put where it is cannot be kept: what comes before ${named(brokenOf(ready, made))} is not ended by then`,
    );
  return { operations: placedOf(ready, made), cost: made.cost, bound: Math.min(bound, made.cost) };
}

/** What stands where it is and has something before it that is not ended. */
const brokenOf = ({ tasks, after, fixed }: Ready, made: Made): string[] =>
  [...fixed.keys()]
    .filter((i) => after[i].some((j) => made.tail[j] + tasks[j].tail > made.start[i] + 1e-9))
    .map((i) => tasks[i].id);

function searched(ready: Ready, bound: number, limits: SearchLimits): Made {
  const { now, better = () => {} } = limits;
  const until = now() + limits.seconds * 1000;
  const random = seededRandom(limits.seed);
  const generator = new Generator(ready);
  const n = ready.tasks.length;
  const tails = tailsOf(ready);
  const work = handsOf(ready);
  const stood = new Map(limits.from?.map((placed) => [placed.id, placed]));
  const moved = (made: Made): number => {
    if (!limits.moving) return 0;
    let sum = 0;
    for (let i = 0; i < n; i++) {
      const before = stood.get(ready.tasks[i].id);
      if (before) sum += Math.min(8, Math.abs(made.start[i] - before.start) / 60);
    }
    return sum * limits.moving;
  };

  let best: Made | null = null;
  let bestRank = new Float64Array(ready.acts.length);
  let bestValue = Infinity;
  const { acts } = ready;
  const ranked = (of: (i: number, tail: boolean) => number) =>
    Float64Array.from(acts, ({ task, tail }) => of(task, tail));
  const consider = (rank: Float64Array): number => {
    const made = generator.make(rank);
    if (!made) return Infinity;
    const value = made.cost + moved(made);
    if (value < bestValue - 1e-9) {
      bestValue = value;
      best = kept(made);
      bestRank = rank.slice();
      better(made.cost, bound);
    }
    return value;
  };
  if (stood.size)
    consider(
      ranked((i, tail) => {
        const placed = stood.get(ready.tasks[i].id);
        return placed ? (tail ? placed.tail : placed.start) : 1e9;
      }),
    );
  if (limits.settled && best && (best as Made).cost < BROKEN) return best;
  // a tail is placed as soon as its body is
  for (const rule of RULES) consider(ranked((i, tail) => rule(ready, tails, i, work) + (tail ? 1e-7 : 0)));
  if (!best) {
    const task = ready.tasks[generator.stuck!];
    throw new RangeError(
      `operation ${task.id} of ${task.unit} finds no place: the hours and openings that are given end before it could be done`,
    );
  }
  if (isJobShop(ready)) {
    const shop = new JobShop(ready, random, (best as Made).start);
    shop.search(until, bound, now, (makespan) => better(makespan, bound));
    return ofStarts(ready, shop.starts, shop.best);
  }
  anneal();
  return best;

  function anneal(): void {
    // ranks as an order again: a move puts one operation elsewhere in it
    const { start, tail: tailStart } = best as Made;
    let order = orderOf(ranked((i, tail) => (tail ? tailStart[i] : start[i])));
    let value = consider(ranksOf(order));
    if (value === Infinity) {
      order = orderOf(bestRank);
      value = consider(ranksOf(order));
    }
    const scale = Math.max(1e-6, (bestValue - bound) / Math.max(8, n / 4));
    const begun = now();
    let cycles = 0;
    for (let round = 0; ; round++) {
      const at = now();
      if (at >= until || bestValue <= bound + 1e-9) return;
      // several coolings, each from less: the last ends with the time
      const share = Math.min(1, (at - begun) / Math.max(1, until - begun));
      const cycle = Math.floor(share * CYCLES);
      if (cycle !== cycles) {
        cycles = cycle;
        order = orderOf(bestRank);
        value = bestValue;
      }
      const heat = scale * HOT * (1 - (share * CYCLES - cycle)) ** 2 * 0.7 ** cycle + 1e-9;
      const next = mutated(order);
      const after = consider(ranksOf(next));
      if (after <= value || random() < Math.exp((value - after) / heat)) {
        order = next;
        value = after;
      }
    }
  }

  function orderOf(by: ArrayLike<number>): Int32Array {
    return Int32Array.from(acts, (_, i) => i).sort((a, b) => by[a] - by[b] || a - b);
  }

  /** One operation, or all of a unit, put elsewhere; near more often than far. */
  function mutated(order: Int32Array): Int32Array {
    const next = order.slice();
    const many = order.length;
    const from = Math.floor(random() * many);
    const far = random() < 0.25 ? many : Math.max(3, many / 10);
    const way = Math.round((random() * 2 - 1) * far) || 1;
    if (random() < 0.3) {
      // a whole unit earlier or later
      const unit = ready.unitOf[acts[order[from]].task];
      const ranks = ranksOf(order);
      acts.forEach(({ task }, act) => {
        if (ready.unitOf[task] === unit) ranks[act] += way + 0.5;
      });
      return orderOf(ranks);
    }
    const to = Math.max(0, Math.min(many - 1, from + way));
    const one = next[from];
    if (random() < 0.3) {
      next[from] = next[to];
      next[to] = one;
    } else if (to > from) {
      next.copyWithin(from, from + 1, to + 1);
      next[to] = one;
    } else {
      next.copyWithin(to + 1, to, from);
      next[to] = one;
    }
    return next;
  }
}

const CYCLES = 4;
/** How hot it begins, in shares of the gap an operation. */
const HOT = 1.2;

/** A plan from when each operation of a job shop begins. */
function ofStarts(ready: Ready, starts: Float64Array, cost: number): Made {
  const n = ready.tasks.length;
  const ends = new Float64Array(ready.problem.units.length);
  const tail = Float64Array.from(starts, (start, i) => start + ready.tasks[i].body);
  tail.forEach((end, i) => (ends[ready.unitOf[i]] = Math.max(ends[ready.unitOf[i]], end)));
  return {
    person: new Int32Array(n).fill(-1),
    start: starts.slice(),
    tailPerson: new Int32Array(n).fill(-1),
    tail,
    ends,
    cost,
  };
}
