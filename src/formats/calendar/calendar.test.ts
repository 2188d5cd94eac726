import ical from 'node-ical';
import { describe, expect, it } from 'vitest';
import { busyTimes } from './busy';
import { calendarFeed, type FeedEntry } from './feed';

// RFC 5545 read by an independent library: node-ical shares no code with what writes the feed
const read = (feed: string) =>
  Object.values(ical.sync.parseICS(feed)).filter((entry) => entry?.type === 'VEVENT');

const entry = (more: Partial<FeedEntry> = {}): FeedEntry => ({
  id: 'WQ-0012-erase',
  from: new Date('2026-03-29T00:30:00Z'),
  to: new Date('2026-03-29T02:00:00Z'),
  title: 'WQ-0012: Erase the drive',
  page: 'http://shop.example/u/WQ-0012/work',
  place: 'dock 1',
  note: '',
  ...more,
});

describe('a calendar of work', () => {
  const made = new Date('2026-03-28T20:00:00Z');
  it('is read as it was meant, over the night the clocks change', () => {
    const [event] = read(calendarFeed('Bench A', [entry()], made, 'shop.example'));
    expect(event).toMatchObject({ uid: 'WQ-0012-erase@shop.example', summary: 'WQ-0012: Erase the drive', location: 'dock 1' }); // prettier-ignore
    expect(event!.start.toISOString()).toBe('2026-03-29T00:30:00.000Z');
    expect(event!.end?.toISOString()).toBe('2026-03-29T02:00:00.000Z');
  });
  it('signs that mean something in a calendar come back as they were; lines are short', () => {
    const title =
      'A, B; C\\D: "quoted" — ü 漢字 and a title that is much longer than the seventy-five octets a line may have';
    const note = 'first\nsecond; third, fourth';
    const feed = calendarFeed('Bench A', [entry({ title, note })], made, 'shop.example');
    const [event] = read(feed);
    expect(event!.summary).toBe(title);
    expect(event!.description).toBe(note);
    // RFC 5545, 3.1: lines of at most 75 octets, ended by CRLF
    for (const line of feed.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(feed.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
  });
  it('says who made it, which version, and when each entry was written (3.6, 3.6.1)', () => {
    const feed = calendarFeed('dock 1', [entry(), entry({ id: 'WQ-0013-erase' })], made, 'shop.example');
    expect(feed).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:/);
    expect(feed.match(/^DTSTAMP:20260328T200000Z\r?$/gm)).toHaveLength(2);
    expect(read(feed)).toHaveLength(2);
    // a calendar with nothing in it is one
    expect(read(calendarFeed('dock 1', [], made, 'shop.example'))).toEqual([]);
  });
  it('what takes no time takes a minute; an id holds nothing but letters and figures', () => {
    const from = new Date('2026-03-28T09:00:00Z');
    const [event] = read(calendarFeed('x', [entry({ from, to: from, id: 'a b/c\r\nd' })], made, 'h'));
    expect(event!.end!.getTime() - event!.start.getTime()).toBe(60_000);
    expect(event!.uid).toBe('a-b-c-d@h');
  });
});

const wrap = (...events: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//x//y//EN', ...events, 'END:VCALENDAR'].join('\r\n');
const event = (...lines: string[]) =>
  ['BEGIN:VEVENT', `UID:${lines.join('')}`, 'DTSTAMP:20260101T000000Z', ...lines, 'END:VEVENT'].join('\r\n');
const from = Date.parse('2026-03-01T00:00Z');
const until = Date.parse('2026-05-01T00:00Z');
const spans = (text: string, zone = 'Europe/Berlin') =>
  busyTimes(text, zone, from, until).spans.map((span) =>
    span.map((at) => new Date(at).toISOString().slice(0, 16)),
  );

describe('busy times out of a calendar', () => {
  it('an appointment, in UTC and without a zone', () => {
    expect(spans(wrap(event('DTSTART:20260310T090000Z', 'DTEND:20260310T100000Z')))).toEqual([['2026-03-10T09:00', '2026-03-10T10:00']]); // prettier-ignore
    // floating: the shop's own clock
    expect(spans(wrap(event('DTSTART:20260310T090000', 'DURATION:PT30M')))).toEqual([['2026-03-10T08:00', '2026-03-10T08:30']]); // prettier-ignore
  });
  it('a whole day is from midnight to midnight there, 23 hours when the clocks go forward', () => {
    expect(spans(wrap(event('DTSTART;VALUE=DATE:20260329', 'DTEND;VALUE=DATE:20260330')))).toEqual([['2026-03-28T23:00', '2026-03-29T22:00']]); // prettier-ignore
  });
  it('a series with one left out and one moved; it stays at its hour over the change of clocks', () => {
    const zone = ['BEGIN:VTIMEZONE', 'TZID:Town', 'BEGIN:STANDARD', 'DTSTART:19701025T030000', 'TZOFFSETFROM:+0200', 'TZOFFSETTO:+0100', 'RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU', 'END:STANDARD', 'BEGIN:DAYLIGHT', 'DTSTART:19700329T020000', 'TZOFFSETFROM:+0100', 'TZOFFSETTO:+0200', 'RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU', 'END:DAYLIGHT', 'END:VTIMEZONE'].join('\r\n'); // prettier-ignore
    const series = ['BEGIN:VEVENT', 'UID:s', 'DTSTAMP:20260101T000000Z', 'DTSTART;TZID=Town:20260310T140000', 'DTEND;TZID=Town:20260310T150000', 'RRULE:FREQ=WEEKLY;COUNT=4', 'EXDATE;TZID=Town:20260317T140000', 'END:VEVENT'].join('\r\n'); // prettier-ignore
    const moved = ['BEGIN:VEVENT', 'UID:s', 'DTSTAMP:20260101T000000Z', 'RECURRENCE-ID;TZID=Town:20260324T140000', 'DTSTART;TZID=Town:20260325T100000', 'DTEND;TZID=Town:20260325T110000', 'END:VEVENT'].join('\r\n'); // prettier-ignore
    expect(spans(wrap(zone, series, moved))).toEqual([
      ['2026-03-10T13:00', '2026-03-10T14:00'],
      ['2026-03-25T09:00', '2026-03-25T10:00'],
      ['2026-03-31T12:00', '2026-03-31T13:00'],
    ]);
  });
  it('a series without an end stops at the window; what leaves one free is counted and left out', () => {
    const daily = event('DTSTART:20200101T060000Z', 'DTEND:20200101T061000Z', 'RRULE:FREQ=WEEKLY');
    expect(spans(wrap(daily)).length).toBe(9);
    const free = busyTimes(wrap(event('DTSTART:20260310T090000Z', 'DTEND:20260310T100000Z', 'TRANSP:TRANSPARENT'), event('DTSTART:20260311T090000Z', 'DTEND:20260311T100000Z', 'STATUS:CANCELLED')), 'UTC', from, until); // prettier-ignore
    expect(free).toEqual({ spans: [], free: 2, faults: [] });
  });
  it('those that overlap are one; those out of the window are none', () => {
    expect(spans(wrap(event('DTSTART:20260310T090000Z', 'DTEND:20260310T100000Z'), event('DTSTART:20260310T093000Z', 'DTEND:20260310T110000Z'), event('DTSTART:20250310T093000Z', 'DTEND:20250310T110000Z')))).toEqual([['2026-03-10T09:00', '2026-03-10T11:00']]); // prettier-ignore
  });
  it.each(['', 'hello', 'BEGIN:VCALENDAR', '{"a":1}', 'BEGIN:VEVENT\r\nEND:VEVENT'])(
    '%j is no calendar, in words',
    (text) => {
      expect(() => busyTimes(text, 'UTC', from, until)).toThrow(RangeError);
    },
  );
  it('an entry that makes no sense is named, the others are read', () => {
    const { spans: read_, faults } = busyTimes(wrap(event('SUMMARY:Odd'), event('DTSTART:20260310T090000Z', 'DTEND:20260310T100000Z')), 'UTC', from, until); // prettier-ignore
    expect(read_).toHaveLength(1);
    expect(faults[0]).toMatch(/^Odd: /);
  });
});
