import { describe, expect, it } from 'vitest';
import type { Price } from '@/core/price/model';
import { cleanStateOf } from '@/core/clean/state';
import { schools } from '@/catalog/cleaning';
import { ALL_SHUT } from '@/core/minutes/opening';
import { dirtOf, dirtyPrice } from './dirt';

const price: Price = {
  minor: 10_000,
  variance: 400,
  lowMinor: 8_000,
  highMinor: 12_000,
  lines: [
    { what: 'base', minor: 9_000, known: true, detail: 'laptop' },
    { what: 'memory', minor: 1_000, known: true, detail: '8 GB' },
  ],
  unknown: 0,
  version: 'x',
};
const rates = { feeBasisPoints: 800, ratePerHourMinor: 1_800 };
const of = (acts: Parameters<typeof cleanStateOf>[0], priceMinor = price.minor) =>
  dirtOf('laptop', cleanStateOf(acts), schools, priceMinor, rates, ALL_SHUT);

describe('what dirt costs', () => {
  it('a clean machine has its price and no line of dirt', () => {
    const clean = of([{ op: 'looked', zone: 'lid' }]);
    expect(dirtyPrice(price, clean, 'laptop')).toBe(price);
  });
  it('what stays for good has a line of its own, and the lines still add up to the price', () => {
    const dirt = of([{ op: 'stays', zone: 'lid', stays: true, words: 'ink' }]);
    const own = dirtyPrice(price, dirt, 'laptop');
    expect(own.lines.at(-1)).toMatchObject({ what: 'dirt', detail: 'does not come off: lid' });
    expect(own.lines.at(-1)!.minor).toBeLessThan(0);
    expect(own.lines.reduce((sum, { minor }) => sum + minor, 0)).toBe(own.minor);
    expect(own.highMinor / price.highMinor).toBeCloseTo(own.minor / price.minor, 3);
    expect(Math.sqrt(own.variance / price.variance)).toBeCloseTo(own.minor / price.minor, 3);
  });
  it('dirt that pays its minutes is reckoned as gone; what does not pay is named', () => {
    const acts = [{ op: 'soil', zone: 'lid', soil: 'tar', degree: 3 }] as const;
    // a dear machine is cleaned, one worth next to nothing is not
    expect(of(acts, 40_000).clean).toEqual(['lid']);
    const cheap = of(acts, 300);
    expect(cheap.clean).toEqual([]);
    const own = dirtyPrice(
      { ...price, minor: 300, lines: [{ ...price.lines[0], minor: 300 }] },
      cheap,
      'laptop',
    );
    expect(own.lines.at(-1)!.detail).toBe('dirt left on it: lid');
  });
});
