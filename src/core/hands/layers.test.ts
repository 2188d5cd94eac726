import { describe, expect, it } from 'vitest';
import { openings } from '@/catalog/machine/openings';
import { layerMinutes, usualLayers, type TimedAct } from './layers';

const MINUTE = 60_000;
const open: TimedAct = { at: 0, act: { op: 'open', items: openings.laptop, seen: 0 } };
const move = (minute: number, item: string, way: 'out' | 'in', count = 1): TimedAct => ({
  at: minute * MINUTE,
  act: { op: 'move', item, move: way, count },
});

describe('minutes by layer', () => {
  it('are the time up to each note, out and back apart; hands that were elsewhere do not count', () => {
    const acts = [
      open,
      move(3, 'base plate', 'out', 8),
      move(4, 'battery lead', 'out'),
      move(6, 'fan lead', 'out'),
      // lunch
      move(60, 'fan lead', 'in'),
      move(61, 'battery lead', 'in'),
      move(65, 'base plate', 'in', 8),
    ];
    expect(layerMinutes(acts)).toEqual([
      { layer: 0, out: 3, back: 4 },
      { layer: 1, out: 3, back: 1 },
    ]);
  });
  it('another mat, and a thing nobody knows, are none of the machine’s layers', () => {
    const lid: TimedAct = {
      at: MINUTE,
      act: { op: 'item', item: { id: 'bezel', name: 'bezel', kind: 'clip', count: 4, layer: 0, mat: 'lid' } },
    };
    expect(layerMinutes([open, lid, move(2, 'bezel', 'out', 4), move(3, 'nothing', 'out')])).toEqual([]);
  });
  it('of several machines the middle, each layer by those that had it', () => {
    const one = [{ layer: 0, out: 2, back: 4 }];
    const other = [
      { layer: 0, out: 6, back: 0 },
      { layer: 1, out: 5, back: 5 },
    ];
    const third = [{ layer: 0, out: 3, back: 8 }];
    expect(usualLayers([one, other, third])).toEqual([
      { layer: 0, out: 3, back: 4, machines: 3 },
      { layer: 1, out: 5, back: 5, machines: 1 },
    ]);
    expect(usualLayers([])).toEqual([]);
  });
});
