import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random';
import { calibration } from './calibration';

describe('how often what was believed was so', () => {
  it('is what was said, of beliefs that are right; a boaster is found out', () => {
    const random = seededRandom(3);
    const right = Array.from({ length: 40_000 }, () => {
      const p = random();
      return { p, was: random() < p };
    });
    for (const { said, was, times } of calibration(right)) expect(Math.abs(said - was)).toBeLessThan(3 * Math.sqrt((said * (1 - said)) / times) + 1e-3); // prettier-ignore
    const boasting = calibration(right.map(({ p, was }) => ({ p: 0.5 + p / 2, was })));
    expect(boasting[0].said - boasting[0].was).toBeGreaterThan(0.3);
  });
  it('steps meet without a gap; what is hardly believed is left out; nothing is nothing', () => {
    expect(calibration([])).toEqual([]);
    expect(calibration([{ p: 0.019, was: true }])).toEqual([]);
    const edges = [0.02, 0.05, 0.1, 0.5, 0.9, 1].map((p) => ({ p, was: true }));
    expect(calibration(edges).map(({ times }) => times)).toEqual([1, 1, 1, 1, 2]);
    expect(calibration([{ p: 1, was: true }])).toEqual([{ from: 0.9, to: 1, said: 1, was: 1, times: 1 }]);
  });
});
