import { describe, expect, it } from 'vitest';
import { eraseTables } from '@/catalog/erasure';
import { dataState } from '../record/drives';
import { eraseFaults, type EraseResult } from './judge';

const good: EraseResult = { through: true, sectors: 1_000, unwritten: 0, read: 1_000, unread: 0, left: 0 };
const faults = (more: Partial<EraseResult>, bytes: number | null = 512_000, read = 1_000) =>
  eraseFaults({ ...good, ...more }, { read, bytes }, eraseTables);

describe('was it erased', () => {
  it('everything written, everything read back, all empty', () => expect(faults({})).toEqual([]));
  it.each([
    [{ through: false }, 'stopped'],
    [{ unwritten: 1 }, 'could not be written'],
    [{ left: 1 }, 'still hold data'],
    [{ unread: 2 }, 'could not be read back'],
    [{ read: 999 }, '999 of 1000'],
    [{ sectors: 900 }, 'hidden'],
  ])('%o is a fault', (more, words) => expect(faults(more).join('; ')).toContain(words));
  it('a size nobody has said hides nothing', () => expect(faults({ sectors: 900 }, null)).toEqual([]));
});

describe('the gate of a drive', () => {
  const open = (...what: Parameters<typeof dataState>[0][number]['what'][]) =>
    dataState(what.map((own) => ({ what: own }))).accounted;
  it('stays shut from the moment an erasure is begun until one has ended well', () => {
    expect(open('begun')).toBe(false);
    expect(open('erased', 'begun')).toBe(false);
    expect(open('begun', 'failed')).toBe(false);
    expect(open('begun', 'failed', 'begun', 'erased')).toBe(true);
    expect(open('failed', 'destroyed')).toBe(true);
  });
  it('a system put on a drive that could not be erased opens nothing', () => {
    expect(open('failed', 'installed')).toBe(false);
    expect(open('failed', 'cloned', 'image')).toBe(false);
    expect(open('image')).toBe(false);
  });
  it('a clone shuts it, and the shop’s own image opens it again', () => {
    expect(open('erased', 'cloned')).toBe(false);
    expect(open('erased', 'cloned', 'image')).toBe(true);
    expect(open('erased', 'cloned', 'image', 'cloned')).toBe(false);
    expect(open('never', 'installed')).toBe(true);
  });
  it('what came back from a buyer is erased anew', () => {
    expect(open('erased', 'used')).toBe(false);
    expect(open('erased', 'used', 'cloned', 'image')).toBe(false);
    expect(open('erased', 'used', 'erased')).toBe(true);
  });
});
