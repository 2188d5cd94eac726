import { describe, expect, it } from 'vitest';
import { houseChangeWords } from './housePath';

describe('a change of the house’s tables in words', () => {
  it.each([
    ['prices.base.laptop.3', 9500, 10000, 'base price, laptop, level 3: 95.00 → 100.00'],
    ['prices.grade.B', 0.86, 0.9, 'grade, B: 0.86 → 0.9'],
    ['minutes.aio.finish', 38, 50, 'minutes, all-in-one, to finish: 38 → 50'],
    ['parts.laptop.panel', 900, null, 'used part, laptop, panel: 9.00 → none'],
    ['work.soak.attendedMinutes', 3, 4, 'work, soak, minutes of hands: 3 → 4'],
    ['partsBy.memoryPerGb.2', 90, 95, 'used part, a GB of memory, level 2: 0.90 → 0.95'],
  ])('%s', (path, from, to, words) => expect(houseChangeWords({ path, from, to }, 2)).toBe(words));
});
