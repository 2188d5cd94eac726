import { describe, expect, it } from 'vitest';
import { findingById } from '@/catalog';
import { claimsIn } from './claims';
import { phrases } from './claims.phrases';

const sorted = (claims: readonly string[]) => [...claims].sort();
const right = phrases.filter(([text, claims]) => sorted(claimsIn(text)).join() === sorted(claims).join());

describe('what a seller’s words amount to', () => {
  it('at least nine in ten of the ordinary phrases are understood, of those held back as of the others', () => {
    for (const odd of [true, false]) {
      const own = phrases.filter((_, i) => (i % 2 === 0) === odd);
      const read = right.filter((phrase) => own.includes(phrase));
      expect(own.length).toBeGreaterThanOrEqual(60);
      expect(read.length / own.length, odd ? 'odd' : 'even').toBeGreaterThanOrEqual(0.9);
    }
  });
  it('every claim is one the catalogue has', () => {
    for (const [text, claims] of phrases)
      for (const id of [...claims, ...claimsIn(text)])
        expect(findingById(id)?.stage, `${text}: ${id}`).toBe('claim');
  });
  it.each([
    ['No charger; KEYBOARD INCLUDED. Works fine', []],
    ['not dead, not hot, does not crash', []],
    ['battery not included', ['says-battery']],
    ['turns on, then nothing and fan is very loud', ['says-no-picture', 'says-hot']],
    ['the hard drive in it clicks badly', ['says-drive']],
    ['no battery, no hdd, no memory', ['says-battery', 'says-drive', 'says-memory']],
    ['from a hotel, deadline Friday, hangar stock', []],
    ['keyboards galore', []],
    ['needs a new battery', ['says-battery']],
    ['keyboard needs cleaning', ['says-keys']],
    ['optical drive broken', []],
    ['turns on fine, boots fine, screen perfect', []],
    ['hinge broken, hard drive pulled', ['says-drive']],
    ['fan very loud under load', ['says-hot']],
    ['wont boot', ['says-drive']],
    ['', []],
  ])('%s', (text, claims) => expect(sorted(claimsIn(text))).toEqual(sorted(claims)));
  it('says a thing once, however often it is said, and reads a long text in no time', () => {
    expect(claimsIn('dead. dead! completely dead')).toEqual(['says-dead']);
    expect(claimsIn(`${'very '.repeat(400)}slow and dead`).length).toBeLessThanOrEqual(2);
  });
});
