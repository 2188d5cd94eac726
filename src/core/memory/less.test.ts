import { describe, expect, it } from 'vitest';
import { lessUsual } from '@/catalog/instruments/memory';
import { whyLess, type MemoryCount } from './less';

const first = (count: MemoryCount) => whyLess(count, lessUsual)[0];

describe('why less memory is seen than is fitted', () => {
  it('sums to one or less, most likely first', () => {
    const lines = whyLess({ fitted: [4, 4], seen: 4 }, lessUsual);
    expect(lines.reduce((sum, line) => sum + line.probability, 0)).toBeLessThanOrEqual(1 + 1e-9);
    expect(lines.map((line) => line.probability)).toEqual(
      lines.map((line) => line.probability).sort((a, b) => b - a),
    );
  });
  it('nothing is missing', () => expect(first({ fitted: [4, 4], seen: 8 }).reason).toBe('nothing'));
  it('one module is not seen', () =>
    expect(first({ fitted: [4, 2], seen: 4 })).toMatchObject({ reason: 'unseated', slots: [1] }));
  it('of two alike it cannot tell which: one line for both', () =>
    expect(first({ fitted: [4, 4], seen: 4, bits32: false })).toMatchObject({
      reason: 'unseated',
      slots: [0, 1],
    }));
  it('a module too large for the chipset shows half its size', () =>
    expect(first({ fitted: [8, 0], seen: 4, slotMax: [null, null], boardMax: 16 })).toMatchObject({
      reason: 'half-seen',
      slots: [0],
    }));
  it('small modules only in the first slot', () =>
    expect(first({ fitted: [4, 4], seen: 6, slotMax: [2, 4] }).reason).toBe('slot-small'));
  it('the chipset’s limit, when it is known', () =>
    expect(first({ fitted: [4, 4], seen: 4, boardMax: 4 }).reason).toBe('memory-limit'));
  // a 32-bit system addresses 4 GiB less what devices take: common practice
  it('a 32-bit system: all counted at the start, 3.2 usable', () =>
    expect(first({ fitted: [4, 4], seen: 8, usable: 3.2, bits32: true }).reason).toBe('system-32'));
  it('a 64-bit system cannot be it', () =>
    expect(
      whyLess({ fitted: [4, 0], seen: 4, usable: 3.5, bits32: false }, lessUsual).map((line) => line.reason),
    ).not.toContain('system-32'));
  it('the share of built-in graphics', () =>
    expect(first({ fitted: [4, 4], seen: 7.75, bits32: false }).reason).toBe('graphics-share'));
});
