const makers = new Map<string, Intl.DateTimeFormat>();

function partsOf(at: Date | string, zone: string): Record<string, string> {
  let maker = makers.get(zone);
  if (!maker) {
    maker = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    });
    makers.set(zone, maker);
  }
  return Object.fromEntries(maker.formatToParts(new Date(at)).map(({ type, value }) => [type, value]));
}

/** "2026-11-25": the shop's day, not the world's. @throws RangeError on a zone nobody knows */
export function dayOf(at: Date | string, zone: string): string {
  const { year, month, day } = partsOf(at, zone);
  return `${year}-${month}-${day}`;
}

/** "11-25 08:05" on the shop's clock. @throws RangeError on a zone nobody knows */
export function dayAndTime(at: Date | string, zone: string): string {
  const { month, day, hour, minute } = partsOf(at, zone);
  return `${month}-${day} ${hour}:${minute}`;
}

/** "2026-11-25 08:05" on the shop's clock, for papers that outlive their year. @throws RangeError on an unknown zone */
export const momentOf = (at: Date | string, zone: string): string =>
  `${partsOf(at, zone).year}-${dayAndTime(at, zone)}`;

/** "Fri 27 Nov, 08:05" on the shop's clock: a day to come, said to somebody. @throws RangeError on a zone nobody knows */
export function dueWords(at: Date | string, zone: string): string {
  const told = (format: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...format }).format(new Date(at)).replace(',', '');
  const { hour, minute } = partsOf(at, zone);
  return `${told({ weekday: 'short', day: 'numeric', month: 'short' })}, ${hour}:${minute}`;
}

/** Whole days from one day to another, both as 2026-11-05. */
export const daysBetween = (from: string, to: string) =>
  Math.round((Date.parse(`${to}T00:00Z`) - Date.parse(`${from}T00:00Z`)) / 86_400_000);
