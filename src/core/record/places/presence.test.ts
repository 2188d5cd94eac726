import { describe, expect, it } from 'vitest';
import { donorPlaces } from '@/catalog/parts/donor';
import { lackingOf } from '@/core/parts/lacking';
import type { PlaceMark } from '@/core/parts/donor';
import type { PartEntry, RecordEntry, RecordPart } from '../entries';
import { machinePlaces, nthPlace } from './machine';
import { presenceOf } from './presence';

let clock = 0;
const module = (id: string): RecordPart => ({
  id,
  code: id,
  class: 'memory',
  name: id,
  attributes: { gb: 4 },
});
const moved = (way: PartEntry['way'], part: RecordPart, spot?: string): RecordEntry => ({
  kind: 'part',
  at: ++clock,
  way,
  part,
  by: 'Bench A',
  ...(spot && { spot }),
});
const seen = (place: string, state: PlaceMark, part?: string, partClass = 'memory'): RecordEntry => ({
  kind: 'place',
  at: ++clock,
  place,
  class: partClass,
  state,
  ...(part && { part }),
});
const [a, b, c] = ['a', 'b', 'c'].map(module);
/** As its firmware lists them: a in the second slot, b in the fourth, the others empty. */
const REPORTED = [
  moved('found', a),
  moved('found', b),
  seen('memory', 'gone'),
  seen('memory 2', 'there', 'a'),
  seen('memory 3', 'gone'),
  seen('memory 4', 'there', 'b'),
];
const places = (entries: RecordEntry[], gb: number | null = null) =>
  machinePlaces(donorPlaces.desktop, {
    ...presenceOf(entries),
    slots: 4,
    memoryGb: gb,
    drives: null,
  });
const slots = (entries: RecordEntry[]) =>
  places(entries)
    .filter((place) => place.class === 'memory')
    .map(({ holds, part }) => part?.id ?? holds);

describe('where a report saw modules', () => {
  it('each is in its own slot, whatever order they came in', () =>
    expect(slots(REPORTED)).toEqual(['nothing', 'a', 'nothing', 'b']));
  it('the same before the parts are on record: which comes first does not matter', () =>
    expect(slots([...REPORTED.slice(2), ...REPORTED.slice(0, 2)])).toEqual(['nothing', 'a', 'nothing', 'b']));
  it('a module that comes out leaves its slot empty, one that is put into a slot is in that slot alone', () => {
    const without = [...REPORTED, moved('out', a)];
    expect(slots(without)).toEqual(['nothing', 'nothing', 'nothing', 'b']);
    expect(slots([...without, moved('in', c, 'memory 3')])).toEqual(['nothing', 'nothing', 'c', 'b']);
  });
  it('one put in, nobody said where: which of the empty slots it fills nobody knows', () => {
    const [first, , third] = slots([...REPORTED, moved('in', c)]);
    expect([first, third].sort()).toEqual(['c', null]);
  });
  it('a later report moves it; seen in its new slot it is not in the old one too', () =>
    expect(slots([...REPORTED, seen('memory', 'there', 'a'), seen('memory 2', 'gone')])).toEqual([
      'a',
      'nothing',
      'nothing',
      'b',
    ]));
  it('a slot that is free is room and nothing that is missing; without any module the memory is', () => {
    expect(lackingOf(places(REPORTED, 8))).toEqual({ names: [], classes: [] });
    expect(lackingOf(places([...REPORTED, moved('out', a), moved('out', b)])).classes).toEqual(['memory']);
  });
  it('where a drive came out nobody knows what is, until somebody looks', () => {
    const drive: RecordPart = { id: 'd', code: 'd', class: 'drive', name: 'd', attributes: {} };
    const other = { ...drive, id: 'e' };
    const { seenPlaces } = presenceOf([
      moved('found', drive),
      moved('found', other),
      seen('drive', 'there', 'd', 'drive'),
      moved('out', drive),
    ]);
    expect(seenPlaces.drive).not.toBe('gone');
  });
});

describe('places by their number', () => {
  it('those of the sheet, and those a machine has beyond it', () => {
    expect([0, 1, 3].map((n) => nthPlace(donorPlaces.desktop, 'memory', n))).toEqual([
      'memory',
      'memory 2',
      'memory 4',
    ]);
    expect([0, 1, 2].map((n) => nthPlace(donorPlaces.desktop, 'drive', n))).toEqual([
      'drive',
      'drive2',
      'drive 3',
    ]);
    expect(nthPlace(donorPlaces.desktop, 'battery', 0)).toBeNull();
  });
});
