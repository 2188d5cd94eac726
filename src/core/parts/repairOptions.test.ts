import { describe, expect, it } from 'vitest';
import { repairById } from '@/catalog';
import { usualFit, wayEnds } from '@/catalog/worth/repairOptions';
import { chanceFit, compareWays, type Way } from './repairOptions';

const way = (id: string, minutes: number, partMinor: number, more: Partial<Way> = {}): Way => ({
  id,
  name: id,
  minutes,
  partMinor,
  poorChance: 0,
  poorShare: 0,
  wrongChance: 0,
  wrongMinutes: 0,
  ...more,
});

describe('repair or replace', () => {
  /** A part of 60 against two hours of melting rivets with a poor result likely, on a machine of 300 to 350. */
  const keyboard = [
    way('melt', 120, 1300, { poorChance: 0.6, poorShare: 0.2 }),
    way('top', 45, 6000, { poorChance: 0.03, poorShare: 0.1 }),
  ];
  it('at a wage of 50 an hour the whole top part; where hands cost 5 the rivets', () => {
    expect(compareWays(keyboard, 32_000, 5000)[0].id).toBe('top');
    expect(compareWays(keyboard, 12_000, 500)[0].id).toBe('melt');
  });
  it('worked by hand: hands, part, poor result, and tries until one is right', () => {
    const [one] = compareWays(
      [way('used', 20, 1800, { poorChance: 0.2, poorShare: 0.1, wrongChance: 0.4, wrongMinutes: 12 })],
      10_000,
      1800,
    );
    // 20 + 12 x 0.4 / 0.6 = 28 min at 0.30 a minute; 0.2 x 0.1 x 100.00
    expect(one.minutes).toBeCloseTo(28, 9);
    expect(one).toMatchObject({ labourMinor: 840, riskMinor: 200, costMinor: 2840, netMinor: 7160 });
  });
  it('every way is a repair of the catalogue; a splice is none of them', () => {
    for (const { ways } of wayEnds)
      for (const { repair, name } of ways) {
        expect(repairById(repair), repair).toBeDefined();
        expect(`${repair} ${name}`).not.toMatch(/splic/i);
      }
  });
});

describe('used parts', () => {
  it('somewhat over half fit until the shop has its own record, which soon says it', () => {
    expect(chanceFit({ good: 0, bad: 0 }, usualFit.used, usualFit.weight)).toBe(usualFit.used);
    expect(usualFit.used).toBeGreaterThan(0.5);
    // (0.6 x 4 + 9) / (4 + 10)
    expect(chanceFit({ good: 9, bad: 1 }, 0.6, 4)).toBeCloseTo(11.4 / 14, 12);
    expect(chanceFit({ good: 0, bad: 6 }, 0.6, 4)).toBeCloseTo(0.24, 12);
  });
});
