import { isDay } from '@/shapes/fields';
import { dayOf } from '@/words/time';

type Asked = Readonly<Record<string, string | string[] | undefined>>;

const YEAR_DAYS = 365;

/** A period as an address has it; what is missing or no day: the year up to today. Turned round it is turned back. */
export function periodOf(asked: Asked, zone: string): { from: string; to: string } {
  const day = (name: string) => {
    const value = asked[name];
    return typeof value === 'string' && isDay(value) ? value : null;
  };
  const to = day('to') ?? dayOf(new Date(), zone);
  const from =
    day('from') ?? new Date(Date.parse(`${to}T00:00Z`) - YEAR_DAYS * 86_400_000).toISOString().slice(0, 10);
  return from <= to ? { from, to } : { from: to, to: from };
}
