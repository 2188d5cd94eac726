import { describe, expect, it } from 'vitest';
import { estimate, HANDS_SCATTER, scatterOf, taken, type TimesTaken } from './estimate';

const after = (minutes: readonly number[]) =>
  minutes.reduce<TimesTaken | undefined>((times, own) => taken(times, own), undefined);

describe('what a step takes here', () => {
  it('is (3 x shop + sum) / (3 + n), by hand', () => {
    expect(estimate(10, undefined)).toEqual({ minutes: 10, spread: null, n: 0 });
    expect(estimate(10, after([16])).minutes).toBeCloseTo(46 / 4, 12);
    expect(estimate(10, after([16, 20, 24])).minutes).toBeCloseTo(90 / 6, 12);
    expect(estimate(10, after([16, 20, 24])).spread).toBeCloseTo(4, 12);
  });
  it('scatters as it usually does until it was timed here, then more and more as it does here', () => {
    expect(scatterOf(10, undefined)).toBe(HANDS_SCATTER);
    expect(scatterOf(10, after([14]))).toBe(HANDS_SCATTER);
    const steady = (n: number) =>
      scatterOf(10, after(Array.from({ length: n }, (_, i) => 10 + (i % 2) * 0.2)));
    expect(steady(3)).toBeLessThan(HANDS_SCATTER);
    expect(steady(30)).toBeLessThan(steady(3));
    expect(steady(30)).toBeLessThan(0.15);
    const wild = scatterOf(10, after(Array.from({ length: 30 }, (_, i) => (i % 2 ? 1 : 19))));
    expect(wild).toBeGreaterThan(0.8);
    // three times the usual and thirty of its own, by hand
    expect(wild).toBeCloseTo(Math.sqrt((3 * 0.16 + 30 * (estimate(10, after(Array.from({ length: 30 }, (_, i) => (i % 2 ? 1 : 19)))).spread! / 10) ** 2) / 33), 2); // prettier-ignore
  });
});
