import { describe, expect, it } from 'vitest';
import { paste } from '@/catalog/hands/bench';
import { paidAfter, pasteDot } from './materials';

describe('paste', () => {
  it('a mark of 20 by 20 at 0.08 mm and a quarter over is 40 mm3: a half ball of 5.3 mm', () => {
    const { volumeMm3, dotMm } = pasteDot(20, 20, { bondMm: 0.08, squeeze: 0.25 });
    expect(volumeMm3).toBeCloseTo(40, 9);
    expect((2 / 3) * Math.PI * (dotMm / 2) ** 3).toBeCloseTo(40, 9);
    expect(dotMm).toBeCloseTo(5.35, 1);
  });
  it('a bare small die takes less, and no mark is no dot', () => {
    expect(pasteDot(8, 10, paste).dotMm).toBeLessThan(pasteDot(30, 30, paste).dotMm);
    expect(() => pasteDot(0, 10, paste)).toThrow(/no area/);
  });
});

describe('a blower against cans', () => {
  // common practice: a shop counted ten times the blower's price in cans; at one machine a day it is paid in months
  it('at half a can a machine it is paid after some weeks of a machine a day', () => {
    expect(paidAfter(6_000, 200)).toBe(30);
    expect(paidAfter(6_000, 0)).toBe(Infinity);
  });
});
