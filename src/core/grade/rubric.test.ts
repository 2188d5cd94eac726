import { describe, expect, it } from 'vitest';
import { rubric } from '@/catalog/rubric';
import { gradeUnit, testsFor, type GradeInput } from './rubric';

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
    expect(result.lift).toEqual({ to: 'A', defects: ['c', 'a'], minutes: 8 });
  });
  it('offers no lift that polishing cannot give', () =>
    expect(
      gradeUnit(rubric, { ...good, batteryHealth: 0.5, defects: [mark('a', 'lid', 'scratch', 0)] }).lift,
    ).toBeNull());
  it('refuses an unknown kind', () =>
    expect(() => gradeUnit(rubric, { ...good, defects: [mark('a', 'lid', 'aura', 0)] })).toThrow(RangeError));
});
