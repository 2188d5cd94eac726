import { describe, expect, it } from 'vitest';
import { erasureFaults } from './gate';

const drive = (id: string) => ({ id, code: `P-${id}`, name: 'Basalt 320' });
const none = new Set<string>();

describe('the gate', () => {
  it('opens for a machine seen to have no drive', () =>
    expect(erasureFaults({ drives: [], recorded: none, driveSeen: false })).toEqual([]));
  it('opens when every drive has its record', () =>
    expect(
      erasureFaults({ drives: [drive('1'), drive('2')], recorded: new Set(['1', '2']), driveSeen: true }),
    ).toEqual([]));
  it('names each drive without one', () =>
    expect(
      erasureFaults({ drives: [drive('1'), drive('2')], recorded: new Set(['2']), driveSeen: true }),
    ).toEqual([expect.stringContaining('P-1 Basalt 320')]));
  it('stays shut when a drive was seen but none is on record', () =>
    expect(erasureFaults({ drives: [], recorded: none, driveSeen: true })).toHaveLength(1));
  it('stays shut when nobody has looked', () =>
    expect(erasureFaults({ drives: [], recorded: none, driveSeen: null })).toHaveLength(1));
});
