import { describe, expect, it } from 'vitest';
import type { Specification } from '../record/specification';
import { comesOut } from './comesOut';

const spec = (texts: Record<string, string>) =>
  ({ text: (key: string) => texts[key] ?? null }) as unknown as Specification;
const state = {
  driveKind: 'disk' as 'none' | 'disk' | 'solid' | null,
  driveWorthMinor: 300,
  batteryWorthMinor: 200,
  processorWorthMinor: 150,
};

describe('what comes out for a part to go in', () => {
  it('the drive on record, at its worth', () =>
    expect(comesOut('drive', spec({}), [{ id: 'd', class: 'drive' }], state)).toEqual([
      { componentId: 'd', class: 'drive', worthMinor: 300 },
    ]));
  it('one that was only seen is put on record as it comes out', () =>
    expect(comesOut('drive', spec({ driveGb: '500 GB' }), [], state)).toEqual([
      { seen: { class: 'drive', name: '500 GB hard disk' }, class: 'drive', worthMinor: 300 },
    ]));
  it('nothing where there is none, where nobody knows, and of classes with room', () => {
    expect(comesOut('drive', spec({}), [], { ...state, driveKind: 'none' })).toEqual([]);
    expect(comesOut('drive', spec({}), [], { ...state, driveKind: null })).toEqual([]);
    expect(comesOut('battery', spec({ battery: 'none' }), [], state)).toEqual([]);
    expect(comesOut('battery', spec({}), [], state)).toEqual([]);
    expect(comesOut('memory', spec({}), [{ id: 'm', class: 'memory' }], state)).toEqual([]);
  });
  it('the processor by its name', () =>
    expect(comesOut('processor', spec({ processor: 'Corvid M5' }), [], state)).toEqual([
      { seen: { class: 'processor', name: 'Corvid M5' }, class: 'processor', worthMinor: 150 },
    ]));
});
