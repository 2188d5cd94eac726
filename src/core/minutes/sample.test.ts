import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random';
import { estimate, taken, type TimesTaken } from './estimate';
import { sampleOf } from './sample';

const bounds = { leastMinutes: 0.3, forgotten: { times: 8, minutes: 60 } };

/** Does a step over and over: what was learned so far is reckoned with, as the shop does. */
function learn(catalogueMinutes: number, truth: () => number, opening: number, times: number): number {
  let kept: TimesTaken | undefined;
  for (let n = 0; n < times; n++) {
    const own = estimate(catalogueMinutes, kept).minutes;
    const sample = sampleOf({ plannedMinutes: own + opening, ownMinutes: own }, truth() + opening, bounds);
    if (sample !== null) kept = taken(kept, sample);
  }
  return estimate(catalogueMinutes, kept).minutes;
}

describe('what clocks teach', () => {
  it.each([
    [12, 24, 0],
    [12, 24, 14],
    [12, 6, 14],
    [5, 8, 30],
  ])(
    '%i minutes in the catalogue, %i in truth, %i around it: within 5 %% of it after 30 times',
    (shop, truth, around) =>
      expect(Math.abs(learn(shop, () => truth, around, 30) / truth - 1)).toBeLessThan(0.05),
  );
  it('with times that scatter by a quarter: within 10 %', () => {
    const random = seededRandom(5);
    const truth = () => 24 * (0.75 + 0.5 * random());
    expect(Math.abs(learn(12, truth, 9, 60) / 24 - 1)).toBeLessThan(0.1);
  });
  it('says nothing when it was too short, or forgotten', () => {
    const reckoned = { plannedMinutes: 20, ownMinutes: 12 };
    expect(sampleOf(reckoned, 0.2, bounds)).toBeNull();
    expect(sampleOf(reckoned, 161, bounds)).toBeNull();
    // long, and not eight times as long; eight times, and short
    expect(sampleOf(reckoned, 159, bounds)).toBe(151);
    expect(sampleOf({ plannedMinutes: 2, ownMinutes: 2 }, 50, bounds)).toBe(50);
    // nobody opened anything: it was open already
    expect(sampleOf(reckoned, 4, bounds)).toBe(0.3);
    expect(sampleOf({ plannedMinutes: null, ownMinutes: null }, 4, bounds)).toBe(4);
  });
});
