import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
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
