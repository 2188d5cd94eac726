import { describe, expect, it } from 'vitest';
import { donorPlaces } from '@/catalog/parts/donor';
import { machinePlaces } from '../record/places/machine';
import { lackingOf } from './lacking';

describe('what a machine lacks', () => {
  const of = (states: Record<string, 'gone' | 'there'>, taken: string[] = []) =>
    lackingOf(
      machinePlaces(donorPlaces.laptop, {
        seenPlaces: states,
        gone: taken,
        spots: {},
        inside: [],
        slots: null,
        memoryGb: null,
        drives: null,
      }),
    );
  it('nothing while nobody has looked', () => expect(of({})).toEqual({ names: [], classes: [] }));
  it('what was seen gone, and what was taken out and not put back', () => {
    expect(of({ board: 'gone', keyboard: 'gone' })).toEqual({
      names: ['Board', 'Keyboard'],
      classes: ['board', 'keyboard'],
    });
    expect(of({}, ['drive']).classes).toEqual(['drive']);
    // seen there since: a report, or hands that looked
    expect(of({ drive: 'there' }, ['drive']).classes).toEqual([]);
  });
  it('a class is gone only with its last place', () => {
    expect(of({ lid: 'gone' })).toEqual({ names: ['Lid'], classes: [] });
  });
});
