import { describe, expect, it } from 'vitest';
import { valueAt, withValue } from './ownValue';

describe('own numbers as a tree', () => {
  const tree = { causes: { 'fan-dead': { prior: { laptop: 0.1 }, valueLeft: 0.5 } } };
  it('puts a value in without touching the tree it came from', () => {
    const made = withValue(tree, ['causes', 'fan-dead', 'prior', 'desktop'], 0.2);
    expect(made).toEqual({
      causes: { 'fan-dead': { prior: { laptop: 0.1, desktop: 0.2 }, valueLeft: 0.5 } },
    });
    expect(tree.causes['fan-dead'].prior).toEqual({ laptop: 0.1 });
    expect(withValue({}, ['findings', 'torch', 'leak'], [0.9, 0.1])).toEqual({
      findings: { torch: { leak: [0.9, 0.1] } },
    });
  });
  it('takes a value out, and every branch that becomes empty with it', () => {
    expect(withValue(tree, ['causes', 'fan-dead', 'prior', 'laptop'], undefined)).toEqual({
      causes: { 'fan-dead': { valueLeft: 0.5 } },
    });
    expect(
      withValue(
        withValue(tree, ['causes', 'fan-dead', 'prior', 'laptop'], undefined),
        ['causes', 'fan-dead', 'valueLeft'],
        undefined,
      ),
    ).toEqual({});
    expect(withValue(tree, ['repairs', 'fit-drive', 'minutes'], undefined)).toEqual(tree);
    expect(withValue(tree, ['causes', 'fan-dead'], undefined)).toEqual({});
  });
  it('reads what is there, and nothing where nothing is', () => {
    expect(valueAt(tree, ['causes', 'fan-dead', 'valueLeft'])).toBe(0.5);
    expect(valueAt(tree, ['findings', 'torch', 'leak'])).toBeUndefined();
  });
});
