import { describe, expect, it } from 'vitest';
import { usualZoneMinutes, zoneMinutes, type TimedClean } from './minutes';

const MINUTE = 60_000;
const done = (minute: number, ...zones: string[]): TimedClean => ({
  at: minute * MINUTE,
  act: { op: 'done', rule: 'dust-wipe', zones },
});
const soil = (minute: number, zone: string): TimedClean => ({
  at: minute * MINUTE,
  act: { op: 'soil', zone, soil: 'dust', degree: 2 },
});

describe('minutes of cleaning, place by place', () => {
  it('up to a step from what was noted before it, shared over its places', () =>
    expect([
      ...zoneMinutes([soil(0, 'lid'), soil(1, 'keys'), done(5, 'lid', 'keys'), done(8, 'keys')]),
    ]).toEqual([
      ['lid', 2],
      ['keys', 5],
    ]));
  it('the first of all took nobody knows how long; a night on the rack is no work', () => {
    expect([...zoneMinutes([done(0, 'lid')])]).toEqual([]);
    expect([...zoneMinutes([soil(0, 'keys'), done(3, 'keys'), done(700, 'keys')])]).toEqual([['keys', 3]]);
  });
  it('what a step finished is noted with it and takes no time of its own', () =>
    expect([
      ...zoneMinutes([
        soil(0, 'lid'),
        done(4, 'lid'),
        { at: 4 * MINUTE, act: { op: 'cleaned', zones: ['lid'] } },
        done(6, 'palm'),
      ]),
    ]).toEqual([
      ['lid', 4],
      ['palm', 2],
    ]));
  it('the middle of several machines, the longest first', () =>
    expect(
      usualZoneMinutes([
        new Map([
          ['lid', 2],
          ['keys', 9],
        ]),
        new Map([['lid', 4]]),
        new Map([['lid', 30]]),
      ]),
    ).toEqual([
      { zone: 'keys', minutes: 9, machines: 1 },
      { zone: 'lid', minutes: 4, machines: 3 },
    ]));
});
