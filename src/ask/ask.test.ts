import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { shippedHouse } from '@/catalog/house';
import type { HouseTables } from '@/core/house/tables';
import { ask, askKinds, describeKinds } from './kinds';

const refused = (kind: string, value: unknown) => {
  try {
    ask(kind, value);
  } catch (error) {
    return error as { code: string; message: string };
  }
  return null;
};

describe('the plain face of the core', () => {
  it('lists its kinds with the shape of their input', () => {
    const kinds = describeKinds();
    expect(kinds.map(({ kind }) => kind)).toEqual([
      'belief',
      'record',
      'grade',
      'passport',
      'price',
      'prices',
      'lot',
      'cutline',
      'recombine',
      'timetable',
      'memory',
      'fits',
      'upgrades',
      'uses',
      'harvest',
      'cleaning',
      'closing',
      'tighten',
      'dilute',
      'heat',
      'electrical',
      'rails',
      'battery',
      'speed',
      'drive',
      'erasure',
      'copy',
      'charger',
      'codes',
    ]);
    for (const { kind, about, input } of kinds)
      expect([kind, about.length > 10, Object.keys(input.keys ?? {}).length > 0]).toEqual([kind, true, true]);
  });
  it('passport: what the papers say of a record, and why none may leave', () => {
    const entries = [
      { value: 'processor', text: 'Corvid M5-330', basis: 'measured' },
      { value: 'memoryGb', text: '8 GB', basis: 'typed' },
      { value: 'batteryHealth', text: '80 %', basis: 'measured' },
      {
        part: { id: 'p1', class: 'drive', name: 'Flint', attributes: { kind: 'solid', gb: 240 } },
        way: 'found',
      },
    ];
    const asked = {
      chassis: 'laptop',
      today: '2026-11-26',
      marks: [{ id: 'm', surface: 'lid', kind: 'scratch', size: 1 }],
      tests: { keys: { result: 'pass', by: 'Bench B', when: '2026-11-26' } },
    };
    type Said = {
      refused: string[];
      flaws: string[];
      untested: string[];
      tests: { id: string; more: string }[];
    };
    const shut = ask('passport', { ...asked, entries }) as Said;
    expect(shut.refused).toEqual([expect.stringContaining('still holds data')]);
    const open = ask('passport', { ...asked, entries: [...entries, { data: 'p1', what: 'erased' }] }) as Said;
    expect(open).toMatchObject({ refused: [], flaws: ['Lid: scratch, medium'] });
    expect(open.tests.find(({ id }) => id === 'keys')!.more).toBe('Bench B, 2026-11-26');
    // an erasure that failed shuts it, a system put on it opens nothing
    for (const what of ['begun', 'failed'])
      expect(
        (
          ask('passport', {
            ...asked,
            entries: [
              ...entries,
              { data: 'p1', what: 'erased' },
              { data: 'p1', what },
              { data: 'p1', what: 'installed' },
            ],
          }) as Said
        ).refused,
      ).toHaveLength(1);
    const unknown = ask('passport', {
      ...asked,
      entries: [{ value: 'driveKind', text: 'none', basis: 'typed' }],
    }) as Said;
    expect(unknown.refused).toEqual([
      'nobody has said which processor it has',
      'nobody has said how much memory it has',
      'nobody has said how its battery holds, or that it has none',
    ]);
    expect(refused('passport', { ...asked, entries, today: 'tomorrow' })).toMatchObject({ code: 'invalid' });
  });
  it('drive: a report, a page, and what is neither', () => {
    const text = readFileSync('samples/report/smartctl-nvme-failing.json', 'utf8');
    const told = ask('drive', { smartctl: JSON.parse(text) }) as { verdict: string; medium: string };
    expect(told).toMatchObject({ verdict: 'failing', medium: 'nvme' });
    expect(ask('drive', { smartctl: text })).toEqual(told);
    const page = '00'.repeat(160) + '02' + '00'.repeat(351);
    expect(ask('drive', { page })).toMatchObject({ verdict: 'failing', reasons: ['2 media errors'] });
    for (const smartctl of ['', '{', '[]', 'null', '\u0000', '{"device":1}', `${'['.repeat(50_000)}`])
      expect(refused('drive', { smartctl }), smartctl.slice(0, 20)).toMatchObject({
        message: expect.stringMatching(/smartctl/),
      });
    expect(refused('drive', { page: 'abc' })).toMatchObject({ code: 'invalid' });
    expect(refused('drive', { page: 'ab' })).toMatchObject({ message: expect.stringContaining('512') });
  });
  it('erasure: the way, its minutes and its sample', () => {
    const told = ask('erasure', { kind: 'disk', bus: 'SATA', gb: 500, readMbs: 120, writeMbs: 100 }) as {
      ways: { id: string; minutes: number[]; verifyMinutes: number }[];
      sample: { sectors: number };
    };
    expect(told.ways[0].id).toBe('disk-overwrite');
    expect(told.ways[0].minutes[0]).toBeCloseTo(222.2, 1);
    expect(told.sample.sectors).toBe(299);
    expect(refused('erasure', { kind: 'disk', bus: 'SAS', gb: 0 })).toMatchObject({ code: 'invalid' });
    expect(refused('erasure', { gb: 10 })).toMatchObject({ message: expect.stringContaining('medium') });
  });
  it('copy: 90 GB of a 500 GB disk onto 240 GB', () => {
    const told = ask('copy', {
      source: { gb: 500, kind: 'disk', mbs: 100, usedGb: 90 },
      target: { gb: 240, kind: 'solid' },
    }) as { ways: { id: string; possible: boolean; shrinkBytes: number }[] };
    expect(told.ways.map(({ id, possible }) => [id, possible])).toEqual([
      ['clone', true],
      ['clone-used', true],
      ['fresh', true],
    ]);
    expect(told.ways[0].shrinkBytes).toBe(260e9);
  });
  it('upgrades: what pays, what does not go in, and the most to pay', () => {
    const machine = {
      chassis: 'laptop',
      memory: { kind: 'DDR3', form: 'SO-DIMM', slots: 2 },
      bays: [{ form: '2.5', buses: ['SATA'], heightMm: 9.5 }],
    };
    const asked = {
      machine,
      modules: [{ id: 'own', gb: 4 }],
      driveKind: 'disk',
      driveGb: 320,
      level: 3,
      threads: 4,
      batteryHealth: 0.7,
    };
    const told = ask('upgrades', {
      ...asked,
      bin: [{ id: 'ssd', class: 'drive', label: '240 GB SSD 2.5 inch SATA 7mm', costMinor: 1500 }],
      quotes: [
        { id: 'dear', class: 'memory', label: '4GB PC3L-12800S', costMinor: 12_000 },
        { id: 'wrong', class: 'memory', label: '8GB PC4-19200S', costMinor: 0 },
      ],
    }) as {
      sets: { put: string[] }[];
      refused: { id: string }[];
      unpaid: { id: string; mostMinor: number }[];
    };
    expect(told.sets[0].put).toEqual(['ssd']);
    expect(told.refused.map(({ id }) => id)).toEqual(['wrong']);
    expect(told.unpaid[0]).toMatchObject({ id: 'dear' });
    expect(told.unpaid[0].mostMinor).toBeLessThan(2000);
    expect(refused('upgrades', { machine, bin: [{ id: 'x', class: 'cable', costMinor: 1 }] })).toMatchObject({
      code: 'refused',
    });
  });
  it('uses: good for, systems until when, weakest part', () => {
    const told = ask('uses', {
      chassis: 'laptop',
      level: 2,
      threads: 4,
      memoryGb: 4,
      driveKind: 'disk',
      driveGb: 320,
      batteryHealth: 0.9,
      today: '2026-11-26',
    }) as { uses: { id: string; good: string }[]; weakest: { what: string } };
    expect(told.uses.find(({ id }) => id === 'browsing')?.good).toBe('no');
    expect(told.weakest.what).toBe('drive');
    expect(refused('uses', { chassis: 'laptop' })).toMatchObject({
      message: expect.stringContaining('today'),
    });
  });
  it('harvest: in order, with where to stop; a place the drawing has not is named', () => {
    const told = ask('harvest', { chassis: 'laptop', places: { panel: 'proven', memory: 'gone' } }) as {
      take: { places: string[] }[];
      netMinor: number;
    };
    expect(told.take.flatMap(({ places }) => places)).toContain('panel');
    expect(told.take.flatMap(({ places }) => places)).not.toContain('memory');
    expect(refused('harvest', { chassis: 'desktop', places: { panel: 'there' } })).toMatchObject({
      message: expect.stringContaining('panel'),
    });
  });
  it('closing, tighten, dilute: what is not back, the star, and 97.3 mL', () => {
    const items = [{ id: 'plate', name: 'plate', kind: 'fastener', count: 8 }];
    const entries = [
      { item: 'plate', move: 'out', count: 8 },
      { item: 'plate', move: 'in', count: 6 },
    ];
    expect(ask('closing', { items, entries })).toMatchObject({
      clear: false,
      words: ['2 of 8 not back (plate)'],
    });
    expect(refused('closing', { items, entries: [{ item: 'plate', move: 'in' }] })).toMatchObject({
      code: 'refused',
    });
    const screws = ['a', 'b', 'c', 'd'].map((id, i) => ({ id, x: i % 3 ? 1 : 0, y: i < 2 ? 0 : 1 }));
    expect(ask('tighten', { screws })).toMatchObject({ passes: [{ order: ['a', 'c', 'b', 'd'] }, {}, {}] });
    expect(ask('dilute', { stock: 1, stockMl: 70, waterMl: 30 })).toMatchObject({ ml: 97.3 });
    expect(refused('dilute', { stock: 0.7, want: 0.9, ml: 100 })).toMatchObject({ code: 'refused' });
  });
  it('cleaning: steps in their order with minutes; what pays at a price; what a machine has not is named', () => {
    const told = ask('cleaning', {
      chassis: 'laptop',
      zones: [
        { zone: 'fins', soil: 'felt', degree: 3 },
        { zone: 'lid', soil: 'sugar', degree: 2 },
        { zone: 'board', degree: 0 },
      ],
      priceMinor: 12_000,
    }) as { steps: { phase: string; id: string }[]; minutes: number; worth: { clean: string[] } };
    expect(told.steps.map(({ phase }) => phase)).toEqual(['out first', 'dry', 'dry', 'wet', 'dry again']);
    // the battery comes out before any air: a minute
    expect(told.minutes).toBeCloseTo(1 + 6 + 4 + 4 + 1.5 + 12, 9);
    expect(told.worth.clean).toContain('lid');
    expect(refused('cleaning', { chassis: 'desktop', zones: [{ zone: 'lid', degree: 0 }] })).toMatchObject({
      code: 'invalid',
    });
  });
  it('heat and battery: read from a CSV log, its comment line too; a bad line is named', () => {
    const log = ['# room=22 limit=95', 't_s,temp_c,load'];
    for (let t = 0; t < 960; t++)
      log.push(
        `${t},${t < 60 ? 35 : Math.round(35 + 12 * (1 - Math.exp(-(t - 60) / 4)) + 20 * (1 - Math.exp(-(t - 60) / 120)))},${t < 60 ? 0 : 1}`,
      );
    const run = askKinds.heat.fromCsv!(log.join('\n')) as { room: number; limit: number };
    expect(run).toMatchObject({ room: 22, limit: 95 });
    expect(ask('heat', run)).toMatchObject({ stages: { settles: expect.closeTo(67, 0) }, without: '' });
    expect(() => askKinds.heat.fromCsv!('t_s,temp_c\n1,40\n2,hot')).toThrow(/line 3: temp_c is "hot"/);
    expect(() => askKinds.heat.fromCsv!('seconds,celsius\n1,40')).toThrow(/no t_s, temp_c/);
    const drained = askKinds.battery.fromCsv!(
      '# ended=1 health=0.83\nt_s;percent\n0;100\n1800;70,5\n1860;40',
    );
    expect(ask('battery', drained)).toMatchObject({ behaviour: 'weak' });
    expect(ask('electrical', { protection: 'II', lookedOver: true, today: '2026-11-30' })).toMatchObject({
      verdict: 'open',
      next: 'insulation',
    });
    expect(ask('rails', { readings: [{ rail: '+5V', volts: 4.9, loaded: true }] })).toMatchObject({
      supply: 'good',
    });
    expect(ask('speed', { mbPerSecond: 270, interface: 'sata3' })).toMatchObject({
      drive: { slowPort: true },
    });
    expect(ask('speed', { frameMs: [10, 10, 20] })).toMatchObject({ frames: { low1: 50 } });
    const surface = { celsius: 39.1, touch: 'held', material: 'plastic' };
    expect(ask('heat', { samples: [], room: 25.3, surfaces: [surface] })).toMatchObject({
      surfaces: [{ limit: 48, then: expect.closeTo(48.8, 6), within: false }],
    });
    const money = { keptMinor: 2_400, replacedMinor: 3_000, packMinor: 4_500 };
    expect(ask('battery', { health: 0.3, money })).toMatchObject({ choice: { choice: 'tell' } });
    // common practice: 19.5 V on a plate of 19 V with care, 18 V never
    const plate = { volts: 19, amps: 3.42 };
    expect(ask('charger', { plate, offered: [{ volts: 19.5, amps: 4.62 }] })).toMatchObject({
      answer: 'with care',
    });
    expect(ask('charger', { plate, offered: [{ volts: 18, amps: 9 }] })).toMatchObject({ answer: 'no' });
  });
  it('fits: answers with every reason, and names what is no part', () => {
    const machine = { chassis: 'laptop', charger: { volts: 19, amps: 4.74, plug: 'p', tip: 'plus' } };
    const part = { class: 'charger', volts: 19.5, amps: 4.74, plug: 'p', tip: 'plus' };
    expect(ask('fits', { part, machine })).toMatchObject({ answer: 'with care', plateWatts: 92 });
    expect(ask('fits', { part: { ...part, volts: 18 }, machine })).toMatchObject({ answer: 'no' });
    expect(refused('fits', { part: { class: 'spoon' }, machine })).toMatchObject({ code: 'invalid' });
    expect(refused('fits', { part: { class: 'memory', contacts: 40 }, machine })).toMatchObject({
      code: 'invalid',
      message: expect.stringContaining('contacts'),
    });
    expect(refused('fits', { machine })).toMatchObject({ code: 'invalid' });
  });
  it('price by tables an earlier edition exported', () => {
    const old = structuredClone(shippedHouse) as HouseTables;
    delete (old.prices as Partial<HouseTables['prices']>).driveFactor;
    delete (old as Partial<HouseTables>).processors;
    const asked = { chassis: 'laptop', level: 2, memoryGb: 4, driveKind: 'disk', driveGb: 500, grade: 'A' };
    expect(ask('price', { ...asked, house: old })).toEqual(ask('price', asked));
  });
  it('belief answers a case as the older command does', () => {
    const file = JSON.parse(readFileSync('samples/cases/turns-on-then-nothing.json', 'utf8')) as unknown;
    expect(ask('belief', file)).toMatchObject({
      beliefs: expect.any(Array),
      steps: expect.any(Array),
      stop: { route: expect.any(String) },
    });
  });
  it('record: a report of 8 GB and a disk, then 16 GB and a 240 GB solid-state drive fitted, and one entry taken back', () => {
    const part = (id: string, partClass: string, attributes: object, way: string, voided?: boolean) => ({
      part: { id, class: partClass, name: id, attributes },
      way,
      ...(voided && { voided }),
    });
    const entries = [
      { value: 'memoryGb', text: '8 GB', basis: 'measured' },
      { value: 'driveKind', text: 'hard disk', basis: 'measured' },
      part('old', 'memory', { gb: 8 }, 'found'),
      part('disk', 'drive', { kind: 'disk', gb: 320 }, 'found'),
      part('old', 'memory', { gb: 8 }, 'out'),
      part('new', 'memory', { gb: 16 }, 'in'),
      part('disk', 'drive', { kind: 'disk', gb: 320 }, 'out'),
      part('ssd', 'drive', { kind: 'solid', gb: 240 }, 'in'),
      { data: 'ssd', what: 'never' },
      { repair: 'other-slot', helped: true },
      { answer: 'look-bay', outcome: 'bay-empty', voided: true },
    ];
    expect(ask('record', { chassis: 'laptop', entries })).toMatchObject({
      specification: { memoryGb: { number: 16 }, driveKind: { value: 'solid' }, driveGb: { number: 240 } },
      gate: { open: true, faults: [] },
      flaws: [{ cap: 'B' }],
    });
    const shut = ask('record', { chassis: 'laptop', entries: entries.slice(0, 8) }) as {
      gate: { open: boolean; faults: string[] };
    };
    expect(shut.gate).toEqual({ open: false, faults: [expect.stringContaining('ssd')] });
  });
  it('grade and price answer with what they are made of', () => {
    expect(ask('grade', { chassis: 'small', tests: { starts: 'pass' } })).toMatchObject({
      grade: null,
      open: expect.arrayContaining(['surfaces', 'heat']),
    });
    const price = (memoryGb: number) =>
      (
        ask('price', {
          chassis: 'laptop',
          level: 3,
          memoryGb,
          driveKind: 'solid',
          driveGb: 240,
          batteryHealth: 0.9,
          grade: 'B',
        }) as { minor: number }
      ).minor;
    expect(price(16)).toBeGreaterThan(price(8));
  });
  it('memory: two modules, one start that counts half, and what to try next', () => {
    const answer = ask('memory', { sizes: [4, 4], slots: 2, trials: [{ placement: [0, 1], seen: 4 }] }) as {
      shares: { modules: number[] };
      next: object | null;
    };
    expect(answer.shares.modules[0]).toBeCloseTo(answer.shares.modules[1], 9);
    expect(answer.next).not.toBeNull();
  });
  it('codes: as people write them, against tables given along', () => {
    expect(
      ask('codes', { code: '1 long 2 short', csv: readFileSync('samples/codes/beeps.csv', 'utf8') }),
    ).toMatchObject({
      code: 'LSS',
      matches: expect.arrayContaining([expect.objectContaining({ maker: 'Aldermoor', off: 0 })]),
    });
  });
  it.each<[string, unknown, RegExp]>([
    ['soup', {}, /no kind "soup"; known: belief/],
    [
      'record',
      { chassis: 'laptop', entries: [{ answer: 'look-bay', outcome: 'gone' }] },
      /entries\.0: "look-bay" has the outcomes 0 drive-seen, 1 bay-empty/,
    ],
    [
      'record',
      { chassis: 'laptop', entries: [{ value: 'memoryGb', text: 'lots', basis: 'typed' }] },
      /entries\.0: Memory must be a size/,
    ],
    ['grade', { chassis: 'tablet' }, /grade: chassis/],
    ['price', { chassis: 'laptop', level: 9 }, /price: level/],
    ['memory', { sizes: [4], slots: 2, trials: [{ placement: [0], seen: 4 }] }, /trials\.0/],
    ['codes', { code: '99-99' }, /code: .*1 to 20/],
    ['codes', {}, /codes/],
    ['__proto__', {}, /no kind/],
  ])('%s %j is refused with its place', (kind, value, words) =>
    expect(refused(kind, value)?.message).toMatch(words),
  );
});
