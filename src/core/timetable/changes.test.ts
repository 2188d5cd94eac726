import { describe, expect, it } from 'vitest';
import { changesBetween, type Stood } from './changes';
import { placedAt, thereFrom } from './day';
import type { PlannedTask } from './operations';
import type { Placed } from './problem';
import { hoursWithout } from './week';

const task = (id: string, more: Partial<PlannedTask> = {}): PlannedTask => ({
  id,
  unit: id.split(' ')[0],
  words: id.split(' ')[1],
  scatter: 0.4,
  head: 20,
  body: 0,
  tail: 0,
  after: [],
  overnight: true,
  ...more,
});
const placed = (id: string, start: number, person = 'a'): Placed => ({
  id,
  person,
  start,
  tailPerson: null,
  tail: start + 20,
});
const HOUR = 3_600_000;
const day = (
  zero: number,
  tasks: PlannedTask[],
  places: Placed[],
  due: Record<string, number> = {},
): Stood => ({
  zero,
  tasks,
  placed: places,
  people: [{ id: 'a', hours: [[0, 480]] }],
  units: [...new Set(tasks.map(({ unit }) => unit))].map((tag) => ({ tag, due: due[tag] ?? null })),
});

describe('what a new plan moved', () => {
  const tasks = [task('A clean'), task('B clean'), task('C clean')];
  const stood = day(0, tasks, [placed('A clean', 0), placed('B clean', 30), placed('C clean', 120)]);
  const later = (min: number) => ({ ...stood.people[0], hours: [[0, 480 - min]] as const });
  it('nothing, when all stands where it stood although an hour has passed', () => {
    const now = day(HOUR, [tasks[2]], [placed('C clean', 60)]);
    const { moved, share } = changesBetween(stood, { ...now, people: [later(60)] });
    expect(moved).toEqual([]);
    expect(share).toBe(0);
  });
  it('what is done later, or by somebody else, is named with the time that was said', () => {
    const now = day(0, tasks, [placed('A clean', 0), placed('B clean', 90), placed('C clean', 120, 'b')]);
    const { moved, share } = changesBetween(stood, now);
    expect(moved.map(({ id, from, to, toPerson }) => [id, from, to, toPerson])).toEqual([
      ['B clean', 30, 90, 'a'],
      ['C clean', 120, 120, 'b'],
    ]);
    expect(share).toBeCloseTo(2 / 3);
  });
  it('what was due by now and begins now was moved by time; what is put off further was moved', () => {
    const now = day(HOUR, tasks, [placed('A clean', 0), placed('B clean', 40), placed('C clean', 60)]);
    const { moved, because } = changesBetween(stood, now);
    expect(moved.map(({ id }) => id)).toEqual(['B clean']);
    expect(because).toContainEqual({ kind: 'late', unit: 'B', words: 'clean', minutes: 30 });
  });
  it('what somebody is at is not moved, whatever the plan said', () => {
    const now = day(0, [task('A clean'), task('B clean', { begunBy: 'b' }), task('C clean')], [placed('A clean', 0), placed('B clean', 0, 'b'), placed('C clean', 120)]); // prettier-ignore
    expect(changesBetween(stood, now).moved).toEqual([]);
  });
  it('why: machines that came and left, work that is longer, more or less of it, promises, hours', () => {
    const before = day(0, [task('A clean'), task('A run 1', { body: 60, head: 0 }), task('B clean'), task('D prove')], [placed('A clean', 90), placed('A run 1', 0), placed('B clean', 0), placed('D prove', 200)], { B: 300 }); // prettier-ignore
    const after: Stood = {
      ...day(HOUR / 2, [task('A clean', { head: 45 }), task('A run 1', { body: 70, head: 0 }), task('A erase'), task('B prove'), task('E clean')], [placed('A clean', 60), placed('A run 1', 0), placed('A erase', 80), placed('B prove', 0), placed('E clean', 20)], { B: 200 }), // prettier-ignore
      people: [{ id: 'a', hours: [[0, 300]] }],
    };
    const { because } = changesBetween(before, after);
    expect(because).toEqual([
      { kind: 'promise', unit: 'B' },
      { kind: 'came', unit: 'E' },
      { kind: 'left', unit: 'D' },
      { kind: 'length', unit: 'A', words: 'clean', minutes: 25 },
      // thirty of its sixty minutes are over: seventy left are forty more
      { kind: 'length', unit: 'A', words: 'run', minutes: 40 },
      { kind: 'more', unit: 'A', words: 'erase' },
      { kind: 'more', unit: 'B', words: 'prove' },
      { kind: 'less', unit: 'B', words: 'clean' },
      { kind: 'hours', person: 'a', minutes: -150 },
    ]);
  });
});

describe('hours', () => {
  it('without what somebody is busy with', () => {
    expect(hoursWithout([[0, 100], [200, 300]], [[50, 60], [90, 210], [280, 400]])).toEqual([[0, 50], [60, 90], [210, 280]]); // prettier-ignore
    expect(hoursWithout([[0, 100]], [[0, 100]])).toEqual([]);
    expect(hoursWithout([[0, 100]], [])).toEqual([[0, 100]]);
  });
  it('there for so long without a break', () => {
    const hours = [[0, 30], [60, 200]] as const; // prettier-ignore
    expect(thereFrom(hours, 0, 30)).toBe(0);
    expect(thereFrom(hours, 10, 30)).toBe(60);
    expect(thereFrom(hours, 190, 30)).toBeNull();
  });
});

describe('a piece of work that stands where it was put', () => {
  const erase = task('A erase', { head: 5, body: 90, tail: 10 });
  it('ends as soon as the same hands are there again', () => {
    expect(placedAt(erase, 'a', 20, [[0, 60], [130, 300]])).toEqual({ id: 'A erase', person: 'a', start: 20, tailPerson: 'a', tail: 130 }); // prettier-ignore
    expect(placedAt(erase, 'a', 20, [[0, 300]])?.tail).toBe(115);
  });
  it('is none when its hands are not there, at its beginning or for its end', () => {
    expect(
      placedAt(erase, 'a', 58, [
        [0, 60],
        [130, 300],
      ]),
    ).toBeNull();
    expect(placedAt(erase, 'a', 20, [[0, 60]])).toBeNull();
    expect(placedAt(task('A clean'), 'a', 20, [[0, 60]])).toMatchObject({ tailPerson: null, tail: 40 });
  });
});
