import { describe, expect, it } from 'vitest';
import { TOKEN_PURPOSES } from '@/db/schema';
import { isToken, LETTERS, newToken, TOKEN_LENGTH, tokenHash, tokenTyped } from './signs';

describe('a short token', () => {
  it('is six letters nobody takes for another; small ones and a space are forgiven', () => {
    for (let n = 0; n < 200; n++) {
      const token = newToken('report', undefined);
      expect(token).toHaveLength(TOKEN_LENGTH);
      expect(isToken(token)).toBe(true);
    }
    expect([...'ILO01'].some((sign) => LETTERS.includes(sign))).toBe(false);
    expect(isToken(tokenTyped(' abcdef '))).toBe(true);
    for (const wrong of ['', 'ABCDE', 'ABCDEFG', 'ABCDE1', 'ABCDEO', '../etc', 'ÄBCDEF'])
      expect(isToken(tokenTyped(wrong)), wrong).toBe(false);
  });
  it('uses every letter about as often as any other, and does not come twice in a thousand', () => {
    const tokens = Array.from({ length: 4_000 }, () => newToken('report', undefined));
    const counts = new Map<string, number>();
    for (const letter of tokens.join('')) counts.set(letter, (counts.get(letter) ?? 0) + 1);
    const mean = (4_000 * TOKEN_LENGTH) / LETTERS.length;
    for (const letter of LETTERS) expect(Math.abs(counts.get(letter)! - mean)).toBeLessThan(mean * 0.2);
    expect(new Set(tokens.slice(0, 1_000)).size).toBe(1_000);
  });
  it('is made again for the same key, and kept under the server’s own key only', () => {
    process.env.BETTER_AUTH_SECRET ??= 'a secret for this test';
    expect(newToken('report', 'a key of the caller')).toBe(newToken('report', 'a key of the caller'));
    expect(newToken('report', 'a key of the caller')).not.toBe(newToken('report', 'another key'));
    expect(tokenHash('report', 'ABCDEF')).toHaveLength(64);
  });
  it('of one purpose is none of another', () => {
    process.env.BETTER_AUTH_SECRET ??= 'a secret for this test';
    const made = TOKEN_PURPOSES.map((purpose) => newToken(purpose, 'one key'));
    expect(new Set(made).size).toBe(TOKEN_PURPOSES.length);
    expect(made.map((token) => token.length)).toEqual([6, 6, 20, 20, 20]);
    expect(tokenHash('run', made[2])).not.toBe(tokenHash('erase', made[2]));
  });
});
