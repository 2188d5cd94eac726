import { describe, expect, it } from 'vitest';
import type { PriceSpec } from './model';
import { tableModel, type PriceTable } from './table';

const table: PriceTable = {
  version: 't',
  source: 'test',
  base: {
    desktop: [1000, 2000, 3000, 4000, 5000],
    small: [1, 2, 3, 4, 5],
    aio: [1, 2, 3, 4, 5],
    laptop: [1000, 2000, 4000, 6000, 8000],
  },
  levelShare: {
    desktop: [0, 0, 1, 0, 0],
    small: [0, 0, 1, 0, 0],
    aio: [0, 0, 1, 0, 0],
    laptop: [0, 0.25, 0.5, 0.25, 0],
  },
  within: {
    threads: [2, 2, 4, 4, 8],
    year: [2005, 2008, 2012, 2015, 2020],
    graphics: ['none', 'none', 'office', 'films', 'films'],
    perDoubling: 0.1,
    perYear: 0.02,
    least: 0.7,
    most: 1.3,
  },
  memoryPerGb: 100,
  memoryCapGb: 16,
  memoryByLevel: [1, 1, 1, 1, 0.5],
  drive: { none: 0, disk: 500, solid: 1000, solidPerGb: 5 },
  diskPer100Gb: 20,
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

const tablePrice = (of: PriceTable, spec: PriceSpec) => tableModel(of).price(spec);

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
    const price = tablePrice(table, { ...known, grade: null, memoryGb: null });
    expect(price.unknown).toBe(2);
    expect(price.highMinor / price.minor).toBeCloseTo(1.2, 3);
    expect(price.lines.filter((line) => !line.known).map((line) => line.what)).toEqual(['memory', 'grade']);
  });
  it('a missing battery is not a battery of unknown health', () =>
    expect(
      tablePrice(table, { ...known, batteryHealth: null, batteryMissing: true }).lines.find(
        (line) => line.what === 'battery',
      ),
    ).toMatchObject({ known: true, detail: 'no battery' }));
  it('what nobody has read is the mean over what it may be, not one of them', () => {
    const at = (level: number | null) => tablePrice(table, { ...known, level });
    // a quarter each of levels 1 and 3, half of 2
    expect(at(null).minor).toBeCloseTo((at(1).minor + 2 * at(2).minor + at(3).minor) / 4, -1);
    expect(at(null).lines.reduce((sum, line) => sum + line.minor, 0)).toBe(at(null).minor);
    // and its spread holds theirs
    expect(at(null).variance).toBeGreaterThan(at(2).variance);
  });
  it('threads and year count within a level, and never beyond its bounds', () => {
    const of = (threads: number | null, year: number | null) =>
      tablePrice(table, { ...known, threads, year }).minor;
    expect(of(4, 2015)).toBe(of(null, null));
    expect(of(8, 2015)).toBeGreaterThan(of(4, 2015));
    expect(of(8, 2018)).toBeGreaterThan(of(8, 2015));
    expect(of(4, 2013)).toBeLessThan(of(4, 2015));
    // ((6000 * (1 + 0.1 + 0.06) + 400) + 1000 + 1000) * 1.1 * 0.8
    expect(of(8, 2018)).toBe(Math.round((6000 * 1.16 + 2400) * 1.1 * 0.8));
    expect(of(256, 2060)).toBe(Math.round((6000 * 1.3 + 2400) * 1.1 * 0.8));
  });
  it('a disk sells lower than a solid drive, never below no drive at all; its size counts', () => {
    for (const level of [0, 1, 2, 3, 4])
      for (const chassis of ['desktop', 'laptop'] as const) {
        const of = (driveKind: 'none' | 'disk' | 'solid', driveGb = 500) =>
          tablePrice(table, { ...known, chassis, level, driveKind, driveGb }).minor;
        expect(of('disk')).toBeLessThan(of('solid'));
        expect(of('none')).toBeLessThanOrEqual(of('disk'));
        expect(of('disk', 2000)).toBeGreaterThanOrEqual(of('disk', 160));
      }
  });
  it('a second disk takes nothing away', () => {
    const of = (moreDrivesGb: number | null) => tablePrice(table, { ...known, moreDrivesGb }).minor;
    expect(of(4000)).toBeGreaterThan(of(null));
  });
  it('its own graphics count where they are better than usual, a card’s instead where that is', () => {
    const of = (ownGraphics: 'films' | 'light games' | null, card: 'films' | 'light games' | null) =>
      tablePrice(table, { ...known, chassis: 'desktop', ownGraphics, card }).minor;
    expect(of('films', null)).toBe(of(null, null));
    expect(of('light games', null)).toBeGreaterThan(of('films', null));
    expect(of('light games', 'films')).toBe(of('light games', null));
    expect(of('films', 'light games')).toBeGreaterThan(of('light games', null));
  });
  it('memory beyond the cap adds nothing', () =>
    expect(tablePrice(table, { ...known, memoryGb: 64 }).minor).toBe(
      tablePrice(table, { ...known, memoryGb: 16 }).minor,
    ));
});

describe('worked by hand, line by line', () => {
  const spec = (more: Partial<PriceSpec>): PriceSpec => ({
    chassis: 'desktop',
    level: 4,
    memoryGb: 10,
    driveKind: 'solid',
    driveGb: 200,
    batteryHealth: null,
    grade: 'A',
    ...more,
  });
  const lines = (more: Partial<PriceSpec>, of = table) =>
    tablePrice(of, spec(more)).lines.map(({ what, minor, known: told, detail }) => [
      what,
      minor,
      told,
      detail,
    ]);
  it('memory by the level, both amounts of a solid-state drive', () =>
    expect(lines({})).toEqual([
      ['base', 5000, true, 'processor level 4'],
      ['memory', 300, true, '10 GB of memory'],
      ['drive', 2000, true, '200 GB solid-state drive'],
      ['grade', 0, true, 'grade A'],
    ]));
  it('threads and year together and alone', () => {
    // 16 of 8 threads: +10 %; 2018 of 2020: -4 %
    expect(lines({ threads: 16, year: 2018 })[1]).toEqual(['processor', 300, true, '16 threads, of 2018']);
    expect(lines({ threads: 16 })[1]).toEqual(['processor', 500, true, '16 threads']);
    expect(lines({ year: 2018 })[1]).toEqual(['processor', -200, true, 'of 2018']);
    expect(lines({ year: 1990 })[1]).toEqual(['processor', -1500, true, 'of 1990']);
  });
  it('a disk by its size, and no drive, each by its factor and never above the next better', () => {
    // (5300 + 500 + 2 * 20) * 0.75 = 4380; (5300 + 200) * 0.5 = 2750
    const priced = {
      ...table,
      drive: { ...table.drive, none: 200 },
      driveFactor: { none: 0.5, disk: 0.75, solid: 1 },
    };
    expect(lines({ driveKind: 'disk' }, priced)[2]).toEqual(['drive', 4380 - 5300, true, '200 GB hard disk']);
    expect(lines({ driveKind: 'none' }, priced)[2]).toEqual(['drive', 2750 - 5300, true, 'no drive']);
    const absurd = { ...table, driveFactor: { none: 2, disk: 3, solid: 1 } };
    expect(lines({ driveKind: 'none' }, absurd)[2][1]).toBe(2000);
    // (5300 + 1000 + 200 * 5) * 1.5 = 10,950
    const dear = { ...table, driveFactor: { none: 0.9, disk: 0.75, solid: 1.5 } };
    expect(lines({}, dear)[2][1]).toBe(10_950 - 5300);
  });
  it('further drives, a card and own graphics: of these the better, own only over the usual', () => {
    expect(lines({ moreDrivesGb: 250 })[3]).toEqual(['drive', 50, true, '250 GB of further drives']);
    expect(lines({ card: 'light games' })[3]).toEqual(['graphics', 1500, true, 'a card for light games']);
    expect(lines({ ownGraphics: 'films' })[3]).toEqual(['graphics', 0, true, 'its own graphics, for films']);
    expect(lines({ ownGraphics: 'light games', card: 'office' })[3]).toEqual([
      'graphics',
      1000,
      true,
      'its own graphics, for light games',
    ]);
    // as good as its own: the card is told
    expect(lines({ ownGraphics: 'light games', card: 'light games' })[3][3]).toBe('a card for light games');
  });
  it('what nobody read says so, and is not known', () => {
    const unread = lines({
      chassis: 'laptop',
      level: null,
      memoryGb: null,
      driveKind: null,
      driveGb: null,
      grade: null,
    });
    expect(unread.map(([what, , told, detail]) => [what, told, detail])).toEqual([
      ['base', false, 'processor level not read: the mean over all'],
      ['memory', false, 'memory not read, taken as 4 GB'],
      ['drive', false, '120 GB solid-state drive assumed'],
      ['battery', false, 'battery at 65 % assumed'],
      ['grade', false, 'not graded, taken as B'],
    ]);
    expect(lines({ chassis: 'laptop', batteryHealth: 0.8 })[3]).toMatchObject([
      'battery',
      1030,
      true,
      'battery at 80 %',
    ]);
    expect(lines({ chassis: 'laptop', batteryMissing: true })[3]).toMatchObject([
      'battery',
      -3090,
      true,
      'no battery',
    ]);
  });
});
