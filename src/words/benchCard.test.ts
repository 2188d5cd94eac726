import { describe, expect, it } from 'vitest';
import { isShopCode } from '@/ui/kit/keys/scanner';
import { BENCH_CARD, cardCode, cardKeys } from './benchCard';

describe('the bench card', () => {
  it('fits one sheet of labels, every code another', () => {
    expect(BENCH_CARD).toHaveLength(24);
    expect(new Set(BENCH_CARD.map(({ keys }) => keys)).size).toBe(24);
  });
  it('each of its codes is read as the keys it says, and is no tag of the shop', () => {
    for (const { keys } of BENCH_CARD) {
      expect(cardKeys(cardCode(keys))).toHaveLength(keys.split('-').length);
      expect(isShopCode(cardCode(keys)), keys).toBe(false);
    }
    expect(cardKeys('press-g-enter')).toEqual(['g', 'Enter']);
    expect(cardKeys('PRESS-7')).toEqual(['7']);
  });
  it.each(['PRESS', 'PRESS-', 'PRESS-GL', 'WQ-0001', 'P-0001', 'PRESS-1-2-3-4-5', 'XPRESS-1'])(
    '"%s" is not on it',
    (code) => expect(cardKeys(code)).toBeNull(),
  );
});
