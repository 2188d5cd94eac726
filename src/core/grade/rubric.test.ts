import { describe, expect, it } from 'vitest';
import { rubric } from '@/catalog/worth/rubric';
import { seededRandom } from '../random';
import { gradeUnit } from './grade';
import { cheapestLifts } from './lift';
import { testsFor, type GradeInput } from './rubric';

const passed = (chassis: GradeInput['chassis']) =>
  Object.fromEntries(testsFor(rubric, chassis).map((test) => [test.id, 'pass' as const]));
const good: GradeInput = {
  chassis: 'laptop',
  defects: [],
  tests: passed('laptop'),
  batteryHealth: 0.9,
  batteryMissing: false,
  topCelsius: 70,
};
const mark = (id: string, surface: string, kind: string, size: 0 | 1 | 2) => ({ id, surface, kind, size });

describe('grading', () => {
  it('a clean, tested machine is A', () =>
    expect(gradeUnit(rubric, good)).toMatchObject({ grade: 'A', points: 0, reasons: [] }));
  it('is not given while something is untested, and says what', () => {
    const { sound: _, ...tests } = good.tests as Record<string, 'pass'>;
    expect(gradeUnit(rubric, { ...good, tests, topCelsius: null })).toMatchObject({
      grade: null,
      open: ['sound', 'heat'],
    });
  });
  it('a failed gate keeps it from being sold as working; a lesser failure caps it', () => {
    expect(gradeUnit(rubric, { ...good, tests: { ...good.tests, keys: 'fail' } })).toMatchObject({
      grade: null,
      blocked: ['keys'],
    });
    expect(gradeUnit(rubric, { ...good, tests: { ...good.tests, camera: 'fail' } }).grade).toBe('C');
    expect(gradeUnit(rubric, { ...good, tests: { ...good.tests, camera: 'absent' } }).grade).toBe('A');
  });
  it('points that are the limit are within it, however tenths add up', () => {
    // 0.1 added up a hundred and twenty times is not 12 to a computer that does not count in tenths
    const own = {
      ...rubric,
      defects: [{ ...rubric.defects[0], id: 'tick', points: [0.1, 0.1, 0.1] as [number, number, number] }],
      surfaces: {
        ...rubric.surfaces,
        laptop: [{ ...rubric.surfaces.laptop[0], id: 'lid', visibility: 1, cap: 1000 }],
      },
    };
    const defects = Array.from({ length: 120 }, (_, n) => mark(String(n), 'lid', 'tick', 0));
    const { points, grade } = gradeUnit(own, { ...good, defects });
    expect(points).toBe(12);
    expect(grade).toBe('B');
  });
  it('a surface never costs more than its cap', () => {
    const many = Array.from({ length: 30 }, (_, i) => mark(`m${i}`, 'base', 'dent', 2));
    expect(gradeUnit(rubric, { ...good, defects: many }).points).toBe(
      rubric.surfaces.laptop.find((s) => s.id === 'base')!.cap,
    );
  });
  it('the same scratch costs more where a buyer looks', () => {
    const at = (surface: string) =>
      gradeUnit(rubric, { ...good, defects: [mark('m', surface, 'scratch', 2)] }).points;
    expect(at('screen')).toBeGreaterThan(at('lid'));
    expect(at('lid')).toBeGreaterThan(at('base'));
  });
  it('battery and heat cap by their bands', () => {
    expect(gradeUnit(rubric, { ...good, batteryHealth: 0.65 }).grade).toBe('B');
    expect(gradeUnit(rubric, { ...good, topCelsius: 92 }).grade).toBe('C');
    expect(gradeUnit(rubric, { ...good, batteryHealth: null, batteryMissing: true }).grade).toBe('D');
  });
  it('says what would lift it and for how many minutes', () => {
    const result = gradeUnit(rubric, {
      ...good,
      defects: [mark('a', 'lid', 'scratch', 1), mark('b', 'lid', 'dent', 0), mark('c', 'keys', 'stain', 0)],
    });
    expect(result.grade).toBe('B');
    // the stain is the most points for a minute, and not needed: the scratch alone does it
    expect(result.lift).toEqual({ to: 'A', defects: ['a'], battery: false, minutes: 6, costMinor: 6 });
  });
  it('offers no lift that polishing cannot give', () =>
    expect(
      gradeUnit(rubric, { ...good, batteryHealth: 0.5, defects: [mark('a', 'lid', 'scratch', 0)] }).lift,
    ).toBeNull());
  it('refuses an unknown kind', () =>
    expect(() => gradeUnit(rubric, { ...good, defects: [mark('a', 'lid', 'aura', 0)] })).toThrow(RangeError));
  it('heat by the margin to its own limit, where a run told it; and a clock that did not hold', () => {
    const at = (margin: number | null, clockKept: number | null = 1) =>
      gradeUnit(rubric, { ...good, topCelsius: 92, heat: { margin, clockKept } }).grade;
    expect(at(20)).toBe('A');
    expect(at(10)).toBe('B');
    expect(at(4)).toBe('C');
    // at its limit with its clock kept it does its work; nobody knows: the margin decides
    expect(at(0)).toBe('C');
    expect(at(0, null)).toBe('D');
    expect(at(null)).toBe('C');
    expect(at(20, 0.8)).toBe('C');
  });
  it('against the clock it is rated for, where that is known: coming down to it is no loss', () => {
    const at = (margin: number, clockKept: number, ofBase: number | null) =>
      gradeUnit(rubric, { ...good, topCelsius: 98, heat: { margin, clockKept, ofBase } }).grade;
    // from 3.9 GHz down to 2.6, which it is rated for
    expect(at(20, 0.67, 1)).toBe('A');
    expect(at(20, 0.67, null)).toBe('C');
    expect(at(0, 0.67, 1)).toBe('B');
    expect(at(0, 0.67, 0.98)).toBe('B');
    expect(at(0, 0.67, 0.93)).toBe('C');
    expect(at(0, 0.67, 0.7)).toBe('D');
    expect(at(20, 1, 0.7)).toBe('C');
  });
  it('a battery by what it did in its run, not by its gauge alone', () => {
    const does = (behaviour: GradeInput['behaviour']) => gradeUnit(rubric, { ...good, behaviour }).grade;
    expect([does('good'), does('fair'), does('weak'), does(null)]).toEqual(['A', 'B', 'D', 'A']);
    expect(gradeUnit(rubric, { ...good, batteryHealth: 0.5, behaviour: 'good' }).grade).toBe('C');
  });
  it('what is asked by chassis: charging and hinges of a laptop, sockets and radios apart', () => {
    const asked = (chassis: GradeInput['chassis']) => testsFor(rubric, chassis).map(({ id }) => id);
    for (const id of ['charging', 'hinge', 'keys', 'touchpad']) {
      expect(asked('laptop')).toContain(id);
      expect(asked('desktop')).not.toContain(id);
    }
    for (const id of ['video', 'network', 'wireless', 'short-radio', 'reader', 'drivers', 'activation'])
      expect(asked('desktop')).toContain(id);
  });
});

describe('the cheapest lift', () => {
  const kinds = rubric.defects.map(({ id }) => id);
  /** All subsets of what can be mended, one by one. */
  function bySearch(input: GradeInput, perMinuteMinor: number, battery: { minutes: number; minor: number }) {
    const mendable = input.defects.filter(
      ({ kind }) => rubric.defects.find(({ id }) => id === kind)!.minutes,
    );
    const now = gradeUnit(rubric, input).grade!;
    const best = new Map<string, number>();
    for (let set = 0; set < 1 << mendable.length; set++)
      for (const put of [false, true]) {
        const gone = mendable.filter((_, i) => set & (1 << i));
        const after = gradeUnit(rubric, {
          ...input,
          defects: input.defects.filter((own) => !gone.includes(own)),
          ...(put && { batteryHealth: 1, behaviour: 'good' as const }),
        }).grade!;
        const minutes =
          gone.reduce(
            (sum, own) => sum + rubric.defects.find(({ id }) => id === own.kind)!.minutes![own.size],
            0,
          ) + (put ? battery.minutes : 0);
        const cost = Math.round(minutes * perMinuteMinor + (put ? battery.minor : 0));
        for (const to of ['A', 'B', 'C'].filter((grade) => grade < now && grade >= after))
          if (cost < (best.get(to) ?? Infinity)) best.set(to, cost);
      }
    return best;
  }
  it('is what trying every set comes to, on 150 drawn machines', () => {
    const random = seededRandom(14);
    const some = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)];
    for (let n = 0; n < 150; n++) {
      const input: GradeInput = {
        ...good,
        batteryHealth: some([0.9, 0.9, 0.65, 0.5]),
        behaviour: some([null, 'fair', 'weak'] as const),
        topCelsius: some([70, 70, 85, 93]),
        defects: Array.from({ length: Math.floor(random() * 11) }, (_, i) =>
          mark(`m${i}`, some(rubric.surfaces.laptop).id, some(kinds), Math.floor(random() * 3) as 0 | 1 | 2),
        ),
      };
      const battery = { minutes: 12, minor: some([500, 4000]) };
      const rate = some([0, 30, 80]);
      const found = cheapestLifts(rubric, input, { perMinuteMinor: rate, battery });
      const want = bySearch(input, rate, battery);
      expect(Object.fromEntries(found.map(({ to, costMinor }) => [to, costMinor]))).toEqual(
        Object.fromEntries(want),
      );
      for (const lift of found) {
        const after = gradeUnit(rubric, {
          ...input,
          defects: input.defects.filter(({ id }) => !lift.defects.includes(id)),
          ...(lift.battery && { batteryHealth: 1, behaviour: 'good' as const }),
        }).grade!;
        expect(after <= lift.to).toBe(true);
      }
    }
  });
  it('sixty marks are no more work than they are surfaces', () => {
    const defects = Array.from({ length: 60 }, (_, i) =>
      mark(`m${i}`, rubric.surfaces.laptop[i % 6].id, kinds[i % 7], (i % 3) as 0 | 1 | 2),
    );
    const input = { ...good, defects };
    expect(gradeUnit(rubric, input).grade).toBe('D');
    // what cannot be mended keeps it there
    expect(
      cheapestLifts(rubric, input, { perMinuteMinor: 30, battery: null }).every(({ to }) => to !== 'A'),
    ).toBe(true);
  });
});
