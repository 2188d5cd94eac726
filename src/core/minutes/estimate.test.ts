import { describe, expect, it } from 'vitest';
import { estimate, taken, type TimesTaken } from './estimate';

const after = (minutes: readonly number[]) =>
  minutes.reduce<TimesTaken | undefined>((times, own) => taken(times, own), undefined);

describe('what a step takes here', () => {
  it('is (3 x shop + sum) / (3 + n), by hand', () => {
    expect(estimate(10, undefined)).toEqual({ minutes: 10, spread: null, n: 0 });
    expect(estimate(10, after([16])).minutes).toBeCloseTo(46 / 4, 12);
    expect(estimate(10, after([16, 20, 24])).minutes).toBeCloseTo(90 / 6, 12);
    expect(estimate(10, after([16, 20, 24])).spread).toBeCloseTo(4, 12);
  });
});
