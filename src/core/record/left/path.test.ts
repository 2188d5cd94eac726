import { describe, expect, it } from 'vitest';
import { PATH, pathOf, type PathInput } from './path';
import { leftToDo, type LeftInput } from './remaining';

const rest: LeftInput = {
  route: 'disclose',
  open: [],
  dataFaults: ['P-0001 has no erasure'],
  cleaned: false,
  missing: 9,
  blocked: [],
  graded: false,
  listed: false,
};

function path(input: Partial<Omit<PathInput, 'left'>>, left: Partial<LeftInput> = {}) {
  const own = { ...rest, ...left, ...(input.route && { route: input.route }) };
  return pathOf({
    route: own.route,
    decided: false,
    left: leftToDo(own),
    looking: true,
    looks: { done: 18, of: 18 },
    proposed: 'look',
    out: 0,
    worked: false,
    cleaned: own.cleaned,
    graded: own.graded,
    listed: own.listed,
    ...input,
  });
}
const said = (of: ReturnType<typeof path>) => PATH.map((step) => of.states[step]).join(' ');

describe('the path of a machine', () => {
  it('fresh from the dock everything is open, and the first look is next', () => {
    const fresh = path({ looks: { done: 0, of: 15 } });
    expect(said(fresh)).toBe('open open open open open open open open open');
    expect(fresh.next).toBe('looked');
  });
  it('looked over: finding out is next; a repair in front: hands; nothing left to find: how it ends is to be said', () => {
    expect(path({}).next).toBe('found');
    expect(path({ proposed: 'work' })).toMatchObject({
      next: 'hands',
      states: { found: 'done', hands: 'open' },
    });
    expect(path({ proposed: 'end' })).toMatchObject({
      next: 'found',
      states: { found: 'done', hands: 'struck' },
    });
  });
  it('further on what is left of the first look waits until it tells something', () => {
    const further = path({ looking: false, looks: { done: 12, of: 17 } });
    expect(further).toMatchObject({ next: 'found', states: { looked: 'done' } });
    const never = path({ looking: false, looks: { done: 0, of: 17 } });
    expect(never).toMatchObject({ next: 'found', states: { looked: 'struck' } });
  });
  it('for sale it goes on as if it were decided', () => {
    const sale = { dataFaults: [], cleaned: true, missing: 0, graded: true, listed: true };
    expect(path({ looking: false, looks: { done: 7, of: 22 } }, sale).next).toBe(null);
    expect(path({}, { ...sale, cleaned: false }).next).toBe('cleaned');
  });
  it('work that is begun comes before everything', () => {
    expect(path({ looks: { done: 0, of: 15 } }, { open: ['Soak'] }).next).toBe('hands');
    expect(path({ decided: true, out: 3 }, {}).next).toBe('hands');
  });
  it('decided: in the order of what is left, to the end', () => {
    const order: LeftInput[] = [
      rest,
      { ...rest, dataFaults: [] },
      { ...rest, dataFaults: [], cleaned: true },
      { ...rest, dataFaults: [], cleaned: true, missing: 0 },
      { ...rest, dataFaults: [], cleaned: true, missing: 0, graded: true },
      { ...rest, dataFaults: [], cleaned: true, missing: 0, graded: true, listed: true },
    ];
    expect(order.map((left) => path({ decided: true, worked: true }, left).next)).toEqual([
      'data',
      'cleaned',
      'proved',
      'graded',
      'shelf',
      null,
    ]);
    expect(said(path({ decided: true, worked: true }, order.at(-1)))).toBe(
      'done done done done done done done done done',
    );
  });
  it('papers wait for the data, and for a grade or what it is offered as', () => {
    expect(path({ decided: true }, { graded: true }).states.papers).toBe('open');
    expect(path({ decided: true }, { dataFaults: [] }).states.papers).toBe('open');
    expect(path({ decided: true }, { dataFaults: [], graded: true }).states.papers).toBe('done');
    expect(path({ decided: true, route: 'asFound' }, { dataFaults: [], listed: true }).states.papers).toBe(
      'done',
    );
  });
  it('as found is neither cleaned nor proved nor graded; scrapped it has no papers', () => {
    expect(said(path({ decided: true, route: 'asFound' }))).toBe(
      'done done open struck struck struck struck open open',
    );
    expect(said(path({ decided: true, route: 'recycle', looks: { done: 2, of: 9 } }))).toBe(
      'struck done open struck struck struck struck struck open',
    );
    expect(path({ decided: true, route: 'harvest' }).next).toBe('hands');
  });
  it('somebody else’s keeps its data and takes no grade', () => {
    const handed = path({ decided: true, worked: true, route: 'handOver' });
    expect(said(handed)).toBe('done done struck done struck open struck done open');
    expect(handed.next).toBe('proved');
    expect(path({ decided: true, route: 'giveBack' }).next).toBe('shelf');
  });
});
