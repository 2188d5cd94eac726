import { createElement as h } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { InShop, Money, Sign, useOtherHands } from './theShop';

const shop = {
  sign: 'CR',
  decimals: 2,
  zone: 'Europe/Lisbon',
  bench: { origins: [], plain: [], pin: '', fingerprint: '' },
};
const hands = [
  { id: 'a', name: 'Bench A' },
  { id: 'b', name: 'Bench B' },
];
const Others = () =>
  useOtherHands()
    .map(({ name }) => name)
    .join();
const inShop = (...inside: Parameters<typeof h>[2][]) =>
  renderToStaticMarkup(h(InShop, { shop, me: 'a', hands, children: inside }));

describe('the shop around', () => {
  it('says how its money is written, and who else works there', () => {
    expect(inShop(h(Money, { key: 1, minor: 123450 }), h(Sign, { key: 2 }))).toBe('1\u202f234.50CR');
    expect(inShop(h(Others, { key: 1 }))).toBe('Bench B');
  });
  it('is no default outside its frame: money of no currency is an error that names what is missing', () => {
    expect(() => renderToStaticMarkup(h(Money, { minor: 1 }))).toThrow(/useShop wants <InShop>/);
    expect(() => renderToStaticMarkup(h(Others))).toThrow(/useOtherHands wants <InShop>/);
  });
});
