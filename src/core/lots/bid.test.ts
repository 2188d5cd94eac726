import { describe, expect, it } from 'vitest';
import { bidFor, forecastOf, lineOf, mostFor, paidFor, tilted, type Alike } from './bid';

const outcomes = [
  { net: -500, p: 0.3 },
  { net: 3000, p: 0.4 },
  { net: 9000, p: 0.3 },
];
const kinds: Alike[] = [{ id: 'laptop', count: 12, outcomes, minutes: 40 }];
const onTop = { premium: 0.12, tax: 0.2, freightMinor: 4500 };

describe('what a bid means', () => {
  it('premium and tax on top of the bid, freight beside: there and back', () => {
    expect(paidFor(40_000, onTop)).toBeCloseTo(58_260, 6);
    expect(bidFor(paidFor(40_000, onTop), onTop)).toBe(40_000);
  });
  it('the most for a chance to lose: with it the chance is not more, a hundred more and it is', () => {
    const forecast = forecastOf(kinds);
    for (const chance of [0.05, 0.2, 0.5]) {
      const most = mostFor(forecast, chance, onTop);
      expect(lineOf(forecast, most, onTop).loss).toBeLessThanOrEqual(chance + 1e-9);
      expect(lineOf(forecast, most + 100, onTop).loss).toBeGreaterThan(chance);
    }
  });
  it('a dearer bid loses more often and makes less', () => {
    const forecast = forecastOf(kinds);
    const [cheap, dear] = [10_000, 30_000].map((bid) => lineOf(forecast, bid, onTop));
    expect(dear.loss).toBeGreaterThan(cheap.loss);
    expect(cheap.mean - dear.mean).toBeCloseTo(20_000 * 1.12 * 1.2, -1);
  });
  it('machines of one source are good or bad together: wider than each for itself', () => {
    const width = (tilt: boolean) => {
      const one: Alike[] = tilt ? kinds : [{ ...kinds[0] }];
      const forecast = forecastOf(one, 0);
      return forecast.quantile(0.9) - forecast.quantile(0.1);
    };
    // twelve for themselves: 2.56 standard deviations of one times the root of twelve
    const mean = outcomes.reduce((sum, { net, p }) => sum + net * p, 0);
    const sd = Math.sqrt(outcomes.reduce((sum, { net, p }) => sum + p * (net - mean) ** 2, 0));
    expect(width(true)).toBeGreaterThan(1.1 * 2.56 * sd * Math.sqrt(12));
  });
  it('a worse world has the same outcomes, the bad ones likelier', () => {
    const worse = tilted(outcomes, -0.5);
    expect(worse.map(({ net }) => net)).toEqual(outcomes.map(({ net }) => net));
    expect(worse[0].p).toBeGreaterThan(outcomes[0].p);
    expect(worse.reduce((sum, { p }) => sum + p, 0)).toBeCloseTo(1, 12);
    expect(tilted([{ net: 5, p: 1 }], 2)).toEqual([{ net: 5, p: 1 }]);
  });
  it('nothing in it is worth nothing', () => {
    expect(mostFor(forecastOf([]), 0.2, onTop)).toBe(0);
  });
});
