import { describe, expect, it } from 'vitest';
import { openingMinutes } from '@/catalog/hands/openingMinutes';
import { CLOSED, closingMinutes, minutesOf, movesFor, stateAfter } from './opening';

const { bench: laptop } = openingMinutes.laptop;
const { bench: tower } = openingMinutes.desktop;
const items = (need: Parameters<typeof movesFor>[0], state = CLOSED, minutes = laptop) =>
  movesFor(need, state, minutes).map(({ item, to }) => `${item} ${to}`);

describe('what has to be done before a step', () => {
  it('nothing where nothing is wanted, or all is so already', () => {
    expect(movesFor(undefined, CLOSED, laptop)).toEqual([]);
    expect(items({ caseOpen: true }, { ...CLOSED, caseOpen: true })).toEqual([]);
    expect(items({ caseOpen: false })).toEqual([]);
  });
  it('a board comes out through an open case, and a case that is shut has its board in', () => {
    expect(items({ boardOut: true })).toEqual(['caseOpen true', 'boardOut true']);
    expect(items({ caseOpen: false }, { ...CLOSED, caseOpen: true, boardOut: true })).toEqual([
      'caseOpen false',
      'boardOut false',
    ]);
  });
  it('a battery that is out goes back before it is powered, unless it is to be out', () => {
    const out = { ...CLOSED, batteryOut: true };
    expect(items({ plugged: true }, out)).toEqual(['plugged true', 'batteryOut false']);
    expect(items({ plugged: true, batteryOut: true }, out)).toEqual(['plugged true']);
    expect(items({ plugged: true })).toEqual(['plugged true']);
    expect(items({ caseOpen: true }, out)).toEqual(['caseOpen true']);
    expect(items({ plugged: false }, { ...out, plugged: true })).toEqual(['plugged false']);
  });
  it('what costs nothing is not there: no battery in a tower; what costs only one way is', () => {
    expect(items({ batteryOut: true }, CLOSED, tower)).toEqual([]);
    const oneWay = { ...tower, batteryOut: { set: 0, unset: 2 } };
    expect(items({ batteryOut: true }, CLOSED, oneWay)).toEqual(['batteryOut true']);
    expect(items({ batteryOut: true }, CLOSED, { ...tower, batteryOut: { set: 2, unset: 0 } })).toEqual([
      'batteryOut true',
    ]);
  });
  it('minutes there and back: 4 and 12 to open a laptop to its board, 4 and 15 to close it', () => {
    const moves = movesFor({ boardOut: true }, CLOSED, laptop);
    expect(minutesOf(moves)).toBe(16);
    const lying = stateAfter(CLOSED, moves);
    expect(lying).toEqual({ ...CLOSED, caseOpen: true, boardOut: true });
    expect(closingMinutes(lying, laptop)).toBe(19);
    expect(minutesOf(movesFor({ caseOpen: false }, lying, laptop))).toBe(19);
    expect(closingMinutes(CLOSED, laptop)).toBe(0);
  });
});
