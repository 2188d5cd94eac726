import ICAL from 'ical.js';
import { joined } from '@/core/timetable/calendar';
import { instantOf } from '@/core/timetable/week';

/** A stretch somebody is busy: instants, ms. */
export type BusySpan = readonly [from: number, to: number];

export interface BusyTimes {
  spans: BusySpan[];
  /** Entries that do not make anybody busy: free, cancelled. */
  free: number;
  /** What could not be read, by the entry's title. */
  faults: string[];
}

/** Of one series so many times at most; of one file so many in all. */
const MOST_TIMES = 1500;
const MOST = 4000;

/**
 * When somebody is busy by a calendar file (RFC 5545), within a window: series are written out with what was left out or
 * moved of them, whole days count from midnight to midnight there.
 * @param zone IANA name of the zone of times that say none
 * @throws RangeError in words, for what is no calendar
 */
export function busyTimes(text: string, zone: string, from: number, until: number): BusyTimes {
  let calendar: ICAL.Component;
  try {
    const parsed = ICAL.parse(text) as unknown[];
    // of several calendars in a file the first is read
    calendar = new ICAL.Component((Array.isArray(parsed[0]) ? parsed[0] : parsed) as unknown as string);
  } catch (error) {
    throw new RangeError(`this is no calendar file: ${(error as Error).message.split('\n')[0]}`);
  }
  if (calendar.name !== 'vcalendar') throw new RangeError('this is no calendar file: it holds no calendar');
  for (const own of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(own);
  const events = calendar.getAllSubcomponents('vevent');
  const apart = events.filter((event) => event.hasProperty('recurrence-id'));
  const times: BusyTimes = { spans: [], free: 0, faults: [] };
  for (const event of events) {
    if (event.hasProperty('recurrence-id')) continue;
    const title = String(event.getFirstPropertyValue('summary') ?? 'an entry without a name').slice(0, 80);
    if (isFree(event)) {
      times.free++;
      continue;
    }
    try {
      const own = new ICAL.Event(event);
      if (!own.startDate) throw new RangeError('it has no beginning');
      for (const other of apart)
        if (other.getFirstPropertyValue('uid') === own.uid) own.relateException(new ICAL.Event(other));
      for (const [start, end] of occurrences(own, zone, until)) {
        if (end > from && start < until && end > start) times.spans.push([start, end]);
        if (times.spans.length > MOST) throw new RangeError(`there are more than ${MOST} entries`);
      }
    } catch (error) {
      times.faults.push(`${title}: ${(error as Error).message.split('\n')[0]}`);
    }
  }
  times.spans = [...joined(times.spans)];
  return times;
}

const isFree = (event: ICAL.Component) =>
  String(event.getFirstPropertyValue('transp') ?? '').toUpperCase() === 'TRANSPARENT' ||
  String(event.getFirstPropertyValue('status') ?? '').toUpperCase() === 'CANCELLED';

function* occurrences(event: ICAL.Event, zone: string, until: number): Generator<BusySpan> {
  if (!event.isRecurring()) {
    yield [instant(event.startDate, zone), instant(event.endDate, zone)];
    return;
  }
  const times = event.iterator();
  for (let n = 0, next = times.next(); next && n < MOST_TIMES; n++, next = times.next()) {
    const { startDate, endDate, item } = event.getOccurrenceDetails(next);
    const start = instant(startDate, zone);
    if (start >= until) return;
    if (!isFree(item.component)) yield [start, instant(endDate, zone)];
  }
}

/** An instant, ms; a time that says no zone, and a whole day, are of this one. */
function instant(time: ICAL.Time, zone: string): number {
  const floating = time.isDate || time.zone === ICAL.Timezone.localTimezone;
  if (!floating) return time.toUnixTime() * 1000;
  const two = (value: number) => String(value).padStart(2, '0');
  return instantOf(`${time.year}-${two(time.month)}-${two(time.day)}`, time.hour * 60 + time.minute, zone);
}
