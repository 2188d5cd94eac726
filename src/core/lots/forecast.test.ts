import { describe, expect, it } from 'vitest';
import { seededRandom, type Random } from '../random';
import { deciding, LotForecast, sumOf, sumOverWorlds, type Outcome } from './forecast';

function drawUnits(random: Random, count: number): Outcome[][] {
  return Array.from({ length: count }, () => {
    const many = 2 + Math.floor(4 * random());
    const weights = Array.from({ length: many }, () => 0.05 + random());
    const all = weights.reduce((sum, own) => sum + own, 0);
    return weights.map((own) => ({ net: Math.round(-2000 + 15_000 * random() ** 2), p: own / all }));
  });
}

/** Every way a lot can come out, one by one. */
function everyWay(units: readonly (readonly Outcome[])[]): Outcome[] {
  return units.reduce<Outcome[]>(
    (all, outcomes) =>
      all.flatMap((one) => outcomes.map(({ net, p }) => ({ net: one.net + net, p: one.p * p }))),
    [{ net: 0, p: 1 }],
  );
}

describe('what a lot makes', () => {
  it('a small one: as every way it can come out, one by one', () => {
    const random = seededRandom(4);
    for (let round = 0; round < 40; round++) {
      const units = drawUnits(random, 1 + Math.floor(5 * random()));
      const ways = everyWay(units).sort((a, b) => a.net - b.net);
      const forecast = new LotForecast(sumOf(units), 0);
      expect(forecast.mean).toBeCloseTo(
        ways.reduce((sum, { net, p }) => sum + net * p, 0),
        4,
      );
      for (const at of [-500, 3000, 12_000, 40_000])
        expect(forecast.below(at)).toBeCloseTo(
          ways.reduce((sum, { net, p }) => sum + (net < at ? p : 0), 0),
          8,
        );
      for (const share of [0.05, 0.1, 0.2, 0.5, 0.9]) {
        const value = forecast.quantile(share);
        const less = ways.reduce((sum, { net, p }) => sum + (net < value - 1e-6 ? p : 0), 0);
        const atMost = ways.reduce((sum, { net, p }) => sum + (net <= value + 1e-6 ? p : 0), 0);
        expect(less).toBeLessThanOrEqual(share + 1e-9);
        expect(atMost).toBeGreaterThanOrEqual(share - 1e-9);
      }
    }
  });
  it.each([0, 0.1, 0.3])(
    'sixty machines with a level unsure by %f: as drawn a hundred thousand times',
    (sigma) => {
      const random = seededRandom(9);
      const units = drawUnits(random, 60);
      const draws = Float64Array.from({ length: 100_000 }, () => {
        const bell = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
        let sum = 0;
        for (const outcomes of units) {
          let left = random();
          sum += (outcomes.find(({ p }) => (left -= p) < 0) ?? outcomes.at(-1)!).net;
        }
        return sum * Math.exp(sigma * bell - sigma ** 2 / 2);
      }).sort();
      const forecast = new LotForecast(sumOf(units), sigma);
      const span = draws[Math.floor(0.99 * draws.length)] - draws[Math.floor(0.01 * draws.length)];
      for (const share of [0.05, 0.1, 0.2, 0.5, 0.9])
        expect(Math.abs(forecast.quantile(share) - draws[Math.floor(share * draws.length)])).toBeLessThan(
          0.015 * span,
        );
      const at = draws[draws.length >> 2];
      expect(Math.abs(forecast.below(at) - 0.25)).toBeLessThan(0.006);
    },
  );
  it('the mean stays when the level is unsure, and machines that cost count too', () => {
    const units = [
      [
        { net: -900, p: 0.5 },
        { net: 5000, p: 0.5 },
      ],
    ];
    const forecast = new LotForecast(sumOf(units), 0.2);
    expect(forecast.mean).toBeCloseTo(2050, 6);
    expect(forecast.below(0)).toBeCloseTo(0.5, 6);
    expect(forecast.quantile(0.2)).toBeLessThan(-600);
  });
  it('the most to pay: a minor unit more, and a loss is likelier than was said', () => {
    const random = seededRandom(2);
    const units = drawUnits(random, 12);
    const forecast = new LotForecast(sumOf(units), 0);
    for (const share of [0.05, 0.2, 0.5]) {
      const bid = forecast.quantile(share);
      expect(forecast.below(bid)).toBeLessThanOrEqual(share + 1e-9);
      expect(forecast.below(bid + 1)).toBeGreaterThan(share);
    }
  });
  it('exactly the chance that is taken is not more than it, with an unsure level too', () => {
    const coin = [
      { net: 0, p: 0.5 },
      { net: 1000, p: 0.5 },
    ];
    // whatever is paid below the other side of the coin loses half of the time
    expect(new LotForecast(sumOf([coin]), 0).quantile(0.5)).toBe(1000);
    expect(new LotForecast(sumOf([coin]), 0.1).quantile(0.5)).toBeGreaterThan(600);
    expect(new LotForecast(sumOf([coin]), 0.1).quantile(0.49)).toBeCloseTo(0, 3);
  });
  it('what machines have in common widens it: a bad source is bad for all of them', () => {
    const good: Outcome[] = [
      { net: 8000, p: 0.8 },
      { net: 0, p: 0.2 },
    ];
    const bad: Outcome[] = [
      { net: 8000, p: 0.2 },
      { net: 0, p: 0.8 },
    ];
    const half: Outcome[] = [
      { net: 8000, p: 0.5 },
      { net: 0, p: 0.5 },
    ];
    const ten = <T>(one: T) => Array.from({ length: 10 }, () => one);
    const apart = new LotForecast(sumOf(ten(half)), 0);
    const together = new LotForecast(
      sumOverWorlds([
        { chance: 1, outcomesOf: ten(good) },
        { chance: 1, outcomesOf: ten(bad) },
      ]),
      0,
    );
    expect(together.mean).toBeCloseTo(apart.mean, 6);
    expect(together.quantile(0.1)).toBeLessThan(apart.quantile(0.1));
    expect(together.quantile(0.9)).toBeGreaterThan(apart.quantile(0.9));
  });
  it('the machines that decide it are those whose outcomes lie farthest apart', () => {
    const fixed: Outcome[] = [{ net: 50_000, p: 1 }];
    const wide: Outcome[] = [
      { net: 0, p: 0.5 },
      { net: 20_000, p: 0.5 },
    ];
    const [first, second] = deciding([fixed, wide, fixed], 2);
    expect([first.unit, first.share]).toEqual([1, 1]);
    expect(second.share).toBe(0);
  });
  it('chances that do not sum to one are refused by the unit', () => {
    expect(() => sumOf([[{ net: 1, p: 1 }], [{ net: 1, p: 0.7 }]])).toThrow('unit 2');
  });
});
