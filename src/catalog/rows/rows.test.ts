import { describe, expect, test } from 'vitest';
import { compileCause, type CauseRow } from './cause';
import { spread } from './chances';
import { claim, compileFinding, type FindingRow } from './finding';
import { compileRepair } from './repair';

const row: FindingRow = {
  id: 'lamp',
  ask: 'Does the lamp light?',
  how: 'Look.',
  group: 'power',
  stage: 'power',
  minutes: 0.1,
  outcomes: { lit: 'Lit', dim: 'Dim', dark: 'Dark' },
  leak: { dark: 0.01 },
  shownBy: { 'supply-dead': { dark: 0.97, dim: 0.02 } },
  source: { meaning: 'common practice', minutes: 'shop estimate', chances: 'shop estimate' },
};

describe('chances', () => {
  test('the first outcome takes the remainder, one left out has none', () => {
    expect(spread(['a', 'b', 'c'], { c: 0.3 }, 'x')).toEqual([0.7, 0, 0.3]);
    expect(spread(['a', 'b'], {}, 'x')).toEqual([1, 0]);
    expect(spread(['a', 'b'], { b: 1 }, 'x')).toEqual([0, 1]);
    // written decimals leave no dust behind
    expect(spread(['a', 'b'], { b: 0.9 }, 'x')[0]).toBe(0.1);
  });
  test.each([
    [{ d: 0.1 }, 'lamp: there is no outcome "d" (a, b, c)'],
    [{ a: 0.1 }, 'lamp: "a" is the remainder and is left out'],
    [{ b: 0.7, c: 0.4 }, 'lamp: the chances come to more than 1'],
    [{ b: -0.1 }, 'lamp: the chance of "b" is -0.1, not between 0 and 1'],
    [{ b: NaN }, 'lamp: the chance of "b" is NaN, not between 0 and 1'],
  ])('%j is refused by name', (chances, words) => {
    expect(() => spread(['a', 'b', 'c'], chances, 'lamp')).toThrow(words);
  });
});

describe('a finding', () => {
  test('comes out in the engine’s form, numbers in the order of the outcomes', () => {
    const made = compileFinding({
      ...row,
      settles: { dark: ['supply-dead'] },
      hazard: { caution: 'mains', from: 'dark' },
    });
    expect(made.outcomes).toEqual([
      { id: 'lit', label: 'Lit' },
      { id: 'dim', label: 'Dim' },
      { id: 'dark', label: 'Dark', settles: ['supply-dead'] },
    ]);
    expect(made.by['supply-dead']).toEqual([0.01, 0.02, 0.97]);
    expect(made.hazard).toEqual({ caution: 'mains', from: 2 });
    expect(made.source).toBe('meaning: common practice; minutes: shop estimate; chances: shop estimate');
  });
  test.each<[Partial<FindingRow>, string]>([
    [{ outcomes: { lit: 'Lit', '2': 'Two' } }, '"2" is no outcome id'],
    [{ settles: { gone: ['supply-dead'] } }, 'finding "lamp": settles names no outcome "gone"'],
    [{ tells: { gone: { drive: 'none' } } }, 'finding "lamp": tells names no outcome "gone"'],
    [{ hazard: { caution: 'mains', from: 'gone' } }, 'hazard names no outcome "gone"'],
    [{ shownBy: { 'supply-dead': { gone: 1 } } }, 'finding "lamp": supply-dead: there is no outcome "gone"'],
  ])('%j is refused by name', (wrong, words) => {
    expect(() => compileFinding({ ...row, ...wrong })).toThrow(words);
  });
  test('a claim is a question nobody has to ask', () => {
    const made = compileFinding(
      claim({
        id: 'says-x',
        group: 'power',
        says: 'dead',
        otherwise: 0.06,
        saidOf: { 'supply-dead': 0.4 },
        settledBy: { lamp: ['dark'] },
      }),
    );
    expect([made.ask, made.minutes, made.leak, made.by]).toEqual([
      'Seller says: dead',
      0,
      [0.94, 0.06],
      { 'supply-dead': [0.6, 0.4] },
    ]);
  });
});

describe('causes and repairs', () => {
  const cause: CauseRow = {
    id: 'fan-dead',
    name: 'A fan is dead',
    group: 'heat',
    prior: 0.012,
    valueLeft: 0.55,
    ifLeft: 'It cooks.',
    source: { prior: 'shop estimate', valueLeft: 'shop estimate' },
  };
  test('one prior stands for every chassis; what shows that it has gone follows from the group', () => {
    expect(compileCause(cause).prior).toEqual({ desktop: 0.012, small: 0.012, aio: 0.012, laptop: 0.012 });
    expect(compileCause(cause).shownBy).toBe('power');
    expect(compileCause({ ...cause, goneSeenWith: 'nothing' })).not.toHaveProperty('shownBy');
  });
  test('a number without a source, or a source without its number, is refused', () => {
    expect(() => compileCause({ ...cause, odds: { broken: 3 } })).toThrow('cause "fan-dead": odds');
    const repair = { id: 'swap-fan', name: 'Replace the fan', minutes: 12, cures: { 'fan-dead': 0.96 } };
    const source = { step: 'common practice', minutes: 'shop estimate', cures: 'shop estimate' } as const;
    expect(compileRepair({ ...repair, source })).not.toHaveProperty('part');
    expect(() => compileRepair({ ...repair, part: { class: 'fan', costs: 600 }, source })).toThrow(
      'swap-fan',
    );
  });
});
