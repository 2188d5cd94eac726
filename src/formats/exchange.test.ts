import { describe, expect, it } from 'vitest';
import { exchangeOf, readExchange } from './exchange';

const note = { maker: 'Pellmark', model: 'Courier 14', board: '', kind: 'weak spot' as const, text: 'the left hinge', finding: '' }; // prettier-ignore
const sale = { day: '2026-03-01', minor: 12_900, called: 'Pellmark Courier 14', chassis: 'laptop' as const, level: 3, memoryGb: 8, driveKind: 'solid' as const, driveGb: 240, batteryHealth: 0.8, grade: 'B' as const }; // prettier-ignore
const learned = {
  cases: 120,
  elsewhere: 50,
  priors: {
    'fan-worn': { laptop: { p: 0.1, low: 0.05, high: 0.2, cases: 100, present: 12 } },
    // known from another shop alone
    'psu-dead': { desktop: { p: 0.02, low: 0.01, high: 0.04, cases: 0, present: 0 } },
  },
  tables: {},
};
const whole = () => exchangeOf('2026-12-01', learned, [note], { currency: 'CR', decimals: 2, sales: [sale] });

describe('what a shop passes on', () => {
  it('is read as it was written, with its strength; what came from others is not passed on', () => {
    const exchange = whole();
    expect(readExchange(JSON.stringify(exchange))).toEqual(exchange);
    expect(exchange.priors).toEqual({
      cases: 120,
      causes: { 'fan-worn': { laptop: { present: 12, cases: 100 } } },
    });
    expect(exchangeOf('2026-12-01', null, [], null)).toMatchObject({
      priors: null,
      notebook: [],
      prices: null,
    });
  });
  it.each<[string, (of: ReturnType<typeof whole>) => unknown, RegExp]>([
    [
      'no kind of a note',
      (of) => ({ ...of, notebook: [note, { ...note, kind: 'gossip' }] }),
      /^notebook, entry 2, kind: must be one of/,
    ],
    [
      'a price below nothing',
      (of) => ({ ...of, prices: { ...of.prices, sales: [{ ...sale, minor: -5 }] } }),
      /^prices, sales, entry 1, minor: must be greater/,
    ],
    ['a day that is none', (of) => ({ ...of, madeOn: 'yesterday' }), /^madeOn: /],
    [
      'counts that are no numbers',
      (of) => ({
        ...of,
        priors: { cases: 1, causes: { 'fan-worn': { laptop: { present: 'many', cases: 2 } } } },
      }),
      /^priors, causes, fan-worn, laptop, present: must be a number/,
    ],
    ['something else', () => ({ hello: 1 }), /format: is required/],
    [
      'who wrote it',
      (of) => ({ ...of, notebook: [{ ...note, byName: 'somebody' }] }),
      /^notebook, entry 1, byName: is not allowed/,
    ],
  ])('%s is named where it stands', (_, change, words) => {
    expect(() => readExchange(JSON.stringify(change(whole())))).toThrow(words);
  });
  it('no JSON is no file of ours', () => expect(() => readExchange('<html>')).toThrow('the file is no JSON'));
});
