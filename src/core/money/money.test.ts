import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { allocateMinor } from './allocate';
import { marginOf } from './margin';
import { minorText, parseMinor } from './minor';

describe('amounts', () => {
  it.each([
    [0, '0.00'],
    [5, '0.05'],
    [-1250, '−12.50'],
    [123456789, '1\u202f234\u202f567.89'],
  ])('%i is written %s', (minor, text) => expect(minorText(minor)).toBe(text));
  it('carries a plus when asked', () => expect(minorText(3120, 2, true)).toBe('+31.20'));
  it.each([
    ['12', 1200],
    ['12.5', 1250],
    ['12,50', 1250],
    ['1,234.50', 123450],
    ['1.234,50', 123450],
    ['1 234,5', 123450],
    ['1,234', 123400],
    ['CR 7', 700],
    ['-3', -300],
    ['.5', 50],
  ])('reads %s', (text, minor) => expect(parseMinor(text)).toBe(minor));
  it.each(['', 'twelve', '1.2.3', '12.345.6', '--3', '1,23,4'])('refuses "%s"', (text) =>
    expect(parseMinor(text)).toBeNull(),
  );
  it('reads back what it writes', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e9, max: 1e9 }), (minor) => parseMinor(minorText(minor)) === minor),
      { seed: 3 },
    );
  });
  it('refuses fractions of a minor unit', () => expect(() => minorText(1.5)).toThrow(TypeError));
});

describe('sharing out a cost', () => {
  it('adds up exactly, nobody gets less than nothing, and is within one unit of the fair share', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e7 }),
        fc.array(fc.integer({ min: 0, max: 10_000 }), { minLength: 1, maxLength: 40 }),
        (total, weights) => {
          const parts = allocateMinor(total, weights);
          const sum = weights.reduce((a, b) => a + b, 0);
          expect(parts.reduce((a, b) => a + b, 0)).toBe(total);
          parts.forEach((part, i) =>
            expect(Math.abs(part - (sum ? (total * weights[i]) / sum : total / weights.length))).toBeLessThan(
              1 + 1e-6,
            ),
          );
        },
      ),
      { seed: 4 },
    );
  });
  it('100 over three equal units is 34, 33, 33', () =>
    expect(allocateMinor(100, [1, 1, 1])).toEqual([34, 33, 33]));
  it('refuses nothing to share over', () => expect(() => allocateMinor(5, [])).toThrow(RangeError));
});

describe('margin', () => {
  const costs = {
    sunkMinor: 1140,
    partsMinor: 1400,
    attendedMinutes: 45,
    ratePerHourMinor: 1800,
    sellingFeesMinor: 552,
  };
  it('keeps what is spent already out of the decision and in the books', () => {
    // 69.00 - (14.00 + 13.50 + 5.52) = 35.98; less 11.40 = 24.58
    expect(marginOf(6900, costs)).toEqual({
      labourMinor: 1350,
      incrementalMinor: 3302,
      contributionMinor: 3598,
      profitMinor: 2458,
      perHourMinor: Math.round(((3598 + 1350) * 60) / 45),
    });
  });
  it('does not divide by no minutes', () =>
    expect(marginOf(1000, { ...costs, attendedMinutes: 0 }).perHourMinor).toBeNull());
});
