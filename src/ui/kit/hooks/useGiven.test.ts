import { describe, expect, it } from 'vitest';
import { standing } from './useGiven';

describe('an answer given ahead', () => {
  it('counts while it is on its way, and while the page still shows the machine as it was before it', () => {
    expect(standing({ answer: 1, version: null }, 7)).toBe(1);
    expect(standing({ answer: 1, version: 9 }, 8)).toBe(1);
  });
  it('gives way once the page shows what the shop has: somebody may have taken it back', () => {
    expect(standing({ answer: 1, version: 9 }, 9)).toBeNull();
    expect(standing({ answer: 1, version: 9 }, 12)).toBeNull();
    expect(standing(undefined, 3)).toBeNull();
  });
});
