import { describe, expect, it } from 'vitest';
import { comfort, systemRows, useRules } from '@/catalog/worth/uses';
import { graphicsProven, systemsFor, usesOf, weakestPart, type UseFacts } from './uses';

const facts: UseFacts = {
  chassis: 'laptop',
  level: 2,
  threads: 4,
  memoryGb: 8,
  driveKind: 'solid',
  driveGb: 240,
  graphics: 1,
  batteryHealth: 0.8,
  batteryMissing: false,
  firmwareMode: 'uefi',
  securityChip: 1.2,
  year: 2019,
};
const good = (of: Partial<UseFacts>) =>
  Object.fromEntries(usesOf(useRules, { ...facts, ...of }).map(({ id, good: is }) => [id, is]));
const why = (id: string, of: Partial<UseFacts>) =>
  usesOf(useRules, { ...facts, ...of }).find((use) => use.id === id)!.reasons;
const runs = (of: Partial<UseFacts>, today = '2026-11-26') =>
  Object.fromEntries(systemsFor(systemRows, { ...facts, ...of }, today).map((row) => [row.id, row]));

describe('uses', () => {
  it('an ordinary laptop: office yes, films and games no with what it lacks', () => {
    expect(good({})).toEqual({
      browsing: 'yes',
      school: 'yes',
      office: 'yes',
      screens: 'not known',
      films480: 'yes',
      films720: 'yes',
      offline: 'yes',
      films: 'no',
      games: 'no',
      server: 'yes',
      tinkering: 'yes',
    });
    expect(why('films', {})[0]).toMatch(/graphics is good for an office picture, it wants one for films/);
  });
  it('4 GB is light: browsing yes, office under a light system only, 3 GB not even that', () => {
    const office = (of: Partial<UseFacts>) =>
      usesOf(useRules, { ...facts, ...of }).find(({ id }) => id === 'office')!;
    expect(good({ memoryGb: 4 })).toMatchObject({ browsing: 'yes', office: 'no' });
    expect(office({})).toEqual({ id: 'office', name: 'office', good: 'yes', reasons: [] });
    expect(office({ memoryGb: 4 })).toMatchObject({
      good: 'no',
      light: true,
      reasons: ['4 GB of memory, it wants 8'],
    });
    expect(office({ memoryGb: 3 })).toEqual({
      id: 'office',
      name: 'office',
      good: 'no',
      reasons: ['3 GB of memory, it wants 8'],
    });
    // what nobody knows is not forgiven by a light system
    expect(office({ memoryGb: 4, threads: null }).light).toBeUndefined();
  });
  it('a second screen wants a socket for it; a graphics interface counts only where it was measured', () => {
    expect(good({ screens: 2 }).screens).toBe('yes');
    expect(why('screens', { screens: 1 })).toEqual(['it shows a picture on 1 screen, it wants 2']);
    expect(good({ graphics: 3 }).games).toBe('yes');
    expect(good({ graphics: 3, graphicsInterface: 3 }).games).toBe('yes');
    expect(why('games', { graphics: 3, graphicsInterface: 2 })).toEqual([
      'its graphics interface is of version 2, it wants 3',
    ]);
  });
  it('a disk, a missing battery, no drive: no, and why', () => {
    expect(why('school', { driveKind: 'disk' })[0]).toMatch(/hard disk/);
    expect(why('browsing', { driveKind: 'disk' })[0]).toMatch(/hard disk/);
    expect(why('school', { batteryMissing: true, batteryHealth: null })).toEqual(['it has no battery']);
    expect(why('server', { driveKind: 'none', driveGb: null })).toEqual(['it has no drive']);
  });
  it('a desktop has no battery to be judged by; what is not known is said, and is no "no"', () => {
    expect(good({ chassis: 'desktop', batteryHealth: null }).school).toBe('yes');
    expect(good({ memoryGb: null }).office).toBe('not known');
    expect(why('office', { memoryGb: null })).toEqual(['not known: its memory']);
    expect(good({ memoryGb: null, level: 0 }).office).toBe('no');
  });
});

describe('what was measured', () => {
  it('decides before any rule; between two marks the rules do', () => {
    expect(good({ measured: { frames: 50 } }).games).toBe('yes');
    expect(why('games', { measured: { frames: 50 } })).toEqual(['measured: 50 frames a second']);
    expect(good({ graphics: 3, measured: { frames: 12 } }).games).toBe('no');
    expect(good({ graphics: 3, measured: { frames: 25 } }).games).toBe('yes');
    expect(good({ measured: { dropped1080: 0.2 } }).films).toBe('yes');
    expect(good({ graphics: 2, measured: { dropped1080: 9 } }).films).toBe('no');
    expect(good({ graphics: 0, measured: { dropped720: 0.4 } }).films720).toBe('yes');
    expect(
      why('games', { measured: { frames: 50 }, measuredOn: { frames: 'the harbour race, medium' } }),
    ).toEqual(['measured: 50 frames a second, the harbour race, medium']);
  });
  it('proves the least of graphics its use asks for, and nothing where it does not tell', () => {
    const proven = (measured: Record<string, number>) => graphicsProven(useRules, measured);
    expect(proven({ frames: 48, dropped1080: 0 })).toBe(3);
    expect(proven({ dropped1080: 0.5, frames: 22 })).toBe(2);
    expect(proven({ dropped480: 0 })).toBe(1);
    expect(proven({ frames: 25 })).toBeNull();
    expect(proven({ read: 500 })).toBeNull();
  });
  it('is the weakest part before any class is', () => {
    const of = (measured: UseFacts['measured']) =>
      weakestPart({ ...facts, level: 3, measured }, comfort, 600);
    expect(of({})).toBeNull();
    expect(of({ frames: 12 })).toMatchObject({ what: 'graphics', share: 0.4 });
    expect(of({ frames: 50 })).toBeNull();
    expect(of({ dropped1080: 8 })).toMatchObject({ what: 'graphics', share: 0.125 });
  });
});

describe('systems', () => {
  it('one that its maker does not support there runs, and that is all', () => {
    const able = { firmwareMode: 'secure', securityChip: 2 } as const;
    expect(runs({ ...able, year: 2015 })['commercial-now']).toMatchObject({ runs: 'yes', supported: 'no' });
    expect(runs({ ...able, year: 2015 })['commercial-now'].reasons.join()).toMatch(/this one is of 2015/);
    expect(runs({ ...able, year: 2019 })['commercial-now']).toMatchObject({ supported: 'yes', reasons: [] });
    expect(runs({ ...able, year: null })['commercial-now'].supported).toBe('not known');
    expect(runs({ year: 2009 })['free-light'].supported).toBe('yes');
  });
  it('the current commercial one wants secure firmware and a chip 2.0; a light free one runs on nearly anything', () => {
    expect(runs({})['commercial-now']).toMatchObject({ runs: 'no' });
    expect(runs({})['commercial-now'].reasons.join()).toMatch(/security chip 1.2, it wants 2.0/);
    expect(runs({ firmwareMode: 'secure', securityChip: 2 })['commercial-now'].runs).toBe('yes');
    expect(runs({ level: 0, memoryGb: 1 })['free-light'].runs).toBe('no');
    expect(runs({ level: 0, memoryGb: 1 })['free-old'].runs).toBe('yes');
  });
  it('one that runs may get no updates any more: by the month, not by the clock', () => {
    expect(runs({}, '2025-10-31')['commercial-before']).toMatchObject({ runs: 'yes', ended: false });
    expect(runs({}, '2025-11-01')['commercial-before']).toMatchObject({ runs: 'yes', ended: true });
    expect(runs({})['commercial-now'].ended).toBe(false);
  });
  it('what is not known is asked for', () =>
    expect(runs({ securityChip: null, firmwareMode: 'secure' })['commercial-now']).toMatchObject({
      runs: 'not known',
      reasons: ['not known: its security chip'],
    }));
});

describe('the weakest part', () => {
  it('a disk before 4 GB before an old processor', () => {
    expect(weakestPart({ ...facts, driveKind: 'disk', memoryGb: 4 }, comfort, null)?.what).toBe('drive');
    expect(weakestPart({ ...facts, memoryGb: 4 }, comfort, null)?.what).toBe('memory');
    expect(weakestPart({ ...facts, level: 1, batteryHealth: null }, comfort, null)?.what).toBe('processor');
  });
  it('a measured figure counts before the usual one', () => {
    const slow = weakestPart({ ...facts, level: 3 }, comfort, 90);
    expect(slow).toMatchObject({ what: 'drive', words: expect.stringMatching(/90 MB\/s, measured/) });
    expect(weakestPart({ ...facts, level: 3 }, comfort, null)).toBeNull();
  });
});
