import { describe, expect, it } from 'vitest';
import { donorPlaces, donorShares } from '@/catalog/parts/donor';
import { endingMinutes, partValues } from '@/catalog/worth/prices';
import { CHASSIS, type Chassis } from '../catalogue';
import { donorSheet, type DonorProblem } from './donor';

const sheet = (chassis: Chassis, more: Partial<DonorProblem> = {}) =>
  donorSheet({
    places: donorPlaces[chassis],
    states: {},
    gone: [],
    worthOf: partValues[chassis],
    shares: donorShares,
    minutes: endingMinutes[chassis].harvest,
    otherMinutes: 2,
    keep: 0.92,
    perMinute: 30,
    ...more,
  });

describe('the drawings', () => {
  it.each(CHASSIS)(
    '%s: about twenty places, each on the sheet, none over another, each behind one there is',
    (chassis) => {
      const places = donorPlaces[chassis];
      expect(places.length).toBeGreaterThanOrEqual(18);
      expect(new Set(places.map(({ id }) => id)).size).toBe(places.length);
      for (const { id, after, class: own, x, y, width, height } of places) {
        if (after)
          expect(
            places.some((place) => place.id === after),
            `${id} behind ${after}`,
          ).toBe(true);
        if (own === null) continue;
        expect(x! + width! <= 320 && y! + height! <= 200, id).toBe(true);
        for (const other of places)
          if (other.id !== id && other.x !== undefined)
            expect(
              x! + width! <= other.x ||
                other.x + other.width! <= x! ||
                y! + height! <= other.y! ||
                other.y! + other.height! <= y!,
              `${id} over ${other.id}`,
            ).toBe(true);
      }
      // every class the house prices has its place
      for (const priced of Object.keys(partValues[chassis]))
        expect(
          places.some((place) => place.class === priced && place.minor === undefined),
          priced,
        ).toBe(true);
    },
  );
  it.each(CHASSIS)(
    '%s with nothing marked: what the house says, in the house’s minutes, or better',
    (chassis) => {
      const { netMinor, minutes } = sheet(chassis);
      const all = Object.values(partValues[chassis]).reduce((sum, minor) => sum + minor, 0);
      const { harvest } = endingMinutes[chassis];
      expect(netMinor).toBeGreaterThanOrEqual(all * 0.92 - harvest * 30 - 1e-6);
      expect(minutes).toBeLessThanOrEqual(harvest + 1e-6);
    },
  );
});

describe('what was seen', () => {
  const net = (states: DonorProblem['states'], more: Partial<DonorProblem> = {}) =>
    sheet('laptop', { states, ...more }).netMinor;
  it('gone or broken brings nothing; proven brings more; there is what is usual', () => {
    expect(net({ panel: 'gone' })).toBeLessThan(net({}));
    expect(net({ panel: 'broken' })).toBeCloseTo(net({ panel: 'gone' }), 9);
    expect(net({ panel: 'there' })).toBeCloseTo(net({}), 9);
    expect(net({ panel: 'proven' }) - net({})).toBeCloseTo(900 * 0.25 * 0.92, 6);
  });
  it('what the house has no price for counts once it was seen', () =>
    expect(net({ palm: 'there' }) - net({})).toBeCloseTo(180 * 0.92 - 30, 6));
  it('a class of which all was taken out brings nothing, until it is seen again', () => {
    expect(net({}, { gone: ['memory'] })).toBeLessThan(net({}));
    expect(net({ memory: 'there' }, { gone: ['memory'] })).toBeCloseTo(net({}), 9);
  });
  it('what is probably spoiled is worth its chance; what was proven is not doubted', () => {
    const good = (partClass: string) => (partClass === 'panel' ? 0.1 : 1);
    expect(net({}, { good })).toBeLessThan(net({}));
    expect(net({ panel: 'proven' }, { good })).toBeCloseTo(net({ panel: 'proven' }), 9);
  });
});
