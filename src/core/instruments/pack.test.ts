import { describe, expect, it } from 'vitest';
import { batteryRules } from '@/catalog/instruments/readings';
import { packLog, PACK_TROUBLES, type PackTrouble } from '../../../tests/oracles/thermal/packs';
import { seededRandom } from '../random';
import { readDischarge } from './batteryRun';
import { behaviourOf, behaviourOver, healthTyped, packVerdict, type PackVerdict } from './pack';

/** Packs of another simulator than the stand-ins': see `tests/oracles/thermal/packs`. */
const TRUTH: Record<PackTrouble, readonly PackVerdict[]> = {
  sound: ['sound'],
  worn: ['worn'],
  // one that goes off at once from a quarter of its gauge has ended early, and given way
  'weak cell': ['sudden drop', 'early end'],
  'early end': ['early end'],
  'jumps down': ['gauge'],
  'jumps up': ['gauge'],
  'two packs': ['sound'],
};

describe('packs of another simulator', () => {
  const random = seededRandom(88);
  const logs = Array.from({ length: 210 }, (_, n) => packLog(PACK_TROUBLES[n % 7], random));
  const read = logs.map((log) => {
    const run = readDischarge(log.samples, log.ended, batteryRules)!;
    const health = run.fullWh === null ? null : run.fullWh / log.designWh;
    return { log, run, health, verdict: packVerdict(run, health, batteryRules) };
  });
  it('95 of 100 are told for what they are', () => {
    const wrong = read.filter(({ log, verdict }) => !TRUTH[log.trouble].includes(verdict));
    expect(
      1 - wrong.length / read.length,
      wrong.map(({ log, verdict }) => `${log.trouble}: ${verdict}`).join('; '),
    ).toBeGreaterThanOrEqual(0.95);
  });
  it('no sound, worn or double pack, and none whose gauge jumps, is said to give way', () => {
    for (const { log, run } of read)
      if (['sound', 'jumps down', 'jumps up', 'two packs'].includes(log.trouble)) {
        expect(run.drop, log.trouble).toBeNull();
        expect(behaviourOf(0.9, run, batteryRules), log.trouble).toBe('good');
      }
  });
  it('what it gave is what it held, by watts, by volts and amperes, and over both packs', () => {
    for (const { log, run } of read)
      if (log.trouble !== 'weak cell')
        expect(Math.abs(run.fullWh! / log.heldWh - 1), log.trouble).toBeLessThan(0.08);
  });
  it('a fall lasts as long as it lasts, not until the log ends', () => {
    // 80 % at 40 minutes, from there to 4 % in four minutes, then 12 minutes more at the last point
    const samples = Array.from({ length: 57 }, (_, n) => ({
      t: n * 60,
      percent: n <= 40 ? 100 - n / 2 : n <= 44 ? 80 - (n - 40) * 19 : 4,
    }));
    const { drop } = readDischarge(samples, true, batteryRules)!;
    expect(drop!.from).toBeGreaterThanOrEqual(78);
    expect(drop!.minutes).toBeLessThanOrEqual(6);
  });
});

describe('health as it is typed', () => {
  it.each([
    ['83', { health: 0.83 }],
    ['83 %', { health: 0.83 }],
    ['0.83', { health: 0.83 }],
    ['41,5 Wh', { health: 0.83 }],
    ['3.8 Ah', { health: 0.844 }],
    ['3800 mAh', { health: 0.844 }],
  ] as const)('%s of a pack of 50 Wh at 11.1 V', (text, told) => {
    const read = healthTyped(text, { wh: 50, volts: 11.1 });
    expect('health' in read && Math.round(read.health * 1000) / 1000).toBe(told.health);
  });
  it('ampere-hours are no per cent: without what it had when new they say nothing', () => {
    expect(healthTyped('3.4 Ah')).toEqual({ fault: '3.4 Ah is a charge: say too what it had when new' });
    expect(healthTyped('good')).toHaveProperty('fault');
    expect(healthTyped('900 Wh', { wh: 50 })).toEqual({ fault: '900 Wh is more than it ever held' });
  });
});

describe('over all runs of a pack', () => {
  it('one that gave way stays weak until it went twice without', () => {
    expect(behaviourOver([])).toBe('unknown');
    expect(behaviourOver(['good', 'weak'])).toBe('weak');
    expect(behaviourOver(['weak', 'good'])).toBe('weak');
    expect(behaviourOver(['weak', 'good', 'fair'])).toBe('fair');
    expect(behaviourOver(['good', 'unknown', 'good'])).toBe('good');
  });
});
