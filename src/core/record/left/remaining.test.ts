import { describe, expect, it } from 'vitest';
import { leftToDo, type LeftInput } from './remaining';

const fresh: LeftInput = {
  route: 'disclose',
  open: ['Soak'],
  dataFaults: ['P-0001 has no erasure'],
  cleaned: false,
  missing: 9,
  blocked: [],
  graded: false,
  listed: false,
};

const whats = (input: Partial<LeftInput>) => leftToDo({ ...fresh, ...input }).map(({ what }) => what);

describe('what is left to do', () => {
  it('parts that pay go in before it is cleaned and proved; not on the shelf, nor into what is taken apart', () => {
    const change = { words: 'P-1 8 GB', netMinor: 1570 };
    expect(leftToDo({ ...fresh, open: [], change })[0]).toEqual({ what: 'change', ...change });
    expect(whats({ change, open: ['Clean it'] }).slice(0, 2)).toEqual(['open', 'change']);
    expect(whats({ change, listed: true })).not.toContain('change');
    expect(whats({ change, route: 'harvest' })).not.toContain('change');
    expect(whats({ change, route: 'asFound' })).toContain('change');
  });
  it('to sell it: everything in its order', () =>
    expect(whats({})).toEqual(['open', 'data', 'clean', 'tests', 'grade', 'list']));
  it('what is done is not asked for', () =>
    expect(whats({ open: [], dataFaults: [], cleaned: true, missing: 0, graded: true })).toEqual(['list']));
  it('on the shelf nothing is left', () =>
    expect(
      whats({ open: [], dataFaults: [], cleaned: true, missing: 0, graded: true, listed: true }),
    ).toEqual([]));
  it('a test that failed and bars a sale is named', () =>
    expect(leftToDo({ ...fresh, blocked: ['it starts'] })).toContainEqual({
      what: 'blocked',
      tests: ['it starts'],
    }));
  it('what somebody noted is settled before it is graded; sold as found nobody asks', () => {
    const points = ['left hinge clicks'];
    expect(whats({ open: [], points })).toEqual(['data', 'clean', 'tests', 'points', 'grade', 'list']);
    expect(whats({ points, route: 'asFound' })).not.toContain('points');
  });
  it('as found: its data, then the shelf; what fails bars a grade and not a sale with faults told', () => {
    expect(whats({ route: 'asFound' })).toEqual(['open', 'data', 'list']);
    expect(whats({ open: [], dataFaults: [], cleaned: true, missing: 0, blocked: ['keys'] })).toEqual([
      'blocked',
      'list',
    ]);
  });
  it('taken apart: parts and data before it is gone, no grade', () =>
    expect(whats({ route: 'harvest' })).toEqual(['open', 'parts', 'data', 'gone']));
  it('scrapped: its data all the same', () =>
    expect(whats({ route: 'recycle', open: [] })).toEqual(['data', 'gone']));
});
