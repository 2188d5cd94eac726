import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { dataState } from './drives';
import type { CountEntry, DataEntry, PartEntry, RecordEntry, RecordPart } from './entries';
import { deriveRecord } from './index';
import type { PlaceMark } from '../parts/donor';
import type { Basis, SpecKey } from './keys';
import { noneOf } from './specification';
import { readLabel } from '../parts/label';
import { driveKindIn, gigabytesIn } from './sizes';
import { figureIn, readValue } from './values';

let clock = 0;
const at = () => ++clock;
const part = (
  id: string,
  partClass: string,
  attributes: Record<string, string | number> = {},
): RecordPart => ({ id, code: `P-${id}`, class: partClass, name: `${partClass} ${id}`, attributes });
const move = (way: PartEntry['way'], moved: RecordPart): RecordEntry => ({
  kind: 'part',
  at: at(),
  way,
  part: moved,
  by: 'Bench A',
});
const value = (key: SpecKey, basis: Basis, text: string, number: number | null = null): RecordEntry => ({
  kind: 'value',
  at: at(),
  key,
  basis,
  text,
  number,
  origin: basis,
  by: 'Bench A',
});
const answer = (finding: string, outcome: number, basis: Basis = 'typed'): RecordEntry => ({
  kind: 'answer',
  at: at(),
  finding,
  outcome,
  basis,
});
const verdict = (repair: string, helped: boolean): RecordEntry => ({
  kind: 'verdict',
  at: at(),
  repair,
  helped,
});
const data = (drive: string, what: DataEntry['what']): RecordEntry => ({
  kind: 'data',
  at: at(),
  drive,
  what,
});
const count = (drives: number | null, by: CountEntry['by'] = 'hands', labelled = false): RecordEntry => ({
  kind: 'count',
  at: at(),
  drives,
  by,
  labelled,
});
const derive = (...entries: RecordEntry[]) => deriveRecord(entries, catalogue, 'laptop');
const spec = (...entries: RecordEntry[]) => derive(...entries).specification;

const solid = part('1', 'drive', { kind: 'solid', gb: 240 });
const disk = part('2', 'drive', { kind: 'disk', gb: 320, health: 'watch' });
describe('how many drives are in it', () => {
  const drives = (...entries: RecordEntry[]) => {
    const { seen, counted, doubted } = derive(...entries).drives;
    return { seen, counted, doubted: doubted.length };
  };
  it('a kind of drive that was read or typed says that one is there, none that none is; a claim says neither', () => {
    expect(drives(value('driveKind', 'typed', 'none'))).toEqual({ seen: false, counted: 0, doubted: 0 });
    expect(drives(value('driveKind', 'measured', 'solid'))).toEqual({
      seen: true,
      counted: null,
      doubted: 0,
    });
    for (const text of ['none', 'solid'])
      expect(drives(value('driveKind', 'claimed', text))).toEqual({ seen: null, counted: null, doubted: 0 });
    expect(drives(value('memoryGb', 'typed', 'none'))).toEqual({ seen: null, counted: null, doubted: 0 });
  });
  it('counted none, then one is seen: nobody knows how many; counted two and one seen: two', () => {
    expect(drives(count(0), value('driveKind', 'measured', 'disk')).counted).toBeNull();
    expect(drives(count(2), value('driveKind', 'measured', 'disk')).counted).toBe(2);
  });
  it('one comes out of two that were counted: the place is not known to be empty, until one goes in or they are counted', () => {
    const two = [move('found', solid), move('found', disk), count(2)];
    expect(drives(...two)).toEqual({ seen: true, counted: 2, doubted: 0 });
    expect(drives(...two, move('out', disk))).toEqual({ seen: true, counted: null, doubted: 0 });
    expect(drives(...two, move('out', disk), move('out', solid))).toMatchObject({
      seen: null,
      counted: null,
    });
    expect(drives(...two, move('out', disk), move('in', disk)).counted).toBe(2);
    expect(drives(...two, move('out', disk), count(1)).counted).toBe(1);
    // seen elsewhere in it, the place it came out of is still not looked into
    expect(drives(...two, move('out', disk), value('driveKind', 'measured', 'solid')).counted).toBeNull();
  });
  it('seen before another was fitted by hand, and never recorded: doubted; put in by a repair, it is the one', () => {
    expect(drives(value('driveKind', 'measured', 'disk'), move('in', solid)).doubted).toBe(1);
    expect(drives(value('driveKind', 'measured', 'disk'), move('found', solid)).doubted).toBe(0);
    expect(drives(verdict('fit-drive', true), move('in', solid)).doubted).toBe(0);
    expect(drives(verdict('fit-drive', false)).seen).toBeNull();
  });
});

describe('a note to an answer', () => {
  it.each([
    ['5.02 V', 5.02, 'V'],
    ['-11,9 V', -11.9, 'V'],
    ['83 %', 83, '%'],
    ['1 000', null, null],
    ['4200', 4200, null],
    ['about 5 V', null, null],
    ['', null, null],
    ['1'.repeat(400), null, null],
  ])('"%s" is the figure %s', (text, figure, unit) => expect(figureIn(text)).toEqual({ figure, unit }));
});

describe('places and what the machine is', () => {
  const place = (id: string, partClass: string, state: PlaceMark): RecordEntry => ({
    kind: 'place',
    at: at(),
    place: id,
    class: partClass,
    state,
  });
  it.each([
    ['battery', 'battery', 'none'],
    ['charger', 'charger', 'none'],
    ['driveKind', 'drive', 'none'],
    ['memoryGb', 'memory', '0 GB'],
  ] as const)('%s: a place seen empty is without, seen full again nobody knows of what', (key, own, none) => {
    const read = [value('battery', 'measured', 'fitted'), value('driveKind', 'measured', 'solid')];
    expect(spec(...read, place(own, own, 'gone')).text(key)).toBe(none);
    expect(noneOf(spec(...read, place(own, own, 'gone')))).toEqual([own]);
    expect(spec(...read, place(own, own, 'gone'), place(own, own, 'there')).text(key)).toBeNull();
    expect(spec(...read, place(own, own, 'gone'), place(own, own, 'unseen')).text(key)).toBeNull();
  });
  it('a part on record is in it whatever is said of its place: that comes out by an act of its own', () => {
    const now = spec(move('found', solid), place('drive', 'drive', 'gone'));
    expect([now.text('driveKind'), noneOf(now)]).toEqual(['solid', []]);
  });
  it('one of two places is empty: the other may hold it', () => {
    const second = spec(place('drive2', 'drive', 'there'), place('drive', 'drive', 'gone'));
    expect(noneOf(second)).toEqual([]);
    expect(noneOf(spec(place('drive2', 'drive', 'gone')))).toEqual([]);
    expect(noneOf(spec(place('drive2', 'drive', 'gone'), place('drive', 'drive', 'gone')))).toEqual([
      'drive',
    ]);
  });
  it('says nothing to the gate: that a place is empty is no count of its drives', () => {
    expect(derive(place('drive', 'drive', 'gone')).dataFaults.join()).toMatch(/nobody has said whether/);
    expect(derive(move('found', solid), place('drive', 'drive', 'gone')).drives.counted).toBe(1);
  });
  it('what a look saw is not taken back by a place nobody looked at after all; a claim is no sight', () => {
    const seen = [answer('look-battery', 1), place('battery', 'battery', 'unseen')];
    expect(noneOf(spec(...seen))).toEqual(['battery']);
    expect(noneOf(spec(value('battery', 'claimed', 'none')))).toEqual([]);
  });
});

describe('what the machine is', () => {
  it('4 + 2 + 2 GB put on record read 8', () => {
    const now = spec(...[4, 2, 2].map((gb, i) => move('found', part(`m${i}`, 'memory', { gb }))));
    expect([now.text('memoryGb'), now.number('memoryGb')]).toEqual(['8 GB', 8]);
  });
  it('a report of 8 GB and a disk, then 16 GB in its place and a solid-state drive fitted', () => {
    const old = part('old', 'memory', { gb: 8 });
    const now = spec(
      value('memoryGb', 'measured', '8 GB', 8),
      value('driveKind', 'measured', 'disk'),
      value('driveGb', 'measured', '320 GB', 320),
      move('found', old),
      move('found', disk),
      move('out', old),
      move('in', part('new', 'memory', { gb: 16 })),
      move('out', disk),
      move('in', solid),
    );
    expect([now.number('memoryGb'), now.text('driveKind'), now.number('driveGb')]).toEqual([
      16,
      'solid',
      240,
    ]);
    expect(now.best('memoryGb')?.origin).toBe('part P-new');
  });
  it('the newest that determined it counts, whatever was measured before; a seller’s word only where nothing was seen', () => {
    const seen = [
      value('memoryGb', 'measured', '8 GB', 8),
      value('memoryGb', 'typed', '16 GB', 16),
      value('memoryGb', 'claimed', '32 GB', 32),
    ];
    expect(spec(...seen).number('memoryGb')).toBe(16);
    expect(spec(seen[0]).number('memoryGb')).toBe(8);
    expect(spec(seen[2]).best('memoryGb')).toMatchObject({ basis: 'claimed', number: 32 });
    expect(spec(seen[2], seen[0]).number('memoryGb')).toBe(8);
  });
  describe('of several drives one is the one it starts from', () => {
    const ssd = part('s', 'drive', { kind: 'solid', gb: 240 });
    const disk = part('d', 'drive', { kind: 'disk', gb: 4000 });
    const told = (...entries: RecordEntry[]) => {
      const { text, number } = now(entries);
      return [text('driveKind'), number('driveGb'), number('moreDrives'), text('system')];
    };
    const now = (entries: RecordEntry[]) => {
      const { specification } = deriveRecord(entries, catalogue, 'desktop');
      return {
        text: (key: SpecKey) => specification.text(key),
        number: (key: SpecKey) => specification.number(key),
      };
    };
    const SOLID_FIRST = ['solid', 240, 4000, null];
    it('the solid one, in whatever order they went in or were found', () => {
      expect(told(move('in', ssd), move('in', disk))).toEqual(SOLID_FIRST);
      expect(told(move('in', disk), move('in', ssd))).toEqual(SOLID_FIRST);
      expect(told(move('found', disk), move('found', ssd))).toEqual(SOLID_FIRST);
      expect(told(move('found', ssd), move('in', disk))).toEqual(SOLID_FIRST);
    });
    it('a disk put beside what was read keeps the system that is on it', () => {
      const read = [value('driveKind', 'measured', 'solid'), value('driveGb', 'measured', '240 GB', 240)];
      const system = value('system', 'measured', 'a system');
      expect(told(...read, system, move('in', disk))).toEqual(['solid', 240, 4000, 'a system']);
      // in its place, and as its like, it is the drive
      expect(told(...read, move('in', { ...ssd, id: 't', attributes: { kind: 'solid', gb: 500 } }))).toEqual([
        'solid',
        500,
        null,
        null,
      ]);
    });
    it('the one a system was put on, though it is a disk; with it out, the other', () => {
      const both = [move('in', ssd), move('in', disk), data('d', 'installed')];
      expect(told(...both).slice(0, 3)).toEqual(['disk', 4000, 240]);
      expect(told(...both, move('out', disk))).toEqual(['solid', 240, null, null]);
      expect(told(...both, move('out', ssd)).slice(0, 3)).toEqual(['disk', 4000, null]);
    });
    it('one that fails is not it while another works, and the second taken out takes no system with it', () => {
      const failing = { ...ssd, attributes: { ...ssd.attributes, health: 'failing: 9 reallocated' } };
      expect(told(move('found', failing), move('found', disk)).slice(0, 2)).toEqual(['disk', 4000]);
      const started = [move('in', ssd), value('system', 'typed', 'a system'), move('in', disk)];
      expect(told(...started, move('out', disk))).toEqual(['solid', 240, null, 'a system']);
      expect(told(...started, data('d', 'erased'))[3]).toBe('a system');
      expect(told(...started, data('s', 'erased'))[3]).toBeNull();
    });
  });
  it('a battery put in is not the old one’s health; one taken out is none', () => {
    const worn = value('batteryHealth', 'measured', '41 %', 0.41);
    const pack = part('b', 'battery', { wattHours: 48 });
    expect(spec(worn, move('in', pack)).best('batteryHealth')).toBeNull();
    expect(spec(worn, move('found', pack), move('out', pack)).text('battery')).toBe('none');
    expect(spec(worn, answer('look-battery', 1)).text('battery')).toBe('none');
  });
  it('an answer tells what is there, a claim does not', () => {
    expect(spec(answer('memory-fitted', 1)).number('memoryGb')).toBe(0);
    expect(spec(answer('look-bay', 1)).text('driveKind')).toBe('none');
    expect(spec(answer('look-bay', 1, 'claimed')).text('driveKind')).toBeNull();
  });
  it('what was taken out cannot be harvested', () => {
    const fan = part('f', 'fan');
    expect(
      derive(move('found', fan), move('out', fan), move('found', solid), move('out', solid), move('in', disk))
        .gone,
    ).toEqual(['fan']);
  });
});

describe('what a battery says of itself', () => {
  const doubted = (...entries: RecordEntry[]) => derive(...entries).gaugeDoubted;
  const drops = answer('battery-run', 2);
  it('is doubted once it was seen to drop suddenly, until it ran evenly or is another one', () => {
    expect(doubted()).toBe(false);
    expect(doubted(answer('battery-run', 1))).toBe(false);
    expect(doubted(drops, value('batteryHealth', 'measured', '91 %', 0.91))).toBe(true);
    expect(doubted(drops, verdict('swap-battery', false))).toBe(true);
    expect(doubted(drops, verdict('swap-battery', true))).toBe(false);
    expect(doubted(drops, move('in', part('b', 'battery')))).toBe(false);
    expect(doubted(drops, answer('battery-run', 0))).toBe(false);
    expect(doubted(answer('battery-run', 0), drops)).toBe(true);
    expect(doubted(answer('battery-run', 2, 'claimed'))).toBe(false);
  });
});

describe('the gate', () => {
  const shut = (...entries: RecordEntry[]) => derive(...entries).dataFaults;
  it('is shut while nobody has looked, and opens for a machine seen to have no drive', () => {
    expect(shut()).toHaveLength(1);
    expect(shut(answer('look-bay', 1))).toEqual([]);
  });
  it('"bay empty", taken back, shuts it again: nothing else remembers the answer', () =>
    expect(shut()).toEqual(shut(...[answer('look-bay', 1)].slice(1))));
  it('names each drive without a record, and opens when each has one', () => {
    expect(shut(move('found', solid), move('found', disk), data('2', 'erased'), count(2))).toEqual([
      expect.stringContaining('P-1'),
    ]);
    expect(shut(move('found', solid), data('1', 'erased'), count(1))).toEqual([]);
    expect(shut(answer('look-bay', 1), move('in', solid), data('1', 'never'))).toEqual([]);
  });
  it('as many drives as were counted must be on record: one more or one less shuts it', () => {
    const one = [move('found', solid), data('1', 'erased')];
    expect(shut(...one)).toEqual([]);
    expect(shut(...one, count(2))).toEqual([expect.stringContaining('2 drives were counted')]);
    expect(shut(...one, count(2), move('found', disk), data('2', 'erased'))).toEqual([]);
    expect(shut(...one, move('found', disk), data('2', 'erased'), count(1))).toHaveLength(1);
    expect(shut(...one, count(0))).toHaveLength(1);
    expect(shut(...one, count(null))).toHaveLength(1);
  });
  it('taking one out leaves its place unknown, not empty', () => {
    const two = [answer('look-bay', 0), move('found', solid), count(1)];
    expect(shut(...two, move('out', solid))).toEqual([expect.stringContaining('nobody has said')]);
    expect(shut(...two, move('out', solid), count(0))).toEqual([]);
    expect(shut(...two, move('out', solid), answer('look-bay', 1))).toEqual([]);
    // what hands put in since is counted with it
    expect(shut(...two, move('out', solid), count(0), move('in', disk), data('2', 'never'))).toEqual([]);
    // one put where one came out: its place is known again
    expect(shut(...two, move('out', solid), move('in', disk), data('2', 'never'))).toEqual([]);
    // one that was counted and never put on record is not forgotten when the other comes out and goes back in
    const known = [
      move('found', solid),
      data('1', 'erased'),
      count(2),
      move('out', solid),
      move('in', solid),
    ];
    expect(shut(...known)).toEqual([expect.stringContaining('2 drives were counted')]);
    // of two one came out: the other place is known, that one is not
    const both = [move('found', solid), move('found', disk), data('2', 'erased'), move('out', solid)];
    expect(shut(...both)).toEqual([expect.stringContaining('nobody has counted')]);
    // a drive seen in it is the one that is known; it says nothing of the place the other came out of
    expect(shut(...both, answer('look-bay', 0))).toEqual([expect.stringContaining('nobody has counted')]);
    expect(shut(...both, count(1))).toEqual([]);
    // nobody knows how many went in or out in other hands: what is put in since settles nothing
    expect(
      shut(move('found', solid), data('1', 'erased'), count(null), move('in', disk), data('2', 'never')),
    ).toHaveLength(1);
  });
  it('a drive that was seen and never recorded is not the one that hands fit later', () => {
    const seen = [answer('look-bay', 0), move('in', disk), data('2', 'never')];
    expect(shut(...seen)).toEqual([expect.stringContaining('seen in it before another was fitted')]);
    expect(shut(...seen, count(1))).toEqual([]);
    expect(shut(...seen, count(2))).toEqual([expect.stringContaining('2 drives were counted')]);
    expect(shut(...seen, move('found', solid), data('1', 'erased'))).toEqual([]);
    expect(shut(answer('look-bay', 0), answer('look-bay', 1), move('in', disk), data('2', 'never'))).toEqual(
      [],
    );
    // what a repair put in is the drive it tells of
    expect(
      shut(answer('look-bay', 1), verdict('fit-drive', true), move('in', disk), data('2', 'never')),
    ).toEqual([]);
  });
  it('a drive whose serial nobody could read is labelled by hand after the last report that showed it', () => {
    const nameless = { ...solid, serial: '' };
    const one = [move('found', nameless), data('1', 'erased')];
    expect(shut(...one, count(1, 'report'))).toEqual([expect.stringContaining('put its code on it')]);
    expect(shut(...one, count(1))).toEqual([expect.stringContaining('put its code on it')]);
    expect(shut(...one, count(1, 'hands', true))).toEqual([]);
    expect(shut(...one, count(1, 'hands', true), count(1, 'report'))).toHaveLength(1);
  });
  it('what a report showed that may be another record’s drive shuts both', () => {
    const seen = (here: boolean): RecordEntry => ({
      kind: 'sighting',
      at: at(),
      code: 'P-9',
      where: 'WQ-0012',
      here,
    });
    const one = [move('found', solid), data('1', 'erased'), count(1)];
    expect(shut(...one, seen(true))).toEqual([expect.stringContaining('on record in WQ-0012')]);
    expect(shut(...one, seen(false))).toEqual([expect.stringContaining('say whether it moved')]);
  });
  it('a drive fitted as part of a repair that helped must be put on record', () => {
    expect(shut(answer('look-bay', 1), verdict('fit-drive', true))).toEqual([
      expect.stringContaining('not on its record'),
    ]);
    expect(shut(answer('look-bay', 1), verdict('fit-drive', false))).toEqual([]);
  });
  it('a drive seen in set-up, or by its report, is as good as one seen in the bay', () => {
    for (const finding of ['setup-drive', 'drive-seen', 'drive-health', 'drive-elsewhere'])
      expect(shut(answer(finding, 0))).toHaveLength(1);
  });
  it('"bay empty" beside a drive on record is no way round it', () => {
    expect(shut(move('found', solid), data('1', 'erased'), count(1), answer('look-bay', 1))).toEqual([
      expect.stringContaining('said to have no drive'),
    ]);
    expect(shut(move('found', solid), answer('look-bay', 1)).length).toBeGreaterThan(0);
  });
  it('a clone written after the erasure is somebody’s data; a fresh system is nobody’s, and takes none away', () => {
    const state = (...what: DataEntry['what'][]) => dataState(what.map((one) => ({ what: one }))).accounted;
    expect(state()).toBe(false);
    expect(state('erased')).toBe(true);
    expect(state('erased', 'installed')).toBe(true);
    expect(state('installed')).toBe(false);
    expect(state('erased', 'cloned')).toBe(false);
    expect(state('erased', 'cloned', 'erased')).toBe(true);
    expect(state('never', 'cloned')).toBe(false);
    // whatever was erased before: what came back, failed or has begun since holds data
    for (const since of ['used', 'failed', 'begun'] as const) {
      expect(state('erased', since)).toBe(false);
      expect(state('erased', since, 'erased')).toBe(true);
    }
    // that it never held any is the first thing said of it, or somebody vouches for it
    expect(state('never')).toBe(true);
    expect(state('failed', 'never')).toBe(false);
    expect(state('used', 'never')).toBe(false);
    expect(dataState([{ what: 'failed' }, { what: 'never', vouched: true }]).accounted).toBe(true);
  });
});

describe('cures that work round a fault', () => {
  it('leave a flaw in words with a cap on the grade; a real mend takes it away', () => {
    expect(derive(verdict('other-slot', true)).flaws).toEqual([
      expect.objectContaining({ repair: 'other-slot', cap: 'B', words: expect.stringContaining('slot') }),
    ]);
    expect(derive(verdict('other-slot', false)).flaws).toEqual([]);
    expect(derive(verdict('other-slot', true), verdict('swap-board', true)).flaws).toEqual([]);
  });
});

describe('how it lies on the bench', () => {
  it('follows what each step needed, and what a person said since', () => {
    expect(derive(answer('memory-fitted', 0)).bench).toMatchObject({ caseOpen: true, plugged: false });
    const said: RecordEntry = { kind: 'bench', at: at(), state: { caseOpen: false } };
    expect(derive(answer('memory-fitted', 0), said).bench).toMatchObject({
      caseOpen: false,
      boardOut: false,
    });
    expect(derive(answer('memory-fitted', 0), said, answer('button', 0)).bench).toMatchObject({
      plugged: true,
    });
  });
});

describe('any entries', () => {
  const parts = [solid, disk, part('3', 'memory', { gb: 4 }), part('4', 'battery')];
  const any = fc.oneof(
    fc
      .constantFrom(
        ...catalogue.findings.filter((finding) => finding.outcomes.some((outcome) => outcome.tells)),
        catalogue.findings[3],
      )
      .chain((finding) => fc.nat(finding.outcomes.length - 1).map((outcome) => answer(finding.id, outcome))),
    fc
      .constantFrom('fit-drive', 'other-slot', 'swap-board', 'swap-battery')
      .chain((repair) => fc.boolean().map((helped) => verdict(repair, helped))),
    fc
      .constantFrom<SpecKey[]>('memoryGb', 'driveKind', 'batteryHealth', 'processor')
      .chain((key) =>
        fc
          .constantFrom<Basis[]>('measured', 'typed', 'claimed')
          .map((basis) => value(key, basis, key === 'driveKind' ? 'disk' : '4 GB', 4)),
      ),
    fc
      .constantFrom(...parts)
      .chain((moved) =>
        fc.constantFrom<PartEntry['way'][]>('found', 'in', 'out').map((way) => move(way, moved)),
      ),
    fc
      .constantFrom<DataEntry['what'][]>('erased', 'cloned', 'installed', 'never')
      .chain((what) => fc.constantFrom('1', '2').map((drive) => data(drive, what))),
  );
  it('never opens the gate for a machine with a drive on record that is not accounted for', () =>
    fc.assert(
      fc.property(fc.array(any, { maxLength: 14 }), (entries) => {
        const inside = new Map<string, boolean>();
        for (const entry of entries)
          if (entry.kind === 'part' && entry.part.class === 'drive')
            inside.set(entry.part.id, entry.way !== 'out');
        const open = derive(...entries).dataFaults.length === 0;
        for (const [drive, here] of inside) {
          const events = entries.filter(
            (entry): entry is DataEntry => entry.kind === 'data' && entry.drive === drive,
          );
          const last = events.filter((entry) => entry.what !== 'installed').at(-1)?.what;
          if (here && (last === undefined || last === 'cloned')) expect(open).toBe(false);
        }
      }),
      { seed: 9, numRuns: 300 },
    ));
});

describe('one reader of sizes and kinds, for people, manifests and reports', () => {
  it.each<[string, number | null]>([
    ['8', 8],
    ['8 GB', 8],
    ['8GB', 8],
    ['2x4GB', 8],
    ['2 x 4 GB', 8],
    ['DDR4 8 GB', 8],
    ['8 GB DDR4', 8],
    ['DDR3 2x2GB', 4],
    ['512 MB', 0.5],
    ['1 TB', 1000],
    ['1TB SSD', 1000],
    ['500 GB HDD', 500],
    ['7,5 GB', 7.5],
    ['', null],
    ['n/a', null],
    ['none', 0],
  ])('"%s" is %s gigabytes', (text, gb) => expect(gigabytesIn(text)).toBe(gb));
  it.each(['plenty', 'DDR4', 'two', 'x', 'SSD', '4K'])('"%s" is no size', (text) =>
    expect(gigabytesIn(text)).toBeNaN(),
  );
  it.each([
    ['SSD', 'solid'],
    ['240 GB SSD', 'solid'],
    ['NVMe', 'solid'],
    ['hard disk', 'disk'],
    ['none', 'none'],
    ['no drive', 'none'],
    ['removed', 'none'],
    ['', null],
  ] as const)('"%s" is %s', (text, kind) => expect(driveKindIn(text)).toBe(kind));
  it.each<[SpecKey, string, string, number | null]>([
    ['driveGb', '1 TB', '1 TB', 1000],
    ['memoryGb', 'DDR4 8 GB', '8 GB', 8],
    ['driveKind', 'SSD', 'solid', null],
    ['batteryHealth', '63 %', '63 %', 0.63],
    ['topCelsius', '71', '71 °C', 71],
    ['processorLevel', '3', '3', 3],
    ['screen', ' 14 inch ', '14 inch', null],
  ])('%s "%s" is kept as %s', (key, text, shown, number) => {
    const read = readValue(key, text);
    expect(read).toMatchObject({ ok: true, text: shown });
    if (read.ok && number !== null) expect(read.number).toBeCloseTo(number, 9);
  });
  it.each<[SpecKey, string]>([
    ['memoryGb', 'lots'],
    ['memoryGb', '9999 TB'],
    ['driveKind', 'fast'],
    ['batteryHealth', '150'],
    ['topCelsius', '-4'],
  ])('%s "%s" is refused with what it must be', (key, text) =>
    expect(readValue(key, text)).toMatchObject({ ok: false, fault: expect.stringContaining('must be') }),
  );
});

describe('a drive that was named and is found', () => {
  it.each([
    ['drive', '250 GB hard disk', { gb: 250, kind: 'disk' }],
    ['drive', 'Flint S240, 240 GB solid-state', { gb: 240, kind: 'solid' }],
    ['drive', 'disk of the kitchen', { kind: 'disk' }],
    ['memory', '4 GB module', { gb: 4 }],
    ['panel', '14 inch', { diagonalInch: 14 }],
  ])('%s "%s" says %o of itself', (partClass, name, attributes) =>
    expect(readLabel(partClass, name)).toEqual(attributes),
  );
  it('what a seller named stays where the part does not say it, and what the part says counts before it', () => {
    const said = (key: SpecKey, text: string, number: number | null): RecordEntry => ({
      kind: 'value',
      at: at(),
      key,
      basis: 'claimed',
      text,
      number,
      origin: 'manifest',
      by: '',
    });
    const found = (attributes: Record<string, string | number>): RecordEntry => ({
      kind: 'part',
      at: at(),
      way: 'found',
      by: '',
      part: { id: 'd', code: 'P-1', class: 'drive', name: 'x', attributes },
    });
    const spec = (...entries: RecordEntry[]) => deriveRecord(entries, catalogue, 'laptop').specification;
    const claims = () => [said('driveKind', 'disk', null), said('driveGb', '250 GB', 250)];
    expect(spec(...claims(), found({})).text('driveKind')).toBe('disk');
    expect(spec(...claims(), found({})).number('driveGb')).toBe(250);
    expect(spec(...claims(), found({ kind: 'solid', gb: 240 })).best('driveKind')).toMatchObject({
      value: 'solid',
      basis: 'typed',
    });
    expect(spec(said('driveKind', 'none', null), found({})).text('driveKind')).toBeNull();
  });
});
