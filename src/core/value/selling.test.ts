import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random';
import { chanceADay, learnPace, type Stretch } from './daysToSale';
import { bestMarkdown, worthOfAsking, type Asked, type Selling } from './markdown';

/** Machines asked for at some ratio until somebody buys, or until the list is read. */
function listed(count: number, seed: number, daily: number, steepness: number, horizon: number): Stretch[] {
  const random = seededRandom(seed);
  return Array.from({ length: count }, () => {
    const ratio = 0.8 + 0.5 * random();
    const until = -Math.log(1 - random()) / (daily * ratio ** -steepness);
    const shown = horizon * (0.3 + 0.7 * random());
    const days = Math.max(0.01, Math.min(until, shown));
    return { days, ratio, channel: 'counter', class: 'laptop', sold: until <= shown };
  });
}

describe('days to a sale', () => {
  it('nothing sold yet: as the shop guesses', () => {
    const pace = learnPace([]);
    expect(1 / chanceADay(pace, 1, 'counter', 'laptop')).toBeCloseTo(21, 6);
    expect(chanceADay(pace, 0.9, '', '')).toBeGreaterThan(1.7 * chanceADay(pace, 1, '', ''));
  });
  it('are found again within their interval, four in ten still unsold', () => {
    let within = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const stretches = listed(300, seed, 1 / 35, 4, 60);
      const share = stretches.filter(({ sold }) => !sold).length / stretches.length;
      expect(share).toBeGreaterThan(0.3);
      expect(share).toBeLessThan(0.55);
      const pace = learnPace(stretches);
      const base = pace.base + pace.channels.counter + pace.classes.laptop;
      if (Math.abs(pace.steepness - 4) < 1.645 * pace.errors.steepness) within++;
      expect(Math.abs(base - Math.log(1 / 35))).toBeLessThan(0.35);
    }
    // nine in ten, as far as forty can show it
    expect(within).toBeGreaterThanOrEqual(32);
  });
  it('those still unsold count: left out, everything would seem to sell fast', () => {
    const all = listed(400, 5, 1 / 60, 3, 40);
    const daily = (from: Stretch[]) => chanceADay(learnPace(from), 1, 'counter', 'laptop');
    expect(daily(all.filter(({ sold }) => sold))).toBeGreaterThan(1.6 * daily(all));
  });
  it('a stretch of no days is refused', () => {
    expect(() => learnPace([{ days: 0, ratio: 1, channel: '', class: '', sold: true }])).toThrow('stretch 1');
  });
});

const selling: Selling = {
  fairMinor: 12_000,
  unsure: 0.15,
  chanceADay: 1 / 25,
  steepness: 6,
  feeShare: 0.08,
  outwardMinor: 400,
  holdingMinor: 60,
  weeks: 12,
  standsWeeks: 3,
  lastMinor: 5000,
};

describe('a plan of prices', () => {
  it('is the best of all that never rise, tried one by one', () => {
    const ratios = Array.from({ length: 25 }, (_, i) => 1.36 - 0.03 * i);
    for (const more of [
      {},
      { unsure: 0.3 },
      { holdingMinor: 500 },
      { chanceADay: 1 / 80 },
      { lastMinor: 0 },
    ]) {
      const given: Selling = { ...selling, ...more, weeks: 9 };
      let best = -Infinity;
      ratios.forEach((a, i) =>
        ratios.slice(i).forEach((b, j) =>
          ratios.slice(i + j).forEach((c) => {
            const asks: Asked[] = [a, b, c].map((ratio, k) => ({
              week: 3 * k,
              askMinor: Math.round(given.fairMinor * ratio),
            }));
            best = Math.max(best, worthOfAsking(given, asks).netMinor);
          }),
        ),
      );
      const { netMinor } = bestMarkdown(given);
      expect(netMinor).toBeLessThanOrEqual(best);
      expect(netMinor).toBeGreaterThan(best * 0.999);
    }
  });
  it('comes down the more nobody knows the price, and begins dearer', () => {
    const sure = bestMarkdown({ ...selling, unsure: 0.01 }).asks;
    const unsure = bestMarkdown({ ...selling, unsure: 0.35 }).asks;
    expect(unsure[0].askMinor).toBeGreaterThan(sure[0].askMinor);
    const fall = (asks: Asked[]) => asks[0].askMinor - asks.at(-1)!.askMinor;
    expect(fall(unsure)).toBeGreaterThan(fall(sure));
  });
  it('what stands dear on the shelf is asked less for', () => {
    const first = (holdingMinor: number) => bestMarkdown({ ...selling, holdingMinor }).asks[0].askMinor;
    expect(first(800)).toBeLessThan(first(0));
  });
  it('what it says comes of drawing buyers', () => {
    const plan = bestMarkdown(selling);
    const random = seededRandom(12);
    const bell = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    let net = 0;
    let sold = 0;
    const draws = 40_000;
    for (let k = 0; k < draws; k++) {
      const fair = selling.fairMinor * Math.exp(selling.unsure * bell());
      let gone = false;
      for (let week = 0; week < selling.weeks && !gone; week++) {
        const ask = plan.asks.findLast((each) => each.week <= week)!.askMinor;
        net -= selling.holdingMinor;
        const daily = selling.chanceADay * (ask / fair) ** -selling.steepness;
        if (random() < 1 - Math.exp(-7 * daily)) {
          gone = true;
          sold++;
          net += ask * (1 - selling.feeShare) - selling.outwardMinor;
        }
      }
      if (!gone) net += selling.lastMinor;
    }
    expect(Math.abs(net / draws / plan.netMinor - 1)).toBeLessThan(0.01);
    expect(Math.abs(sold / draws - plan.sold)).toBeLessThan(0.01);
  });
  it('asks are prices as the house writes them', () => {
    const round = (minor: number) => Math.round(minor / 500) * 500;
    for (const { askMinor } of bestMarkdown(selling, round).asks) expect(askMinor % 500).toBe(0);
  });
  it('no week to sell in is refused', () => {
    expect(() => bestMarkdown({ ...selling, weeks: 0 })).toThrow('weeks');
  });
});
