import { sql, type SQL } from 'drizzle-orm';
import { isDay } from '@/shapes/fields';
import { dayOf } from '@/words/time';

type Asked = Readonly<Record<string, string | string[] | undefined>>;

/** Days of the calendar, both of them in it, as the shop's clocks count them. */
export interface Period {
  from: string;
  to: string;
  zone: string;
}

const YEAR_DAYS = 365;

/** A period as an address has it; what is missing or no day: the year up to today. Turned round it is turned back. */
export function periodOf(asked: Asked, zone: string): Period {
  const day = (name: string) => {
    const value = asked[name];
    return typeof value === 'string' && isDay(value) ? value : null;
  };
  const to = day('to') ?? dayOf(new Date(), zone);
  const from =
    day('from') ?? new Date(Date.parse(`${to}T00:00Z`) - YEAR_DAYS * 86_400_000).toISOString().slice(0, 10);
  return from <= to ? { from, to, zone } : { from: to, to: from, zone };
}

/** A moment lies in the period: from its first midnight of the shop to its last. */
export const inPeriod = (at: SQL, { from, to, zone }: Period): SQL =>
  sql`${at} >= (${from}::date::timestamp at time zone ${zone}) and ${at} < ((${to}::date + 1)::timestamp at time zone ${zone})`;

/** The month a moment lies in, on the shop's clocks: 2026-11. */
export const monthOf = (at: SQL, zone: string): SQL => sql`to_char(${at} at time zone ${zone}, 'YYYY-MM')`;
