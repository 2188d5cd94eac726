import { describe, expect, it } from 'vitest';
import { tablePrice, type PriceTable } from './table';

const table: PriceTable = {
  version: 't',
  source: 'test',
  base: {
    desktop: [1000, 2000, 3000, 4000, 5000],
    small: [1, 2, 3, 4, 5],
    aio: [1, 2, 3, 4, 5],
    laptop: [1000, 2000, 4000, 6000, 8000],
  },
  memoryPerGb: 100,
  memoryCapGb: 16,
  memoryByLevel: [1, 1, 1, 1, 0.5],
  drive: { none: 0, disk: 500, solid: 1000, solidPerGb: 5 },
  driveFactor: { none: 0.9, disk: 0.75, solid: 1 },
  card: { none: 0, office: 0, films: 500, 'light games': 1500 },
  grade: { A: 1, B: 0.8, C: 0.6, D: 0.4 },
  battery: [
    { from: 0.8, factor: 1.1 },
    { from: 0.5, factor: 1 },
    { from: 0, factor: 0.8 },
  ],
  batteryMissing: 0.7,
  spread: { known: 0.1, eachUnknown: 0.05 },
};
const known = {
  chassis: 'laptop' as const,
  level: 3,
  memoryGb: 8,
  driveKind: 'solid' as const,
  driveGb: 200,
  batteryHealth: 0.85,
  grade: 'B' as const,
};

describe('price from the table', () => {
  it('adds and multiplies in the stated order', () => {
    // ((6000 + 4*100) + 1000 + 200*5) * 1.1 * 0.8 = 7392
    const price = tablePrice(table, known);
    expect(price.minor).toBe(7392);
    expect([price.lowMinor, price.highMinor]).toEqual([6653, 8131]);
    expect(price.unknown).toBe(0);
  });
  it('its lines add up to the price', () => {
    const price = tablePrice(table, { ...known, level: null, grade: null });
    expect(price.lines.reduce((sum, line) => sum + line.minor, 0)).toBe(price.minor);
  });
  it('what is not known is said and widens the range', () => {
    const price = tablePrice(table, { ...known, level: null, memoryGb: null });
    expect(price.unknown).toBe(2);
    expect(price.highMinor / price.minor).toBeCloseTo(1.2, 3);
    expect(price.lines.filter((line) => !line.known).map((line) => line.what)).toEqual(['base', 'memory']);
  });
  it('a missing battery is not a battery of unknown health', () =>
    expect(
      tablePrice(table, { ...known, batteryHealth: null, batteryMissing: true }).lines.find(
        (line) => line.what === 'battery',
      ),
    ).toMatchObject({ known: true, detail: 'no battery' }));
  it('memory beyond the cap adds nothing', () =>
    expect(tablePrice(table, { ...known, memoryGb: 64 }).minor).toBe(
      tablePrice(table, { ...known, memoryGb: 16 }).minor,
    ));
});
