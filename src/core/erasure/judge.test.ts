import { describe, expect, it } from 'vitest';
import { eraseTables } from '@/catalog/papers/erasure';
import { eraseFaults, type EraseExpected, type EraseResult } from './judge';

const SECTORS = 976_773_168; // 500 GB as drives of that label have it (IDEMA LBA1-03, from memory)
const good: EraseResult = {
  through: true,
  sectors: SECTORS,
  unwritten: 0,
  checked: SECTORS,
  wrong: 0,
  hidden: 0,
  read: 97_000_000,
  unread: 0,
  left: 0,
};
const asked: EraseExpected = {
  checked: SECTORS,
  read: 97_000_000,
  bytes: 500e9,
  proven: true,
  medium: 'disk',
  seconds: 20_000,
  takes: { by: 'writing', passes: 2 },
};
const faults = (result: Partial<EraseResult> = {}, expected: Partial<EraseExpected> = {}) =>
  eraseFaults({ ...good, ...result }, { ...asked, ...expected }, eraseTables);

describe('was it erased', () => {
  it('only when all was written, found, read back and empty', () => {
    expect(faults()).toEqual([]);
  });
  it.each([
    [{ through: false }, 'stopped before its end'],
    [{ unwritten: 1 }, '1 sectors could not be written'],
    [{ wrong: 2 }, '2 sectors did not hold what was written'],
    [{ left: 3 }, '3 sectors still hold data'],
    [{ unread: 4 }, '4 sectors could not be read back'],
    [{ hidden: 5 }, '5 sectors are hidden'],
    [{ checked: SECTORS - 1 }, 'the pattern was looked for in'],
    [{ read: 96_999_999 }, 'sectors were read back'],
  ] as const)('not with %o', (result, words) => {
    expect(faults(result)).toEqual([expect.stringContaining(words)]);
  });
  it('not when the places the shop drew do not hold its pattern', () => {
    expect(faults({}, { proven: false })).toEqual([expect.stringContaining('not what the shop’s key makes')]);
  });
  it('not faster than physics: 500 GB in 2.6 s, or in an hour what two passes and a reading take a disk', () => {
    expect(faults({}, { seconds: 2.6 })).toEqual([expect.stringContaining('no drive of its kind')]);
    // 2 x 500 GB written and 550 GB read at 320 MB/s take 4,841 s
    expect(faults({}, { seconds: 4_700 })).toHaveLength(1);
    expect(faults({}, { seconds: 4_900 })).toEqual([]);
  });
  it('what the drive does by itself takes no passes, its reading back does', () => {
    const takes = { by: 'drive', minutes: [1, 6] } as const;
    expect(faults({ checked: 500 }, { checked: 500, takes, medium: 'solid', seconds: 100 })).toEqual([]);
    expect(faults({ checked: 500 }, { checked: 500, takes, medium: 'solid', seconds: 60 })).toHaveLength(1);
  });
  it('not when it shows less than its label says: 12 GB hidden of 500; rounding is no hiding', () => {
    expect(faults({ sectors: SECTORS - 24_000_000 })).toEqual([
      expect.stringContaining('part of it may be hidden'),
    ]);
    // 62.5 GB of flash that a report rounded up to 63
    expect(faults({ sectors: 122_142_720 }, { bytes: 63e9 })).toEqual([]);
  });
  it('not when nobody but the drive has said how much it holds', () => {
    expect(faults({}, { bytes: null })).toEqual([expect.stringContaining('nobody has said')]);
  });
});
