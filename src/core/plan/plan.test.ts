import { describe, expect, it } from 'vitest';
import { choosePlan, mostOf, netOf, whenOf, type Change } from './plan';

const change = (more: Partial<Change>): Change => ({
  put: ['p'],
  out: [],
  chance: 1,
  partsMinor: 1000,
  minutes: 10,
  valueMinor: 8000,
  ...more,
});

describe('what a change wins', () => {
  it('is what the value rises by, less parts and hands', () =>
    // 8,000 - 5,000 - 1,000 - 10 min at 30
    expect(netOf(change({}), 5000, 30)).toBe(1700));
  it('what comes out is worth more than what goes in: it is won', () =>
    expect(netOf(change({ partsMinor: -400, valueMinor: 5000 }), 5000, 0)).toBe(400));
  it('by the chance that it fits; the part goes back when it does not, and its minutes are lost', () =>
    // half of (3,000 - 1,000), less all of 300
    expect(netOf(change({ chance: 0.5 }), 5000, 30)).toBe(700));
  it('hands cost nothing where they are free', () =>
    expect(netOf(change({ minutes: 400 }), 5000, 0)).toBe(2000));
});

describe('the most its parts may cost', () => {
  it('is where it wins nothing, what comes out set against them and the chance that it fits counted', () => {
    for (const chance of [1, 0.8, 0.64]) {
      const most = mostOf(change({ chance }), 400, 5000, 30);
      const at = (cost: number) => netOf(change({ chance, partsMinor: cost - 400 }), 5000, 30);
      expect(at(most)).toBeGreaterThanOrEqual(0);
      expect(at(most + 2)).toBeLessThan(0);
    }
    // 3,000 won, 400 back, 10 min at 30
    expect(mostOf(change({}), 400, 5000, 30)).toBe(3100);
  });
});

describe('the plan', () => {
  it('is the change that wins most; the next that pays stands beside it', () => {
    const [good, better, bad] = [
      change({ put: ['a'] }),
      change({ put: ['b'], valueMinor: 9000 }),
      change({ put: ['c'], valueMinor: 5500 }),
    ];
    const plan = choosePlan([good, bad, better], 5000, 30);
    expect(plan.best).toEqual({ change: better, netMinor: 2700 });
    expect(plan.runnerUp).toEqual({ change: good, netMinor: 1700 });
    expect(plan.changes.map(({ netMinor }) => netMinor)).toEqual([2700, 1700, -800]);
  });
  it('nothing that pays: it is left as it is', () => {
    const plan = choosePlan([change({ valueMinor: 6300 })], 5000, 30);
    expect(plan).toMatchObject({ best: null, runnerUp: null });
    expect(plan.changes).toHaveLength(1);
  });
  it('of two that win the same the one with fewer parts', () => {
    const two = change({ put: ['a', 'b'] });
    const one = change({ put: ['c'] });
    expect(choosePlan([two, one], 5000, 30).best!.change).toBe(one);
  });
});

describe('when parts go in', () => {
  it('not into a machine nobody saw running, nor past a danger', () => {
    expect(whenOf({ runs: false, danger: false, stops: true })).toBe('not');
    expect(whenOf({ runs: true, danger: true, stops: true })).toBe('not');
  });
  it('before it is stopped at, and after all else that pays', () => {
    expect(whenOf({ runs: true, danger: false, stops: true })).toBe('first');
    expect(whenOf({ runs: true, danger: false, stops: false })).toBe('later');
  });
});
