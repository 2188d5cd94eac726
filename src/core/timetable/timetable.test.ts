import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { costBy, faultsOf } from '@/../tests/oracles/timetable/feasible';
import { drawWeek } from '@/../tests/oracles/timetable/weeks';
import { seededRandom, type Random } from '../random';
import { allDoneBy, doneBy, finishes } from './chance';
import type { Placed, Task, Timetabled } from './problem';
import { timetable } from './search';
import { runs, THOROUGH } from '@/../tests/thorough';

type Asked = Parameters<typeof faultsOf>[0];
const asked = (problem: Timetabled) => problem as unknown as Asked;

/** A clock that moves by itself at each look: as much searching on every machine. */
function ticking(ms: number): () => number {
  let at = 0;
  return () => (at += ms);
}
const solve = (
  problem: Timetabled,
  looks: number,
  more: { fixed?: Placed[]; from?: Placed[]; moving?: number } = {},
) => timetable(problem, { seconds: looks / 1000, seed: 7, now: ticking(1), ...more });

/** An instance of the literature as the shop would write it: machines are stations, nobody is needed. */
function jobShop(name: string): Timetabled {
  const [[jobs, machines], ...lines] = readFileSync(`tests/oracles/jsp/${name}.txt`, 'utf8')
    .trim()
    .split('\n')
    .map((line) => line.trim().split(/\s+/).map(Number));
  const operations: Task[] = [];
  for (let j = 0; j < jobs; j++)
    for (let k = 0; k < machines; k++)
      operations.push({
        id: `${j}.${k}`,
        unit: `j${j}`,
        head: 0,
        body: lines[j][2 * k + 1],
        tail: 0,
        station: `m${lines[j][2 * k]}`,
        after: k ? [`${j}.${k - 1}`] : [],
        overnight: true,
      });
  return {
    objective: 'makespan',
    people: [],
    stations: Array.from({ length: machines }, (_, m) => ({ id: `m${m}`, capacity: 1 })),
    operations,
    units: Array.from({ length: jobs }, (_, j) => ({ id: `j${j}`, weight: 1 })),
    closed: [],
  };
}

// Fisher & Thompson 1963, Lawrence 1984: proven optima
describe('job shops of the literature', () => {
  it.each([
    ['ft06', 55],
    ['la01', 666],
    ['la02', 655],
    ['la03', 597],
    ['la04', 590],
    ['la05', 593],
  ])('%s is brought to its optimum %i', (name, optimum) => {
    const problem = jobShop(name);
    // its bound is under its optimum: it would look as long as it may
    const plan = solve(problem, name === 'ft06' ? 100 : 1500);
    expect(faultsOf(asked(problem), plan.operations)).toEqual([]);
    expect(costBy(asked(problem), plan.operations)).toBe(plan.cost);
    expect(plan.cost).toBe(optimum);
    expect(plan.bound).toBeLessThanOrEqual(optimum);
  });
  it.runIf(THOROUGH)('ft10 comes to 940 at most', () => {
    const problem = jobShop('ft10');
    const plan = solve(problem, 4000);
    expect(faultsOf(asked(problem), plan.operations)).toEqual([]);
    expect(plan.cost).toBeLessThanOrEqual(940);
    expect(plan.bound).toBeLessThanOrEqual(930);
  });
});

describe('weeks of a shop', () => {
  const WEEKS = runs(500, 150);
  it(`${WEEKS} drawn ones: nothing that may not be, and what it says it costs is what it costs`, () => {
    for (let seed = 1; seed <= WEEKS; seed++) {
      const problem = drawWeek(seed, 4 + (seed % 14));
      const plan = solve(problem, 15);
      expect(faultsOf(asked(problem), plan.operations), `week ${seed}`).toEqual([]);
      expect(costBy(asked(problem), plan.operations)).toBeCloseTo(plan.cost, 6);
      expect(plan.bound).toBeLessThanOrEqual(plan.cost + 1e-9);
    }
  });
  it('the longer it looks the better, and the same seed finds the same', () => {
    const problem = drawWeek(11, 16);
    const short = solve(problem, 5);
    const long = solve(problem, 3000);
    expect(long.cost).toBeLessThan(short.cost);
    expect(solve(problem, 200)).toEqual(solve(problem, 200));
  });
  it('told of each better plan on its way, each cheaper than the last', () => {
    const costs: number[] = [];
    timetable(drawWeek(3, 12), {
      seconds: 0.5,
      seed: 1,
      now: ticking(1),
      better: (cost) => costs.push(cost),
    });
    expect(costs.length).toBeGreaterThan(2);
    expect(costs.toSorted((a, b) => b - a)).toEqual(costs);
  });
});

/** The cheapest plan there is, by trying every start on a grid of minutes. */
function cheapest(problem: Timetabled, horizon: number): number {
  const { operations: tasks, people, stations } = problem;
  let best = Infinity;
  const placed: Placed[] = [];
  const whoOf = (minutes: number) => (minutes ? people.map(({ id }) => id) : [null]);
  const go = (k: number) => {
    if (k === tasks.length) {
      if (faultsOf(asked(problem), placed).length === 0)
        best = Math.min(best, costBy(asked(problem), placed));
      return;
    }
    const task = tasks[k];
    const from = Math.max(
      task.release ?? 0,
      ...task.after.map((id) => {
        const before = tasks.findIndex((each) => each.id === id);
        return placed[before].tail + tasks[before].tail;
      }),
    );
    for (let start = from; start <= horizon; start++)
      for (const person of whoOf(task.head)) {
        const done = start + task.head + task.body;
        for (let tail = done; tail <= (task.tail ? horizon : done); tail++)
          for (const tailPerson of whoOf(task.tail)) {
            placed.push({ id: task.id, person, start, tailPerson, tail });
            const own = { ...problem, operations: tasks.slice(0, k + 1), stations };
            if (costBy(asked(own), placed) < best && faultsOf(asked(own), placed).length === 0) go(k + 1);
            placed.pop();
          }
      }
  };
  go(0);
  return best;
}

function drawSmall(random: Random): Timetabled {
  const whole = (least: number, most: number) => least + Math.floor(random() * (most - least + 1));
  const count = whole(2, 3);
  const closed = random() < 0.5 ? [[whole(4, 6), whole(7, 9)] as const] : [];
  return {
    objective: random() < 0.3 ? 'makespan' : 'lateness',
    people: Array.from({ length: whole(1, 2) }, (_, p) => ({
      id: `p${p}`,
      hours: [
        [0, whole(5, 7)],
        [whole(8, 9), 60],
      ] as const,
    })),
    stations: [{ id: 's', capacity: 1 }],
    operations: Array.from({ length: count }, (_, i) => ({
      id: `o${i}`,
      unit: `u${i % 2}`,
      head: whole(0, 2),
      body: whole(0, 3),
      tail: whole(0, 1),
      station: random() < 0.6 ? 's' : null,
      after: i === 2 && random() < 0.6 ? ['o0'] : [],
      release: random() < 0.3 ? whole(1, 3) : undefined,
      overnight: random() < 0.5,
    })),
    units: [
      { id: 'u0', weight: whole(1, 3), due: whole(2, 8) },
      { id: 'u1', weight: 1, due: random() < 0.5 ? whole(2, 8) : null },
    ],
    closed,
  };
}

describe('small ones', () => {
  it('what is found is the cheapest there is, and the bound is below it', () => {
    const random = seededRandom(19);
    for (let round = 0; round < runs(60, 30); round++) {
      const problem = drawSmall(random);
      const best = cheapest(problem, 19);
      const plan = solve(problem, 400);
      expect(plan.cost, `round ${round}`).toBeCloseTo(best, 6);
      expect(plan.bound).toBeLessThanOrEqual(best + 1e-9);
    }
  });
});

const task = (id: string, more: Partial<Task> = {}): Task => ({
  id,
  unit: 'u',
  head: 10,
  body: 0,
  tail: 0,
  after: [],
  overnight: true,
  ...more,
});
const small = (operations: Task[], more: Partial<Timetabled> = {}): Timetabled => ({
  objective: 'makespan',
  people: [{ id: 'anna', hours: [[0, 240]] }],
  stations: [{ id: 'dock', capacity: 1 }],
  operations,
  units: [{ id: 'u', weight: 1 }],
  closed: [],
  ...more,
});

describe('what cannot be, in words', () => {
  it.each<[Timetabled, string]>([
    [small([task('a', { head: 300 })]), 'longer than any opening of those who may do it (240)'],
    [small([task('a', { after: ['b'] }), task('b', { after: ['a'] })]), 'waits for itself'],
    [small([task('a', { after: ['ghost'] })]), 'ghost, which is not there'],
    [small([task('a', { station: 'kiln' })]), 'no station "kiln"'],
    [small([task('a', { unit: 'v' })]), 'no unit "v"'],
    [small([task('a'), task('a')]), 'same id'],
    [small([task('a', { who: ['zed'] })]), 'nobody who may do it'],
    [
      small([task('a', { body: 500, overnight: false })], {
        closed: [
          [-1000, 0],
          [480, 1e9],
        ],
      }),
      'no opening is that long',
    ],
    [small(Array.from({ length: 30 }, (_, i) => task(`t${i}`))), 'finds no place'],
    [small([task('a')], { people: [{ id: 'anna', hours: [[240, 0]] }] }), 'end before they begin'],
  ])('%#', (problem, words) => {
    expect(() => solve(problem, 20)).toThrow(words);
  });
  it('nothing to do is a plan of nothing', () => {
    expect(solve(small([]), 20)).toEqual({ operations: [], cost: 0, bound: 0 });
  });
});

describe('long work that needs nobody', () => {
  it('is begun first: three minutes of hands, then hands are free', () => {
    const problem = small(
      [
        task('erase', { unit: 'a', head: 3, body: 95, tail: 2, station: 'dock' }),
        ...Array.from({ length: 8 }, (_, i) => task(`clean${i}`, { unit: 'b', head: 12 })),
      ],
      { units: [{ id: 'a', weight: 1 }, { id: 'b', weight: 1 }] }, // prettier-ignore
    );
    const plan = solve(problem, 300);
    expect(plan.cost).toBe(101);
    expect(plan.operations[0].start).toBe(0);
  });
});

describe('one unit, two pairs of hands', () => {
  it('are at it one after the other where the house asks for it', () => {
    const people = ['anna', 'ben'].map((id) => ({ id, hours: [[0, 240]] as [number, number][] }));
    const both = [task('clean', { head: 20 }), task('erase', { head: 5, body: 40, tail: 5 })];
    const cost = (apart: boolean) => solve(small(both, { people, apart }), 200).cost;
    expect(cost(false)).toBe(50);
    // the erasure first, cleaned while it runs
    expect(cost(true)).toBe(50);
    const hands = [task('a', { head: 30 }), task('b', { head: 30 })];
    expect(solve(small(hands, { people }), 50).cost).toBe(30);
    expect(solve(small(hands, { people, apart: true }), 50).cost).toBe(60);
  });
});

describe('what has begun, or was put there by hand', () => {
  const problem = drawWeek(21, 10);
  const first = solve(problem, 600);
  it('stays where it is when the rest is planned anew', () => {
    const noon = 24 * 60 + 12 * 60;
    const fixed = first.operations.filter(({ start }) => start < noon);
    expect(fixed.length).toBeGreaterThan(5);
    const again = solve(problem, 300, { fixed, from: first.operations });
    for (const placed of fixed) expect(again.operations).toContainEqual(placed);
    expect(faultsOf(asked(problem), again.operations)).toEqual([]);
  });
  it('what comes before it is brought forward for it', () => {
    const chain = small([task('a'), task('b', { after: ['a'] }), task('c'), task('d'), task('e')]);
    const pinned: Placed = { id: 'b', person: 'anna', start: 10, tailPerson: null, tail: 20 };
    const plan = solve(chain, 60, { fixed: [pinned] });
    expect(plan.operations.find(({ id }) => id === 'a')!.start).toBe(0);
    expect(faultsOf(asked(chain), plan.operations)).toEqual([]);
    const never: Placed = { ...pinned, start: 5, tail: 15 };
    expect(() => solve(chain, 60, { fixed: [never] })).toThrow('what comes before b is not ended by then');
  });
  it('a plan that stands is not shuffled for nothing', () => {
    const moved = (plan: readonly Placed[]) =>
      plan.filter(({ id, start }) => first.operations.find((each) => each.id === id)!.start !== start).length;
    const loose = solve(problem, 400, { from: first.operations });
    const kept = solve(problem, 400, { from: first.operations, moving: 50 });
    expect(kept.cost).toBeLessThanOrEqual(first.cost + 1e-9);
    expect(moved(kept.operations)).toBeLessThanOrEqual(moved(loose.operations));
  });
});

describe('will it be done by then', () => {
  it('with minutes that do not scatter it is done when it was planned', () => {
    const problem = drawWeek(5, 12);
    const plan = solve(problem, 300);
    const ends = finishes(problem, plan.operations, () => 0, 3, 1);
    for (const { id } of problem.units) {
      const planned = Math.max(
        ...problem.operations.flatMap((each, i) =>
          each.unit === id ? [plan.operations[i].tail + each.tail] : [],
        ),
      );
      // gaps that were left are closed: it may be earlier, never later
      expect(ends.get(id)!.ends[0]).toBeLessThanOrEqual(planned + 1e-6);
    }
  });
  it('one piece of hands: half of the times by its median, by the law of its minutes', () => {
    const problem = small([task('a', { head: 60 })], { people: [{ id: 'anna', hours: [[0, 2000]] }] });
    const plan = solve(problem, 10);
    const ends = finishes(problem, plan.operations, () => 0.4, 20_000, 3).get('u')!;
    // the mean is what was planned: the median lies at exp(-sigma^2/2) of it
    expect(doneBy(ends, 60 * Math.exp(-0.08))).toBeCloseTo(0.5, 1);
    expect(Math.abs(doneBy(ends, 60 * Math.exp(-0.08)) - 0.5)).toBeLessThan(0.012);
    // one standard deviation above: 84 %
    expect(Math.abs(doneBy(ends, 60 * Math.exp(0.4 - 0.08)) - 0.8413)).toBeLessThan(0.012);
  });
  it('a promise of several holds when all of them are done: two alike by hands of their own, in a quarter of the cases', () => {
    const problem: Timetabled = {
      ...small([task('a', { head: 60 }), { ...task('b', { head: 60 }), unit: 'v' }], {
        people: ['anna', 'ben'].map((id) => ({ id, hours: [[0, 2000]] })),
      }),
      units: ['u', 'v'].map((id) => ({ id, weight: 1 })),
    };
    const plan = solve(problem, 40);
    const ends = finishes(problem, plan.operations, () => 0.4, 20_000, 3);
    const both = [ends.get('u')!, ends.get('v')!];
    const median = 60 * Math.exp(-0.08);
    expect(Math.abs(allDoneBy(both, median) - 0.25)).toBeLessThan(0.012);
    // the same machine twice is one
    expect(allDoneBy([both[0], both[0]], median)).toBe(doneBy(both[0], median));
    expect(allDoneBy(both, Infinity)).toBe(1);
  });
  it('what comes after waits for what is late before it, and for the same hands', () => {
    const problem = small(
      [task('a', { head: 60 }), task('b', { head: 60, after: ['a'] })],
      { people: [{ id: 'anna', hours: [[0, 5000]] }] }, // prettier-ignore
    );
    const plan = solve(problem, 10);
    const { ends } = finishes(problem, plan.operations, () => 0.3, 20_000, 3).get('u')!;
    const mean = ends.reduce((sum, end) => sum + end, 0) / ends.length;
    expect(Math.abs(mean - 120)).toBeLessThan(1);
  });
});
