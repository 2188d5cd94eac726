import { describe, expect, it } from 'vitest';
import { eventTitle, eventWords } from './events';
import { type Names } from './eventSays';
import { EVENT_TITLES } from './eventTitles';

const EVENT_KINDS = Object.keys(EVENT_TITLES);

const names: Names = {
  decimals: 2,
  zone: 'UTC',
  finding: (id) =>
    id === 'look-bay'
      ? {
          ask: 'Is there a drive in it?',
          outcomes: [
            { id: 'drive-seen', label: 'Drive seen' },
            { id: 'bay-empty', label: 'Bay empty' },
          ],
        }
      : undefined,
  repair: (id) => (id === 'reseat-memory' ? 'Reseat the memory' : undefined),
  test: (id) => (id === 'usb' ? 'Every outside port' : undefined),
  surface: (id) => (id === 'lid' ? 'Lid' : undefined),
  defect: (id) => (id === 'scratch' ? 'Scratch' : undefined),
  stage: (id) => ({ find: 'Find out', hands: 'Hands on' })[id],
};

describe('the history in words', () => {
  it('has a title for every kind', () => {
    for (const kind of EVENT_KINDS) expect(eventTitle(kind), kind).toMatch(/^[A-Z]/);
  });
  it.each<[string, Record<string, unknown>, string]>([
    ['typed', { key: 'topCelsius', value: '71' }, 'Top under load: 71 °C'],
    [
      'memory start',
      { start: 2, placed: ['A in 1', 'B in 3'], cleaned: [3], gb: null },
      'start 2: A in 1, B in 3, slot 3 cleaned: no start',
    ],
    [
      'memory board',
      { starts: 4, told: [{ finding: 'look-bay', outcome: 'bay-empty', place: 'slot 2' }] },
      'Is there a drive in it? Bay empty (slot 2); after 4 starts',
    ],
    [
      'memory board',
      { starts: 1, told: [{ finding: 'x', outcome: 'all' }] },
      'every module and every slot works; after 1 start',
    ],
    [
      'voided',
      { ref: 'look-bay', refs: ['look-bay', 'reseat-memory'] },
      'Is there a drive in it?; Reseat the memory',
    ],
    [
      'house tables',
      { version: 3, count: 2, changes: [{ path: 'asFoundShare', from: 0.45, to: 0.5 }] },
      'Version 3: as found, share: 0.45 → 0.5; and 1 more',
    ],
    ['typed', { key: 'driveKind', value: 'solid' }, 'Drive: solid-state'],
    [
      'typed',
      { key: 'topCelsius', value: '97', ungraded: true },
      'Top under load: 97 °C; its grade no longer stands and must be given again',
    ],
    ['report asked for', { ungraded: false }, 'leave for its own report, one hour'],
    ['test', { test: 'usb', result: 'pass' }, 'Every outside port: works'],
    [
      'finding',
      { finding: 'look-bay', outcome: 'bay-empty', index: 1, replaced: 7 },
      'Is there a drive in it? Bay empty; replaces an earlier answer',
    ],
    ['repair', { repair: 'reseat-memory', helped: false }, 'Reseat the memory: no change'],
    [
      'work started',
      { title: 'Clean inside', paused: [{ title: 'New paste', tag: 'WQ-0003' }] },
      'Clean inside; paused meanwhile: new paste at WQ-0003',
    ],
    ['work started', { title: 'Clean inside', paused: ['an-id-of-an-earlier-version'] }, 'Clean inside'],
    ['defect marked', { surface: 'lid', kind: 'scratch', size: 1 }, 'Lid: scratch, medium'],
    ['stage', { from: 'find', to: 'hands' }, 'Find out to hands on'],
    ['part taken', { code: 'P-0003', name: '4 GB module', to: 'scrap' }, 'P-0003 4 GB module to the scrap'],
    [
      'drive erased',
      { code: 'P-0004', serial: 'B1', method: 'overwrite', verified: 'read back' },
      'P-0004 B1: overwrite; verified: read back',
    ],
    ['drive erased', { code: 'P-0008', serial: '', method: 'One overwrite' }, 'P-0008: One overwrite'],
    ['typed', { key: 'model', value: 'none' }, 'Model: none'],
    ['sold', { priceMinor: 9000, channel: '' }, 'for 90.00'],
  ])('%s %j', (kind, payload, words) => expect(eventWords(kind, payload, names)).toBe(words));
  it('says something of any payload, also one it has never seen', () => {
    for (const kind of [...EVENT_KINDS, 'never heard of'])
      for (const payload of [{}, { title: { a: 1 }, files: 7, paused: null, helped: null }])
        expect(typeof eventWords(kind, payload, names)).toBe('string');
  });
});
