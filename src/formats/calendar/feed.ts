import ical, { ICalCalendarMethod } from 'ical-generator';

/** One thing in a calendar: what it is, when, where. */
export interface FeedEntry {
  /** The same for the same piece of work, however often it is moved. */
  id: string;
  from: Date;
  to: Date;
  title: string;
  /** Where a page tells more. */
  page: string;
  place: string;
  note: string;
}

/** How often a calendar should ask again, s. */
const AGAIN = 15 * 60;
const PRODUCT = { company: 'Omnitrope', product: 'The day', language: 'EN' };

/**
 * A calendar as RFC 5545 wants it, times in UTC.
 * @param name shown by whatever reads it @param made when the plan in it was made @param host behind each entry's id
 */
export function calendarFeed(name: string, entries: readonly FeedEntry[], made: Date, host: string): string {
  const calendar = ical({ name, prodId: PRODUCT, method: ICalCalendarMethod.PUBLISH, ttl: AGAIN });
  for (const { id, from, to, title, page, place, note } of entries)
    calendar.createEvent({
      id: `${id.replace(/[^A-Za-z0-9-]+/g, '-')}@${host}`,
      stamp: made,
      start: from,
      // nothing takes no time in a calendar
      end: to.getTime() - from.getTime() < 60_000 ? new Date(from.getTime() + 60_000) : to,
      summary: title,
      description: note || null,
      location: place || null,
      url: page,
    });
  return calendar.toString();
}
