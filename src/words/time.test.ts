import { describe, expect, it } from 'vitest';
import { dayAndTime, dayOf, dueWords } from './time';

describe('the shop’s clock', () => {
  it.each([
    ['2026-11-25T23:30:00Z', 'UTC', '2026-11-25', '11-25 23:30'],
    // already tomorrow there, still yesterday here
    ['2026-11-25T23:30:00Z', 'Europe/Berlin', '2026-11-26', '11-26 00:30'],
    ['2026-11-25T03:30:00Z', 'America/New_York', '2026-11-24', '11-24 22:30'],
    // the hour that summer time takes away and gives back
    ['2026-03-29T01:30:00Z', 'Europe/Berlin', '2026-03-29', '03-29 03:30'],
    ['2026-10-25T01:30:00Z', 'Europe/Berlin', '2026-10-25', '10-25 02:30'],
    ['2026-12-31T12:00:00Z', 'Pacific/Kiritimati', '2027-01-01', '01-01 02:00'],
  ])('%s in %s', (at, zone, day, moment) => {
    expect(dayOf(at, zone)).toBe(day);
    expect(dayAndTime(new Date(at), zone)).toBe(moment);
  });
  it('a day to come is said with its weekday, by the shop’s clock', () => {
    expect(dueWords('2026-11-27T08:05:00Z', 'UTC')).toBe('Fri 27 Nov, 08:05');
    expect(dueWords('2026-11-27T23:05:00Z', 'Europe/Berlin')).toBe('Sat 28 Nov, 00:05');
  });
  it('a zone nobody knows is an error, not another day', () =>
    expect(() => dayOf(new Date(), 'Wendle/Quay')).toThrow(RangeError));
});
