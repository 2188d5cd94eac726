import { and, eq } from 'drizzle-orm';
import Joi from 'joi';
import { hoursText, readHours, SKILLS, USUAL_WEEK, type Week } from '@/core/timetable/week';
import { dayPins, shop, units } from '@/db/schema';
import { ShopError } from '@/errors';
import { BENCH_ROLES, defineCommand } from '../command';
import { houseNow } from '../house/tables';
import { isoDate, unitId } from '../input';
import { benchHands } from '../people/queries';

/** By when a machine was promised; nothing: it is not any more. */
export const promiseUnit = defineCommand({
  name: 'promiseUnit',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, until: Joi.string().isoDate().allow(null).required().label('promised by') }),
  async run({ tx, unit }, { until }) {
    if (until && Date.parse(until) < Date.now())
      throw new ShopError('invalid', 'Not promised: that moment is over.', { fields: { until: 'is over' } });
    await tx
      .update(units)
      .set({ promisedAt: until ? new Date(until) : null })
      .where(eq(units.id, unit!.id));
    return {
      event: { kind: 'promised', payload: { before: unit!.promisedAt?.toISOString() ?? null, until } },
      answer: { until },
    };
  },
});

/** A machine that is worked, or is not, whatever the hours are for otherwise. */
export const pinUnit = defineCommand({
  name: 'pinUnit',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    pinned: Joi.string().valid('in', 'out').allow(null).required().label('pinned'),
  }),
  async run({ tx, unit }, { pinned }) {
    const own = pinned as 'in' | 'out' | null;
    await tx.update(units).set({ pinned: own }).where(eq(units.id, unit!.id));
    return {
      event: { kind: 'pinned', payload: { before: unit!.pinned, pinned: own } },
      answer: { pinned: own },
    };
  },
});

/** A piece of work put where it is in the plan: by whom and when; nobody: the plan decides again. */
export const placeWork = defineCommand({
  name: 'placeWork',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    operation: Joi.string().max(40).required().label('piece of work'),
    person: Joi.string().max(80).allow(null).required().label('who'),
    startsAt: Joi.string().isoDate().allow(null).default(null).label('when'),
  }),
  async run({ tx, actor, unit }, { operation, person, startsAt }) {
    const own = and(eq(dayPins.unitId, unit!.id), eq(dayPins.operation, operation));
    if (person === null) {
      await tx.delete(dayPins).where(own);
    } else {
      if (!startsAt)
        throw new ShopError('invalid', 'Not put there: say when.', { fields: { startsAt: 'say when' } });
      const hands = (await benchHands()).find(({ id }) => id === person);
      if (!hands) throw new ShopError('invalid', 'Not put there: nobody at a bench is called so.');
      if (Date.parse(startsAt) < Date.now() - 60_000)
        throw new ShopError('invalid', 'Not put there: that moment is over.', {
          fields: { startsAt: 'is over' },
        });
      const row = { unitId: unit!.id, operation, person, startsAt: new Date(startsAt), byName: actor.name };
      await tx
        .insert(dayPins)
        .values(row)
        .onConflictDoUpdate({ target: [dayPins.unitId, dayPins.operation], set: row });
    }
    return {
      event: { kind: 'work placed', payload: { operation, person, at: person && startsAt } },
      answer: { person },
    };
  },
});

const MOST_AWAY = 100;

/** When the house is open, who is away, how many places stations have. All of it at once. */
export const setWeek = defineCommand({
  name: 'setWeek',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    days: Joi.array().length(7).items(Joi.string().max(120).allow('')).required().label('hours'),
    away: Joi.array()
      .max(MOST_AWAY)
      .items(
        Joi.object({
          person: Joi.string().max(80).allow(null).required(),
          from: isoDate('from').required(),
          to: isoDate('to').required(),
        }),
      )
      .default([])
      .label('away'),
    dates: Joi.object()
      .pattern(isoDate('date'), Joi.string().max(120).allow(''))
      .max(MOST_AWAY)
      .default({})
      .label('single dates'),
    without: Joi.object()
      .pattern(
        Joi.string().max(80),
        Joi.array()
          .items(Joi.string().valid(...SKILLS))
          .unique(),
      )
      .default({})
      .label('who does not'),
    broken: Joi.object()
      .pattern(Joi.string().max(80), isoDate('out of order until'))
      .default({})
      .label('out of order'),
    places: Joi.object()
      .pattern(Joi.string().max(80), Joi.number().integer().min(1).max(99))
      .default({})
      .label('places'),
  }),
  async run({ tx }, { days, away, places, without, broken, dates }) {
    const fields: Record<string, string> = {};
    const hours = (text: string, field: string) => {
      try {
        return readHours(text);
      } catch (error) {
        fields[field] = (error as RangeError).message;
        return [];
      }
    };
    const read = (days as string[]).map((text, i) => hours(text, `days.${i}`));
    const own = Object.fromEntries(
      Object.entries(dates as Record<string, string>).map(([day, text]) => [
        day,
        hours(text, `dates.${day}`),
      ]),
    );
    const turned = (away as { from: string; to: string }[]).findIndex(({ from, to }) => to < from);
    if (turned >= 0) fields[`away.${turned}`] = 'ends before it begins';
    const { stations } = (await houseNow(tx)).tables;
    const unknown = Object.keys({ ...(places as object), ...(broken as object) }).find(
      (name) => !stations.includes(name),
    );
    if (unknown) fields.places = `there is no station "${unknown}"`;
    if (Object.keys(fields).length)
      throw new ShopError('invalid', `Not changed: ${Object.values(fields).join('; ')}.`, { fields });
    const week: Week = {
      days: read,
      away: away as Week['away'],
      dates: own,
      places: places as Week['places'],
      without: without as Week['without'],
      broken: broken as Week['broken'],
    };
    await tx.update(shop).set({ week });
    return {
      event: {
        kind: 'week',
        payload: { days: read.map(hoursText), away: week.away.length, places: { ...week.places } },
      },
      answer: { open: read.some((spans) => spans.length > 0) },
    };
  },
});

/** The week that stands. */
export const weekOf = ({ week }: { week: Week | null }): Week => week ?? USUAL_WEEK;
