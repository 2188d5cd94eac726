import { describe, expect, it } from 'vitest';
import { bestMarkdown, worthOfAsking, type Selling } from './markdown';
import { slowAdvice, type Waiting } from './slow';

const selling: Selling = { fairMinor: 12_000, unsure: 0.12, chanceADay: 1 / 21, steepness: 6, feeShare: 0.1, outwardMinor: 700, holdingMinor: 60, weeks: 12, standsWeeks: 3, lastMinor: 5_400 }; // prettier-ignore
const rules = { bundleFrom: 3, worthChanging: 0.04 };
const whole = (minor: number) => Math.round(minor / 100) * 100;
const of = (more: Partial<Waiting> = {}, as: Partial<Selling> = {}) =>
  slowAdvice(
    { ...selling, ...as },
    { askMinor: 12_000, days: 5, partsMinor: null, alike: 0, ...more },
    rules,
    whole,
  );

describe('what stands on the shelf', () => {
  it('what has just come at its best price is left alone', () => {
    const [{ askMinor }] = bestMarkdown(selling, whole).asks;
    expect(of({ askMinor, days: 1 })).toMatchObject({ kind: 'wait', askMinor });
  });
  it('two prices come near the best markdown there is', () => {
    for (const more of [{}, { chanceADay: 1 / 60 }, { steepness: 2 }, { holdingMinor: 400 }]) {
      const own = { ...selling, ...more };
      const best = bestMarkdown(own, whole);
      expect(of({ askMinor: 40_000, days: 0.001 }, more).netMinor).toBeGreaterThan(0.97 * best.netMinor);
    }
  });
  it('the longer it stands the less is asked, and it is likelier that it would have gone', () => {
    const long = [7, 30, 60, 120].map((days) => of({ askMinor: 14_500, days }));
    for (let i = 1; i < long.length; i++) {
      expect(long[i].askMinor).toBeLessThanOrEqual(long[i - 1].askMinor);
      expect(long[i].goneByNow).toBeGreaterThan(long[i - 1].goneByNow);
    }
    expect(long.at(-1)).toMatchObject({ kind: 'reprice' });
    expect(long.at(-1)!.askMinor).toBeLessThan(12_000);
    // one day's chance of 1/21 over 21 days at the price such a machine fetches, by hand
    expect(of({ days: 21 }).goneByNow).toBeCloseTo(1 - Math.exp(-1), 12);
  });
  it('what is proposed never brings less than leaving it', () => {
    for (const askMinor of [6_000, 9_000, 12_000, 16_000, 30_000])
      for (const days of [1, 40, 200])
        for (const partsMinor of [null, 0, 9_000, 40_000])
          for (const alike of [0, 5]) {
            const advice = of({ askMinor, days, partsMinor, alike });
            expect(advice.gainMinor).toBeGreaterThanOrEqual(0);
            if (partsMinor !== null) expect(advice.netMinor).toBeGreaterThanOrEqual(partsMinor);
          }
  });
  it('parts that bring more than any price: it is taken apart; a dear shelf and many alike: a bundle', () => {
    expect(of({ days: 100, partsMinor: 15_000 })).toMatchObject({ kind: 'part out', netMinor: 15_000 });
    const dear = { holdingMinor: 900, chanceADay: 1 / 400 };
    expect(of({ days: 100, alike: 4 }, dear)).toMatchObject({ kind: 'bundle' });
    expect(of({ days: 100, alike: 1 }, dear).kind).not.toBe('bundle');
  });
  it('what leaving it is worth is what asking that price on and on comes to', () => {
    const now = of({ days: 0.001, askMinor: 12_000 });
    const as = worthOfAsking(selling, [{ week: 0, askMinor: 12_000 }]);
    expect(Math.abs(now.netMinor - now.gainMinor - as.netMinor)).toBeLessThan(60);
  });
});
