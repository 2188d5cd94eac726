import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { dot, ridge, type SparseRow } from './normal';

interface Certified {
  data: number[][];
  certified: { estimate: string; sd: string }[];
  certified_other: { rsd: string };
}
const problem = (name: string) => JSON.parse(readFileSync(`tests/oracles/${name}.json`, 'utf8')) as Certified;
const digits = (found: number, known: number) =>
  found === known ? 15 : Math.min(15, -Math.log10(Math.abs(found - known) / Math.abs(known)));

// NIST StRD, linear regression: certified values in the files
describe.each([
  ['longley', 9],
  ['norris', 11],
])('the solver prices are learnt by, on %s', (name, least) => {
  const { data, certified, certified_other: other } = problem(name);
  const rows = data.map(([, ...x]): SparseRow => ({ at: [0, ...x.map((_, j) => j + 1)], by: [1, ...x] }));
  const y = data.map(([own]) => own);
  const n = rows[0].at.length;
  const solved = ridge(
    rows,
    y,
    y.map(() => 1),
    new Array<number>(n).fill(0),
  )!;
  it('finds the certified estimates', () => {
    certified.forEach(({ estimate }, j) =>
      expect(digits(solved.x[j], Number(estimate))).toBeGreaterThan(least),
    );
  });
  it('and their certified deviations', () => {
    const rss = rows.reduce((sum, row, i) => sum + (y[i] - dot(row, solved.x)) ** 2, 0);
    const sd = Math.sqrt(rss / (y.length - n));
    expect(digits(sd, Number(other.rsd))).toBeGreaterThan(least);
    certified.forEach((known, j) =>
      expect(digits(sd * Math.sqrt(solved.inverse[j * n + j]), Number(known.sd))).toBeGreaterThan(5),
    );
  });
});

describe('a pull towards nothing', () => {
  it('weighs as so many observations of nothing would', () => {
    const rows: SparseRow[] = [1, 2, 3].map((x) => ({ at: [0], by: [x] }));
    const y = [2, 4, 6];
    // as a row of sqrt(5) with y = 0
    const pulled = ridge(rows, y, [1, 1, 1], [5])!;
    const told = ridge([...rows, { at: [0], by: [Math.sqrt(5)] }], [...y, 0], [1, 1, 1, 1], [0])!;
    expect(pulled.x[0]).toBeCloseTo(told.x[0], 12);
    expect(pulled.x[0]).toBeCloseTo(28 / 19, 12);
  });
  it('columns that say the same are told apart by nobody', () => {
    const rows: SparseRow[] = [1, 2, 3].map((x) => ({ at: [0, 1], by: [x, 2 * x] }));
    expect(ridge(rows, [1, 2, 3], [1, 1, 1], [0, 0])).toBeNull();
    expect(ridge(rows, [1, 2, 3], [1, 1, 1], [1e-3, 1e-3])).not.toBeNull();
  });
});
