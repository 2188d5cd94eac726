import { describe, expect, it } from 'vitest';
import { shippedHouse } from '@/catalog/house';
import { houseShape } from '@/shapes/house';
import { houseChanges } from './changes';
import { houseFaults } from './faults';
import { withGained } from './later';
import type { HouseTables } from './tables';

const changed = (change: (tables: HouseTables) => void): HouseTables => {
  const tables = structuredClone(shippedHouse);
  change(tables);
  return tables;
};
const faultsOf = (change: (tables: HouseTables) => void) => houseFaults(changed(change), shippedHouse);

describe('the tables that ship', () => {
  it('fit their own shape and contradict nothing', () => {
    expect(houseShape.validate(shippedHouse, { abortEarly: false }).error).toBeUndefined();
    expect(houseFaults(shippedHouse, shippedHouse)).toEqual([]);
    expect(houseChanges(shippedHouse, structuredClone(shippedHouse))).toEqual([]);
  });
});

describe('faults', () => {
  it.each<[(tables: HouseTables) => void, string]>([
    [
      (t) => (t.prices.base.laptop = [1800, 4800, 4000, 16500, 22000]),
      'base price of a laptop: level 2 must not be under level 1',
    ],
    [(t) => (t.prices.grade.B = 1.2), 'price by grade: B must not be over A'],
    [(t) => (t.rubric.limits.C = 5), 'points: C must not be under B'],
    [(t) => (t.rubric.battery.C = 0.7), 'battery for a grade: C must not be over B'],
    [(t) => (t.rubric.battery.D = 0.2), 'battery for a grade: D takes any battery, so it must be 0'],
    [(t) => (t.rubric.topCelsius.B = 70), 'top temperature: B must not be under A'],
    [
      (t) => (t.prices.battery = [{ from: 0.5, factor: 1 }]),
      'price by battery: the last band must begin at 0 %',
    ],
    [
      (t) =>
        (t.prices.battery = [
          { from: 0, factor: 1 },
          { from: 0, factor: 1 },
        ]),
      'price by battery: the bands must go down, best first (line 2)',
    ],
    [(t) => t.work.shift(), 'work: "clean-plan" is gone; records name it'],
    [(t) => t.rubric.tests.pop(), 'tests: "optical" is gone; records name it'],
    [(t) => t.rubric.surfaces.aio.pop(), 'surfaces (aio): "edges" is gone; records name it'],
    [(t) => t.rubric.defects.push({ ...t.rubric.defects[0] }), 'kinds of mark: "scratch" stands there twice'],
    [
      (t) => (t.stations = t.stations.filter((name) => name !== 'soak shelf')),
      'work "Soak under load": there is no station "soak shelf"',
    ],
    [
      (t) => delete t.work.find(({ id }) => id === 'soak')!.aloneMinutes,
      'work "Soak under load": it has a station but never runs by itself',
    ],
    [(t) => (t.rubric.surfaces.laptop[0].width = 319), 'surfaces (laptop): "Lid" does not lie on the sheet'],
  ])('%s', (change, fault) => {
    expect(faultsOf(change)).toContain(fault);
  });
  it('a name may be another one, and things may be added', () => {
    expect(
      faultsOf((t) => {
        t.work[0].name = 'Wipe down';
        t.work.push({ id: 'own-work-1', name: 'Wax', kind: 'clean', attendedMinutes: 4 });
      }),
    ).toEqual([]);
  });
});

describe('shape', () => {
  it.each<[(tables: HouseTables) => void, RegExp]>([
    [(t) => (t.prices.memoryPerGb = 1.5), /prices.memoryPerGb.*integer/],
    [(t) => (t.prices.memoryPerGb = NaN), /prices.memoryPerGb.*number/],
    [(t) => (t.asFoundShare = 1.2), /asFoundShare/],
    [(t) => delete (t.minutes.aio as Partial<typeof t.minutes.aio>).finish, /minutes.aio.finish.*required/],
    [(t) => (t.work[0].name = ''), /work\[0\].name.*empty/],
    [(t) => Object.assign(t.prices, { discount: 3 }), /discount.*not allowed/],
    [(t) => (t.rubric.defects[0].points = [1, 2] as never), /points.*3 items/],
  ])('%s is refused at its place', (change, words) => {
    expect(houseShape.validate(changed(change), { abortEarly: false }).error?.message).toMatch(words);
  });
});

describe('changes', () => {
  it('are told by path, things with an id by it, also what is new', () => {
    const to = changed((t) => {
      t.prices.base.laptop = [1800, 4800, 9500, 17_000, 22_000];
      t.work.find(({ id }) => id === 'soak')!.attendedMinutes = 4;
      t.parts.aio.board = undefined;
      t.stations.push('window sill');
    });
    expect(houseChanges(shippedHouse, to)).toEqual([
      { path: 'prices.base.laptop.3', from: 16_500, to: 17_000 },
      { path: 'parts.aio.board', from: 500, to: null },
      { path: 'work.soak.attendedMinutes', from: 2, to: 4 },
      { path: `stations.${shippedHouse.stations.length}`, from: null, to: 'window sill' },
    ]);
  });
});

describe('a later edition', () => {
  it('brings its new work, tests and surfaces into an owner’s tables and changes none of the owner’s numbers', () => {
    const own = changed((t) => {
      t.work = t.work.filter(({ id }) => id !== 'soak');
      t.stations = t.stations.filter((name) => name !== 'soak shelf');
      t.rubric.tests.pop();
      t.work[0].attendedMinutes = 99;
    });
    const whole = withGained(own, shippedHouse);
    expect(houseFaults(whole, shippedHouse)).toEqual([]);
    expect(whole.work.find(({ id }) => id === 'soak')).toBeDefined();
    expect(whole.rubric.tests.at(-1)!.id).toBe('optical');
    expect(whole.work[0].attendedMinutes).toBe(99);
  });
});
