import { describe, expect, it } from 'vitest';
import { placed } from './placed';

describe('a module put into a slot', () => {
  it('comes from the tray, into an empty slot or in place of what was there', () => {
    expect(placed([-1, 0], 1, 0)).toEqual([1, 0]);
    expect(placed([2, 0], 1, 0)).toEqual([1, 0]);
  });
  it('moves, or changes places', () => {
    expect(placed([0, -1], 0, 1)).toEqual([-1, 0]);
    expect(placed([0, 1], 0, 1)).toEqual([1, 0]);
  });
  it('stays where it is', () => expect(placed([0, 1], 1, 1)).toEqual([0, 1]));
});
