import { describe, expect, it } from 'vitest';
import { workedEnds } from '../../../tests/oracles/timetable/worked';
import { seededRandom } from '../random';
import { doneBy, finishes } from './chance';
import type { Span, Task, Timetabled } from './problem';
import { timetable } from './search';

const DAYS = 8;
const hours: Span[] = Array.from({ length: DAYS }, (_, day): Span[] => [[day * 1440 + 540, day * 1440 + 750], [day * 1440 + 780, day * 1440 + 1050]]).flat(); // prettier-ignore
const closed: Span[] = Array.from({ length: DAYS - 1 }, (_, day): Span => [
  day * 1440 + 1050,
  (day + 1) * 1440 + 540,
]);

/** A drawn house with some machines that are promised. */
function house(random: () => number): Timetabled {
  const between = (from: number, to: number) => Math.round(from + random() * (to - from));
  const units = Array.from({ length: 10 }, (_, u) => ({
    id: `U${u}`,
    due: between(600, 3 * 1440),
    weight: 20,
  }));
  const operations = units.flatMap(({ id }): Task[] => {
    const make = (what: string, head: number, more: Partial<Task> = {}): Task => ({ id: `${id} ${what}`, unit: id, head, body: 0, tail: 0, after: [], overnight: true, ...more }); // prettier-ignore
    const mend = make('mend', between(15, 60));
    const erase = make('erase', 3, { body: between(60, 140), tail: 2, station: 'dock', after: [mend.id] });
    const clean = make('clean', between(10, 35), { after: [mend.id] });
    const prove = make('prove', between(10, 25), { after: [erase.id, clean.id] });
    return [mend, erase, clean, prove];
  });
  return { objective: 'lateness', people: [{ id: 'a', hours }, { id: 'b', hours }], stations: [{ id: 'dock', capacity: 2 }], operations, units, closed, apart: true }; // prettier-ignore
}

describe('a said chance', () => {
  it('holds: over 300 promises in 30 drawn weeks, worked by another hand five times each', () => {
    const random = seededRandom(11);
    const bell = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const said: { p: number; was: number }[] = [];
    for (let n = 0; n < 30; n++) {
      const problem = house(random);
      let clock = 0;
      const plan = timetable(problem, { seconds: 0.05, seed: n + 1, now: () => clock++ });
      const tasks = new Map(problem.operations.map((task) => [task.id, task]));
      const spread = (id: string) => (tasks.get(id)!.body > 0 ? 0.08 : 0.4);
      const ends = finishes(problem, plan.operations, spread, 400, n + 1);
      // asked about moments near the planned end: those far from it say nothing
      const planned = (unit: string) =>
        Math.max(...plan.operations.map((placed) => (tasks.get(placed.id)!.unit === unit ? placed.tail + tasks.get(placed.id)!.tail : 0))); // prettier-ignore
      const promises = problem.units.map(({ id }) => ({ id, at: planned(id) - 60 + 240 * random() }));
      const kept = new Map(problem.units.map(({ id }) => [id, 0]));
      for (let truth = 0; truth < 5; truth++) {
        const drawn = new Map<string, number>();
        const really = (
          op: { id: string; head: number; body: number; tail: number },
          part: 'head' | 'body' | 'tail',
        ) => {
          const key = `${op.id} ${part}`;
          if (!drawn.has(key)) {
            const sigma = spread(op.id);
            drawn.set(key, op[part] * Math.exp(sigma * bell() - sigma ** 2 / 2));
          }
          return drawn.get(key)!;
        };
        const done = workedEnds(problem, plan.operations, really, DAYS * 1440);
        for (const { id, at } of promises)
          if ((done.get(id) ?? Infinity) <= at) kept.set(id, kept.get(id)! + 1);
      }
      for (const { id, at } of promises) said.push({ p: doneBy(ends.get(id)!, at), was: kept.get(id)! / 5 });
    }
    expect(said).toHaveLength(300);
    const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
    expect(Math.abs(mean(said.map(({ p }) => p)) - mean(said.map(({ was }) => was)))).toBeLessThan(0.05);
    for (const [from, to] of [
      [0, 0.35],
      [0.35, 0.8],
      [0.8, 1.01],
    ]) {
      const these = said.filter(({ p }) => p >= from && p < to);
      expect(these.length, `${from} to ${to}`).toBeGreaterThan(30);
      const off = mean(these.map(({ p }) => p)) - mean(these.map(({ was }) => was));
      // five points, and twice what so few promises scatter by themselves
      expect(Math.abs(off), `${from} to ${to}: ${these.length}`).toBeLessThan(
        0.05 + 2 * Math.sqrt(0.25 / (these.length * 2)),
      );
    }
  });
});
