import { describe, expect, it } from 'vitest';
import { partWorth, type PartFacts, type PartRates } from './parts';

const rates: PartRates = {
  memoryPerGb: [20, 50, 90, 120, 160],
  drive: { disk: 100, diskPer100Gb: 50, solid: 300, solidPer100Gb: 200 },
  processor: [50, 150, 400, 1500, 3000],
  battery: { from: 0.6, full: 800 },
};
const nothing: PartFacts = {
  level: null,
  memoryGb: null,
  driveKind: null,
  driveGb: null,
  driveFailing: false,
  batteryHealth: null,
};

describe('what a part is worth', () => {
  it('of what was not read, the usual', () => {
    for (const part of ['memory', 'drive', 'processor', 'battery', 'panel'] as const)
      expect(partWorth(rates, part, 333, nothing)).toBe(333);
  });
  it.each([
    ['memory', { level: 0, memoryGb: 4 }, 80],
    ['memory', { level: 3, memoryGb: 16 }, 1920],
    ['memory', { memoryGb: 8 }, 720],
    ['processor', { level: 1 }, 150],
    ['processor', { level: 4 }, 3000],
    ['drive', { driveKind: 'disk', driveGb: 500 }, 350],
    ['drive', { driveKind: 'solid', driveGb: 240 }, 780],
    ['drive', { driveKind: 'solid', driveGb: 240, driveFailing: true }, 0],
    ['drive', { driveKind: 'none' }, 0],
    ['battery', { batteryHealth: 0.59 }, 0],
    ['battery', { batteryHealth: 0.75 }, 600],
    ['battery', { batteryHealth: 1.04 }, 800],
  ] as const)('%s of %o: %i', (part, facts, minor) =>
    expect(partWorth(rates, part, 333, { ...nothing, ...facts })).toBe(minor),
  );
});
