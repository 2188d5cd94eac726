import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { eq } from 'drizzle-orm';
import type { KeptDay } from '@/core/timetable/day';
import { database } from '@/db/client';
import { busyTimes as busyRows } from '@/db/schema';
import { ShopError } from '@/errors';
import { busyTimes } from '@/formats/calendar/busy';
import type { FeedEntry } from '@/formats/calendar/feed';
import { BENCH_ROLES, defineCommand, type CommandResult } from '../command';
import { houseNow } from '../house/tables';
import { rowId } from '../input';
import { benchHands } from '../people/queries';
import { shopRules } from '../rules/queries';
import { calendarTokens, endCalendarToken, giveToken, heardFrom, tokenState } from '../tokens/keep';
import { newToken } from '../tokens/signs';
import { standingDay } from './keep';
import { actsOf } from './view';

/** A link is good for so long, unless it is ended. */
const YEARS_MINUTES = 3 * 365 * 24 * 60;
const DAYS_MS = 86_400_000;
/** Busy times are taken in for so many days ahead, from a file of so many signs at most. */
const AHEAD = 90;
const MOST_TEXT = 2_000_000;

/** What a calendar shows, in words: "Bench A", "dock 1". */
async function shownBy(subject: string): Promise<string | null> {
  const [, kind, name] = /^(person|station) (.+)$/.exec(subject) ?? [];
  if (kind === 'person') return (await benchHands()).find(({ id }) => id === name)?.name ?? null;
  return (await houseNow(database())).tables.stations.includes(name) ? name : null;
}

/** A secret link to somebody's own work, or a station's, for any calendar that reads RFC 5545. */
export const giveCalendar = defineCommand({
  name: 'giveCalendar',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({ station: Joi.string().max(80).allow(null).default(null).label('station') }),
  async run({ tx, actor, key }, { station }): Promise<CommandResult<{ token: string; run: string }>> {
    const subject = station === null ? `person ${actor.id}` : `station ${station}`;
    const shows = await shownBy(subject);
    if (!shows) throw new ShopError('missing', 'No link: there is nothing of that name.');
    const run = randomUUID();
    const { token } = await giveToken(tx, actor, { purpose: 'calendar', unitId: null, runId: run, subject, minutes: YEARS_MINUTES, key }); // prettier-ignore
    return { event: { kind: 'calendar given', payload: { shows } }, answer: { token, run } };
  },
  secret: {
    hide: ({ run }) => ({ run }),
    show: (stored, key) => ({ ...(stored as { run: string }), token: newToken('calendar', key) }),
  },
});

/** Ends a link of one's own: whoever has it sees nothing more. */
export const endCalendar = defineCommand({
  name: 'endCalendar',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({ run: rowId('link').required() }),
  async run({ tx, actor }, { run }) {
    const subject = await endCalendarToken(tx, run, actor.id);
    if (subject === null) throw new ShopError('missing', 'There is no such link of yours.');
    const shows = (await shownBy(subject)) ?? subject;
    return { event: { kind: 'calendar ended', payload: { shows } }, answer: { shows } };
  },
});

/** One's own busy times from a calendar file, in place of those taken in before; nothing: none any more. */
export const takeBusy = defineCommand({
  name: 'takeBusy',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({ text: Joi.string().max(MOST_TEXT).allow('').required().label('calendar') }),
  async run({ tx, actor }, { text }) {
    const { timeZone } = await shopRules();
    const now = Date.now();
    let read: ReturnType<typeof busyTimes> = { spans: [], free: 0, faults: [] };
    try {
      if (text.trim()) read = busyTimes(text, timeZone, now, now + AHEAD * DAYS_MS);
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      throw new ShopError('invalid', `Nothing taken in: ${error.message}.`, {
        fields: { text: error.message },
      });
    }
    await tx.delete(busyRows).where(eq(busyRows.person, actor.id));
    if (read.spans.length)
      await tx
        .insert(busyRows)
        .values(
          read.spans.map(([from, to]) => ({ person: actor.id, from: new Date(from), to: new Date(to) })),
        );
    return {
      event: { kind: 'busy times', payload: { times: read.spans.length } },
      answer: { times: read.spans.length, free: read.free, faults: read.faults.slice(0, 20) },
    };
  },
});

/** Links a person gave, with what each shows and when it was read last. */
export async function ownCalendars(person: string) {
  const rows = await calendarTokens(person);
  return Promise.all(
    rows.map(async ({ run, subject, heardAt }) => ({
      run: run!,
      shows: (await shownBy(subject)) ?? subject,
      readAt: heardAt?.toISOString() ?? null,
    })),
  );
}

/** How many busy times of somebody's lie ahead. */
export async function busyAhead(person: string): Promise<number> {
  const rows = await database().select({ to: busyRows.to }).from(busyRows).where(eq(busyRows.person, person));
  return rows.filter(({ to }) => to.getTime() > Date.now()).length;
}

/** What a plan has for somebody or for a station, as entries of a calendar. */
export function entriesOf({ plan }: KeptDay, subject: string, origin: string): FeedEntry[] {
  const at = (minute: number) => new Date(Date.parse(plan.zero) + minute * 60_000);
  const called = new Map(plan.units.map((unit) => [unit.tag, unit.called]));
  const [kind, name] = [subject.slice(0, subject.indexOf(' ')), subject.slice(subject.indexOf(' ') + 1)];
  if (kind === 'person')
    return actsOf(plan, name).map(({ tag, operation, words, station, from, to, alone, ends }) => ({
      id: `${tag}-${operation}${ends ? '-end' : ''}`,
      from: at(from),
      to: at(to),
      title: `${tag}: ${ends ? `end ${words.toLowerCase()}` : words}`,
      page: `${origin}/u/${tag}/work`,
      place: station ?? '',
      note: `${called.get(tag) ?? ''}${alone > 0 ? `, then ${Math.round(alone)} min alone` : ''}`,
    }));
  const tasks = new Map(plan.tasks.map((task) => [task.id, task]));
  return plan.placed.flatMap((placed): FeedEntry[] => {
    const task = tasks.get(placed.id)!;
    if (task.station !== name) return [];
    return [
      {
        id: placed.id,
        from: at(placed.start),
        to: at(placed.tail + task.tail),
        title: `${task.unit}: ${task.words}`,
        page: `${origin}/u/${task.unit}/work`,
        place: name,
        note: called.get(task.unit) ?? '',
      },
    ];
  });
}

/** What a link shows now; null: it is not good, or not any more. */
export async function calendarBehind(token: string, origin: string) {
  if (!/^[\w-]{20}$/.test(token)) return null;
  const found = await tokenState('calendar', token);
  if (found.state !== 'good') return null;
  const shows = await shownBy(found.row.subject);
  if (shows === null) return null;
  await heardFrom('calendar', token);
  const day = await standingDay();
  return { shows, made: new Date(day.plan.zero), entries: entriesOf(day, found.row.subject, origin) };
}
