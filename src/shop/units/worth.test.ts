import { describe, expect, it } from 'vitest';
import { shippedHouse } from '@/catalog/house';
import { priceOf, worthOf } from './worth';
import type { SpecKey } from '@/core/record/keys';
import { Specification, type SpecRow } from '@/core/record/specification';
import { forward } from '../line';

const row = (
  key: SpecKey,
  basis: SpecRow['basis'],
  value: string,
  number: number | null = null,
): SpecRow => ({
  key,
  basis,
  value,
  number,
  origin: 'test',
  by: 'test',
  at: new Date(0),
});

describe('what a unit is worth', () => {
  it('once sound it is priced with the drive it will need; as a part source without the one it lacks', () => {
    const bare = new Specification([row('driveKind', 'typed', 'none')]);
    const whole = new Specification([
      row('driveKind', 'typed', 'solid'),
      row('driveGb', 'typed', '120 GB', 120),
    ]);
    expect(priceOf(shippedHouse, 'small', bare, 'B', true).minor).toBe(
      priceOf(shippedHouse, 'small', whole, 'B', true).minor,
    );
    expect(priceOf(shippedHouse, 'small', bare, 'B', false).minor).toBeLessThan(
      priceOf(shippedHouse, 'small', whole, 'B', false).minor,
    );
    const parts = (spec: Specification) =>
      worthOf(shippedHouse, 'small', spec, priceOf(shippedHouse, 'small', spec, null, true), {
        feeBasisPoints: 800,
        ratePerHourMinor: 1800,
      }).parts.map((part) => part.class);
    expect(parts(whole)).toContain('drive');
    expect(parts(bare)).not.toContain('drive');
  });
  it('a better level is worth more', () => {
    const at = (level: number) =>
      priceOf(
        shippedHouse,
        'laptop',
        new Specification([row('processorLevel', 'measured', `v${level}`, level)]),
        'A',
        true,
      ).minor;
    expect(at(3)).toBeGreaterThan(at(2));
  });
});

describe('the line', () => {
  it('a step carries forward, never back, and never out of quarantine', () => {
    expect(forward('dock', 'find')).toBe('find');
    expect(forward('prove', 'find')).toBe('prove');
    expect(forward('quarantine', 'find')).toBe('quarantine');
    expect(forward('sold', 'hands')).toBe('sold');
  });
});
