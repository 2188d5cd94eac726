import { describe, expect, it } from 'vitest';
import { eraseMethods, eraseTables } from '@/catalog/papers/erasure';
import { MEDIA, mediumOf, type Level, type Medium } from './media';
import { erasePlan, wholeMinutes } from './plan';
import { representative, sampleSize } from './sample';

describe('sample for a confidence', () => {
  /** Zero-failure (success-run) plans, n = ln(1 - C) / ln(R) rounded up: the usual published table. */
  it.each([
    [0.9, 0.1, 22],
    [0.95, 0.05, 59],
    [0.95, 0.1, 29],
    [0.9, 0.01, 230],
    [0.95, 0.01, 299],
    [0.99, 0.01, 459],
    [0.99, 0.001, 4603],
  ])('confidence %f that no more than %f is left: %i', (confidence, share, n) =>
    expect(sampleSize(confidence, share)).toBe(n),
  );
  it('never asks for more than there is, and less without return', () => {
    expect(sampleSize(0.95, 0.01, 100)).toBeLessThanOrEqual(100);
    expect(sampleSize(0.95, 0.01, 1e9)).toBe(299);
    expect(sampleSize(0.95, 0.01, 2_000)).toBeLessThan(299);
    expect(sampleSize(0.99, 0.5, 1)).toBe(1);
  });
  it('is the smallest that holds, against counting the ways in small cases', () => {
    const choose = (n: number, k: number): number =>
      k > n ? 0 : Array.from({ length: k }, (_, i) => (n - i) / (i + 1)).reduce((a, b) => a * b, 1);
    for (const sectors of [5, 12, 40, 90])
      for (const share of [0.03, 0.1, 0.3])
        for (const confidence of [0.5, 0.9, 0.99]) {
          const left = Math.floor(sectors * share) + 1;
          const missed = (n: number) => choose(sectors - left, n) / choose(sectors, n);
          let least = 1;
          while (missed(least) > 1 - confidence + 1e-12) least++;
          expect(sampleSize(confidence, share, sectors)).toBe(least);
        }
  });
  it.each([
    [0, 0.1],
    [1, 0.1],
    [0.9, 0],
    [0.9, 1],
    [NaN, 0.1],
  ])('refuses confidence %f, share %f', (confidence, share) =>
    expect(() => sampleSize(confidence, share)).toThrow(RangeError),
  );
});

describe('representative sampling (SP 800-88 Rev. 1, 4.7.2, from memory)', () => {
  const sectors = 976_773_168; // a 500 GB disk
  const places = representative(sectors, 7, eraseTables.sampling);
  it('two places in each of a thousand parts, and the first and the last sector', () => {
    expect(places).toHaveLength(2_002);
    expect(places[0]).toEqual({ at: 0, sectors: 1 });
    expect(places.at(-1)).toEqual({ at: sectors - 1, sectors: 1 });
    for (let part = 0; part < 1_000; part++) {
      const [low, high] = [sectors * part, sectors * (part + 1)].map((edge) => Math.floor(edge / 1_000));
      const own = places.slice(1 + part * 2, 3 + part * 2);
      for (const { at, sectors: many } of own) {
        expect(at).toBeGreaterThanOrEqual(low);
        expect(at + many).toBeLessThanOrEqual(high);
        expect(many).toBeGreaterThanOrEqual((high - low) * 0.05);
      }
      expect(own[0].at + own[0].sectors).toBeLessThanOrEqual(own[1].at);
    }
  });
  it('a tenth of it is read', () =>
    expect(places.reduce((sum, { sectors: many }) => sum + many, 0)).toBeGreaterThanOrEqual(sectors * 0.1));
  it('drawn anew for each seed, the same for one', () => {
    expect(representative(sectors, 7, eraseTables.sampling)).toEqual(places);
    expect(representative(sectors, 8, eraseTables.sampling)).not.toEqual(places);
  });
  it.each([1, 2, 3, 39, 41, 100, 5_000])('holds on a medium of %i sectors', (many) => {
    for (const { at, sectors: size } of representative(many, 1, eraseTables.sampling)) {
      expect(at).toBeGreaterThanOrEqual(0);
      expect(size).toBeGreaterThanOrEqual(1);
      expect(at + size).toBeLessThanOrEqual(many);
    }
  });
});

describe('what a drive is', () => {
  it.each([
    [{ kind: 'disk' as const, bus: 'SATA' }, 'disk'],
    [{ kind: 'disk' as const, bus: 'SATA', trim: true }, 'shingled'],
    [{ kind: 'disk' as const, writes: 'hybrid' as const }, 'hybrid'],
    [{ kind: 'solid' as const, bus: 'SATA' }, 'solid'],
    [{ kind: 'solid' as const, bus: 'NVMe' }, 'nvme'],
    [{ kind: 'solid' as const, bus: 'SAS' }, 'sas-solid'],
    [{ kind: 'disk' as const, bus: 'SAS' }, 'sas-disk'],
    [{ kind: 'solid' as const, usb: true }, 'card'],
    [{ bus: 'SATA' }, null],
  ])('%o is %s', (facts, medium) => expect(mediumOf(facts)).toBe(medium));
});

describe('plan of an erasure', () => {
  const gb = 1e9;
  const plan = (medium: Medium, level: Level, more = {}) =>
    erasePlan({ medium, bytes: 500 * gb, level, ...more }, eraseTables);
  /** The table of SP 800-88 Rev. 1 as recalled in the trade's own notes: which act reaches how far. */
  it.each([
    ['disk', 'clear', 'Overwrite'],
    ['disk', 'purge', 'Sanitize, overwrite'],
    ['solid', 'clear', 'Overwrite'],
    ['solid', 'clear', 'Security erase'],
    ['solid', 'purge', 'Sanitize, block erase'],
    ['nvme', 'purge', 'Format NVM, user data erase (SES 1)'],
    ['nvme', 'purge', 'Format NVM, change the key (SES 2)'],
    ['card', 'clear', 'Two overwrite passes, a pattern and its complement'],
    ['sas-disk', 'purge', 'SCSI sanitize, overwrite'],
    ['sas-solid', 'purge', 'SCSI sanitize, block erase'],
    ['emmc', 'clear', 'Overwrite'],
  ] as const)('%s, %s: %s', (medium, level, name) => {
    const found = plan(medium, level).ways.find((way) => way.name === name);
    expect(found).toMatchObject({ level });
    expect(found!.clause).toContain('800-88');
  });
  it('a magnet does nothing to what has none: degaussing is for disks alone', () => {
    for (const medium of MEDIA) {
      const all = [...plan(medium, 'clear').ways, ...plan(medium, 'clear').others];
      expect(all.some(({ name }) => name === 'Degauss')).toBe(
        ['disk', 'shingled', 'sas-disk'].includes(medium),
      );
    }
  });
  it('a card has no purge but destroying it', () =>
    expect(plan('card', 'purge').ways.map(({ id }) => id)).toEqual(['destroy']));
  it('every medium can be cleared and destroyed', () => {
    for (const medium of MEDIA)
      for (const level of ['clear', 'destroy'] as const)
        expect(plan(medium, level).ways.some((way) => way.level === level)).toBe(true);
  });
  it('what a drive says it cannot do is not offered, what it can comes first', () => {
    const can = plan('nvme', 'purge', { can: ['sanitize-block'], cannot: ['format', 'format-crypto'] });
    expect(can.ways.map(({ id }) => id)).toEqual(['nvme-sanitize', 'destroy']);
    expect(can.others.map(({ id }) => id)).toContain('nvme-format');
  });
  it('bad sectors: an overwrite does not reach them', () => {
    const bad = plan('disk', 'clear', { badSectors: 8 });
    expect(bad.ways.every(({ level }) => level !== 'clear')).toBe(true);
    expect(bad.cautions[0]).toContain('8 sectors');
  });
  it('a frozen drive is told of', () => {
    expect(plan('solid', 'purge', { frozen: true }).cautions.join()).toContain('frozen');
    expect(plan('solid', 'purge').cautions.join()).not.toContain('frozen');
  });
  it('minutes: 500 GB at 100 MB/s outside, three quarters of it on the whole', () => {
    expect(wholeMinutes('disk', 500 * gb, 100, eraseTables)).toBeCloseTo(111.11, 1);
    expect(wholeMinutes('solid', 240 * gb, 400, eraseTables)).toBeCloseTo(10, 6);
    const [way] = plan('disk', 'clear', { writeMbs: 100, readMbs: 120, whole: true }).ways;
    // a pattern and zeros; all of the pattern read back, and a tenth of the zeros
    expect(way.minutes[0]).toBeCloseTo(222.22, 1);
    expect(way.verifyMinutes).toBeCloseTo(92.59 * 1.1, 1);
    expect(plan('disk', 'clear', { writeMbs: 100, readMbs: 120 }).ways[0].verifyMinutes).toBeCloseTo(
      18.52,
      1,
    );
  });
  it('no size is refused', () =>
    expect(() => erasePlan({ medium: 'disk', bytes: 0, level: 'clear' }, eraseTables)).toThrow(RangeError));
  it('rows: every method names its clause, and what runs by itself names its command', () => {
    expect(new Set(eraseMethods.map(({ id }) => id)).size).toBe(eraseMethods.length);
    for (const { command, takes, clause } of eraseMethods) {
      expect(clause).toMatch(/800-88/);
      expect(command === '').toBe(takes.by === 'hands');
    }
  });
});
