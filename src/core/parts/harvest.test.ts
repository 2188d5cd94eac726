import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random';
import { harvestPlan, type PickPlace } from './harvest';

/** Every set that leaves nothing in the way of what is taken: the best of them, by trying all. */
function best(places: readonly PickPlace[], perMinute: number): number {
  const at = new Map(places.map((place, i) => [place.id, i]));
  let most = 0;
  for (let set = 0; set < 1 << places.length; set++) {
    const open = places.every(
      ({ after }, i) => !(set & (1 << i)) || after === undefined || set & (1 << at.get(after)!),
    );
    if (!open) continue;
    let net = 0;
    places.forEach(({ minor, minutes }, i) => {
      if (set & (1 << i)) net += minor - minutes * perMinute;
    });
    most = Math.max(most, net);
  }
  return most;
}

describe('taking a machine apart', () => {
  it('worked by hand: the cover comes off for the memory, the fan stays', () => {
    const plan = harvestPlan(
      [
        { id: 'cover', minutes: 4, minor: 0 },
        { id: 'memory', minutes: 1, minor: 350, after: 'cover' },
        { id: 'fan', minutes: 3, minor: 40, after: 'cover' },
        { id: 'charger', minutes: 0.5, minor: 300 },
      ],
      30,
    );
    expect(plan.picks.map(({ places }) => places)).toEqual([['charger'], ['cover', 'memory'], ['fan']]);
    expect(plan.worth).toBe(2);
    expect(plan.minutes).toBe(5.5);
    expect(plan.netMinor).toBe(650 - 5.5 * 30);
  });
  it('nothing pays: nothing is taken, and nothing is lost', () =>
    expect(harvestPlan([{ id: 'fan', minutes: 9, minor: 40 }], 30)).toMatchObject({ worth: 0, netMinor: 0 }));
  it('hands that cost nothing take everything of any worth', () =>
    expect(
      harvestPlan(
        [
          { id: 'a', minutes: 9, minor: 1 },
          { id: 'b', minutes: 1, minor: 0 },
        ],
        0,
      ),
    ).toMatchObject({ worth: 1, minor: 1 }));
  it('400 machines: never less than the best set found by trying them all, whatever lies behind what', () => {
    const random = seededRandom(20261126);
    for (let round = 0; round < 400; round++) {
      const count = 1 + Math.floor(random() * 11);
      const places = Array.from({ length: count }, (_, i): PickPlace => ({
        id: `p${i}`,
        minutes: Math.round(random() * 80) / 10,
        minor: random() < 0.3 ? 0 : Math.round(random() * 900),
        ...(i > 0 && random() < 0.7 && { after: `p${Math.floor(random() * i)}` }),
      }));
      const perMinute = Math.floor(random() * 120);
      const plan = harvestPlan(places, perMinute);
      expect(plan.netMinor).toBeCloseTo(best(places, perMinute), 6);
      // nothing is told to be taken before what lies in front of it
      const order = plan.picks.flatMap((pick) => pick.places);
      expect([...order].sort()).toEqual(places.map(({ id }) => id).sort());
      for (const { id, after } of places)
        if (after !== undefined) expect(order.indexOf(after)).toBeLessThan(order.indexOf(id));
    }
  });
});
