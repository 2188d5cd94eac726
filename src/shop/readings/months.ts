import { sql } from 'drizzle-orm';
import { database } from '@/db/client';

/** The month that begins next is made ready so many days ahead, that no run finds itself without one. */
const AHEAD_DAYS = 10;

/** Samples of a month lie in a table of their own: makes this month's, and soon the next one's, where it is missing. */
export async function monthsReady(now = new Date()): Promise<void> {
  const soon = new Date(now.getTime() + AHEAD_DAYS * 86_400_000);
  for (const moment of [now, soon]) await database().execute(sql`select samples_month(${moment})`);
}
