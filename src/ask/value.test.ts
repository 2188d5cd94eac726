import { describe, expect, it } from 'vitest';
import { ask } from './kinds';

const machine = {
  chassis: 'laptop',
  processorLevel: 3,
  memoryGb: 8,
  drive: 'solid',
  driveGb: 240,
  grade: 'B',
  batteryHealth: 0.8,
  screenIn: 14,
  channel: 'counter',
};
const sale = (price: number, day = '2026-10-12') => ({ ...machine, day, price });

describe('ask prices', () => {
  const asked = (sales: object[]) =>
    ask('prices', { sales, machines: [machine], today: '2026-11-26' }) as {
      machines: { price: number; low: number; high: number; lines: { minor: number }[]; alike: object[] }[];
      outliers: { sale: number; expected: number; words: string }[];
    };
  it('without sales: as "price" says', () => {
    const { memoryGb, grade, batteryHealth } = machine;
    const plain = ask('price', { chassis: 'laptop', level: 3, memoryGb, driveKind: 'solid', driveGb: 240, grade, batteryHealth }) as { minor: number }; // prettier-ignore
    expect(asked([]).machines[0].price).toBe(plain.minor);
  });
  it('with sales: nearer to them, and the one with a decimal point too few is told', () => {
    const { machines, outliers } = asked([sale(30_000), sale(31_000), sale(29_500), sale(305_000)]);
    const [{ price, low, high, lines, alike }] = machines;
    expect(price).toBeGreaterThan(24_000);
    expect(price).toBeLessThan(31_000);
    expect(low).toBeLessThan(price);
    expect(high).toBeGreaterThan(price);
    expect(lines.reduce((sum, { minor }) => sum + minor, 0)).toBe(price);
    expect(alike).toHaveLength(3);
    expect(outliers).toMatchObject([{ sale: 3, words: 'far too high: a decimal point?' }]);
  });
  it('a sale of tomorrow is refused by its number', () => {
    expect(() => asked([sale(1000), sale(1000, '2026-11-27')])).toThrow(
      'sale 2: 2026-11-27 is still to come',
    );
  });
});

describe('ask lot', () => {
  const coin = { id: 'a', outcomes: [{ net: 0, p: 0.5 }, { net: 1000, p: 0.5 }] }; // prettier-ignore
  it('two coins: what they make, what to pay', () => {
    const answer = ask('lot', {
      paid: 600,
      levelSigma: 0,
      units: [coin, { ...coin, id: 'b' }],
      seed: 1,
      draws: 10,
    });
    expect(answer).toMatchObject({ mean: 400, p10: -600, p50: 400, p90: 1400, loss: 0.25 });
    expect((answer as { bid: object }).bid).toEqual({ '0.05': 0, '0.2': 0, '0.5': 1000 });
  });
  it('chances that do not sum to one are refused', () => {
    const bad = { id: 'a', outcomes: [{ net: 0, p: 0.5 }] };
    expect(() => ask('lot', { units: [bad] })).toThrow('unit 1');
  });
});

describe('ask cutline', () => {
  it('two hours and a dock', async () => {
    const answer = await ask('cutline', {
      minutes: 120,
      stations: { dock: 100 },
      units: [
        { id: 'a', net: 5000, minutes: 60, stations: { dock: 90 } },
        { id: 'b', net: 4000, minutes: 60, stations: { dock: 90 } },
        { id: 'c', net: 3000, minutes: 60 },
        { id: 'd', net: 2500, minutes: 60 },
      ],
      seconds: 5,
    });
    expect(answer).toMatchObject({ net: 8000, bound: 8000, worthOfHour: 2500 });
    expect((answer as { chosen: string[] }).chosen.toSorted()).toEqual(['a', 'c']);
  });
  it('a solver’s refusal is one in words', async () => {
    await expect(
      ask('cutline', { minutes: 1, units: [{ id: 'a', net: 1, minutes: 2, pinned: 'in' }] }),
    ).rejects.toThrow('cutline: what is pinned takes 2 minutes of hands; there are 1');
  });
});

describe('ask recombine', () => {
  it('a loose part costs its worth, a donor what it would have brought', async () => {
    const answer = await ask('recombine', {
      ratePerMinute: 10,
      machines: [
        {
          id: 'a',
          netAsItIs: 1000,
          netComplete: 9000,
          needs: [{ slot: 'drive', fits: ['x', 'y'], minutesIn: 5 }],
        },
      ],
      donors: [{ id: 'd', netAsItIs: 900 }],
      parts: [
        { id: 'x', slot: 'drive', worth: 1100, minutesOut: 0 },
        { id: 'y', slot: 'drive', worth: 1100, minutesOut: 8, donor: 'd' },
      ],
      seconds: 5,
    });
    // 8000 - 50 - 900 - 80 against 8000 - 50 - 1100
    expect(answer).toMatchObject({ builds: [{ machine: 'a', parts: ['y'] }], net: 6970 });
  });
});

describe('ask timetable', () => {
  it('hands go on while the dock runs', () => {
    const answer = ask('timetable', {
      objective: 'lateness',
      people: [{ id: 'anna', hours: [[0, 240]] }],
      stations: [{ id: 'dock', capacity: 1 }],
      operations: [
        { id: 'erase', unit: 'a', head: 3, body: 95, tail: 2, station: 'dock', after: [], overnight: true },
        { id: 'clean', unit: 'b', head: 60, body: 0, tail: 0, after: [], overnight: true },
      ],
      units: [
        { id: 'a', due: 100, weight: 1 },
        { id: 'b', due: 63, weight: 1 },
      ],
      closed: [],
      seconds: 0.2,
      seed: 1,
    }) as { operations: object[]; cost: number; bound: number };
    expect(answer.operations).toEqual([
      { id: 'erase', person: 'anna', start: 0, tailPerson: 'anna', tail: 98 },
      { id: 'clean', person: 'anna', start: 3, tailPerson: null, tail: 63 },
    ]);
    expect(answer.cost).toBeCloseTo(1.63, 9);
    expect(answer.bound).toBeLessThanOrEqual(1.63);
  });
});
