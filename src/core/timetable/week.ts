import { joined } from './calendar';
import type { Span } from './problem';

/** When the house is open: minutes of a day, Monday first; who is away; how many places stations have. */
export interface Week {
  days: readonly (readonly Span[])[];
  /** Days somebody is not there, first and last, 2026-11-26; nobody: the house is closed. */
  away: readonly { person: string | null; from: string; to: string }[];
  places: Readonly<Record<string, number>>;
  /** Hours of single dates, in place of those of their weekday; none: the house is closed. */
  dates?: Readonly<Record<string, readonly Span[]>>;
  /** Stations that are out of order, up to a day and with it. */
  broken?: Readonly<Record<string, string>>;
  /** What somebody does not do; left out: everybody does everything. */
  without?: Readonly<Record<string, readonly Skill[]>>;
}

/** What not everybody does: soldering on boards, work on the mains side, other people's data. */
export const SKILLS = ['board', 'mains', 'data'] as const;
export type Skill = (typeof SKILLS)[number];

const OPEN: readonly Span[] = [
  [9 * 60, 12 * 60 + 30],
  [13 * 60, 17 * 60 + 30],
];
/** As a house begins: weekdays, with a break at noon. */
export const USUAL_WEEK: Week = { days: [OPEN, OPEN, OPEN, OPEN, OPEN, [], []], away: [], places: {} };

const DAY_MS = 86_400_000;
const formats = new Map<string, Intl.DateTimeFormat>();
/** Asked again for every person and every plan: what a clock shows never changes. */
const instants = new Map<string, number>();
const MOST_INSTANTS = 5_000;

/** What a zone's clocks show at an instant, as if it were universal time; ms. */
function shown(at: number, zone: string): number {
  let format = formats.get(zone);
  if (!format) {
    const two = '2-digit';
    format = new Intl.DateTimeFormat('en-GB', { timeZone: zone, year: 'numeric', month: two, day: two, hour: two, minute: two, hourCycle: 'h23' }); // prettier-ignore
    formats.set(zone, format);
  }
  const part = Object.fromEntries(
    format.formatToParts(new Date(at)).map(({ type, value }) => [type, Number(value)]),
  );
  return Date.UTC(part.year, part.month - 1, part.day, part.hour, part.minute);
}

/** The instant a zone's clocks show so many minutes of a day; of a time that is left out in spring, the one after it. */
export function instantOf(day: string, minute: number, zone: string): number {
  const key = `${day} ${minute} ${zone}`;
  const known = instants.get(key);
  if (known !== undefined) return known;
  const wanted = Date.parse(`${day}T00:00Z`) + minute * 60_000;
  let at = wanted;
  // the offset there, and once more where the clocks are changed between
  for (let round = 0; round < 3; round++) at += wanted - shown(at, zone);
  if (instants.size >= MOST_INSTANTS) instants.clear();
  instants.set(key, at);
  return at;
}

const weekday = (day: string) => (new Date(`${day}T00:00Z`).getUTCDay() + 6) % 7;
const dayAfter = (day: string) => new Date(Date.parse(`${day}T00:00Z`) + DAY_MS).toISOString().slice(0, 10);

/**
 * When somebody is there over so many days, minutes from an instant.
 * @param person nobody: when the house is open @param first the day it begins with
 */
export function hoursOf(
  week: Week,
  person: string | null,
  first: string,
  days: number,
  zone: string,
  zero: number,
): Span[] {
  const spans: Span[] = [];
  for (let day = first, n = 0; n < days; day = dayAfter(day), n++) {
    const off = week.away.some(
      (each) => (each.person === null || each.person === person) && each.from <= day && day <= each.to,
    );
    if (off) continue;
    for (const [from, to] of week.dates?.[day] ?? week.days[weekday(day)]) {
      const span: Span = [
        (instantOf(day, from, zone) - zero) / 60_000,
        (instantOf(day, to, zone) - zero) / 60_000,
      ];
      if (span[1] > Math.max(0, span[0])) spans.push([Math.max(0, span[0]), span[1]]);
    }
  }
  // where nobody goes home at midnight, midnight is no end
  return joined(spans);
}

/** Hours without what somebody is busy with. */
export function hoursWithout(hours: readonly Span[], busy: readonly Span[]): Span[] {
  let left: Span[] = [...hours];
  for (const [from, to] of busy)
    left = left.flatMap(([a, b]): Span[] =>
      to <= a || from >= b
        ? [[a, b]]
        : [...(from > a ? [[a, from] as const] : []), ...(to < b ? [[to, b] as const] : [])],
    );
  return left;
}

/** Between openings: when nobody is in the house. Breaks of less than two hours are not closing. */
export function closedBetween(open: readonly Span[], least = 120): Span[] {
  return open
    .slice(1)
    .flatMap(([from], i): Span[] => (from - open[i][1] >= least ? [[open[i][1], from]] : []));
}

/** Opening hours as people write them: "9-12:30, 13:00-17:30"; empty: closed. @throws RangeError in words */
export function readHours(text: string): Span[] {
  const minute = (clock: string): number => {
    const found = /^(\d{1,2})(?::(\d{2}))?$/.exec(clock.trim());
    const at = found ? Number(found[1]) * 60 + Number(found[2] ?? 0) : NaN;
    if (!(at >= 0 && at <= 1440 && Number(found![2] ?? 0) < 60))
      throw new RangeError(`"${clock.trim()}" is no time of day`);
    return at;
  };
  const spans = text
    .split(/[,;]/)
    .filter((each) => each.trim() !== '')
    .map((each): Span => {
      const ends = each.split(/[-–]/);
      if (ends.length !== 2) throw new RangeError(`"${each.trim()}" is not from and to: 9-12:30`);
      const span: Span = [minute(ends[0]), minute(ends[1])];
      if (span[1] <= span[0]) throw new RangeError(`"${each.trim()}" ends before it begins`);
      return span;
    })
    .sort((a, b) => a[0] - b[0]);
  spans.forEach(([from], i) => {
    if (i > 0 && from < spans[i - 1][1]) throw new RangeError('two of them overlap');
  });
  return spans;
}

const clock = (minute: number) => `${Math.floor(minute / 60)}:${String(minute % 60).padStart(2, '0')}`;
/** The same as text. */
export const hoursText = (spans: readonly Span[]): string =>
  spans.map(([from, to]) => `${clock(from)}-${clock(to)}`).join(', ');
