import { describe, expect, it } from 'vitest';
import { allocateMinor } from './allocate';

describe('splitting an amount', () => {
  it('the largest remainders first, of equal ones the earlier', () => {
    expect(allocateMinor(100, [1, 1, 1])).toEqual([34, 33, 33]);
    // 14.28, 28.57, 57.14: the two left over go to 0.57 and 0.28
    expect(allocateMinor(100, [1, 2, 4])).toEqual([14, 29, 57]);
    expect(allocateMinor(101, [3, 5, 2])).toEqual([30, 51, 20]);
    expect(allocateMinor(5, [2, 1])).toEqual([3, 2]);
  });
  it('without any weight equally; a part without weight gets nothing beside others', () => {
    expect(allocateMinor(7, [0, 0])).toEqual([4, 3]);
    expect(allocateMinor(10, [0, 5])).toEqual([0, 10]);
    expect(allocateMinor(0, [1, 2])).toEqual([0, 0]);
  });
  it('refuses what cannot be split, in words', () => {
    expect(() => allocateMinor(-1, [1])).toThrow('expected 0 or more, got -1');
    expect(() => allocateMinor(1, [])).toThrow('at least one part');
    expect(() => allocateMinor(1, [1, -2])).toThrow('weights must be 0 or more');
    expect(() => allocateMinor(1, [NaN, 2])).toThrow('weights must be 0 or more');
    expect(() => allocateMinor(1.5, [1])).toThrow(TypeError);
  });
});
