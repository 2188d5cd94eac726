import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { worthScale } from './worthScale';

describe('the axis of value', () => {
  it('holds every value and nought, in order, with round ticks inside it', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -50_000, max: 500_000 }), { maxLength: 40 }), (values) => {
        const scale = worthScale(values);
        for (const value of [0, ...values]) {
          expect(value).toBeGreaterThanOrEqual(scale.low);
          expect(value).toBeLessThanOrEqual(scale.high);
        }
        expect(scale.ticks.length).toBeGreaterThan(0);
        expect(scale.ticks.length).toBeLessThan(14);
        for (const tick of scale.ticks) expect(scale.at(tick)).toBeGreaterThanOrEqual(0);
        const sorted = [...values].sort((a, b) => a - b).map(scale.at);
        expect(sorted).toEqual([...sorted].sort((a, b) => a - b));
      }),
      { seed: 9 },
    );
  });
  it('holds what lies outside to its ends', () => {
    const scale = worthScale([1000]);
    expect([scale.at(-1e9), scale.at(1e9)]).toEqual([0, 100]);
  });
});
