import { and, eq, inArray, isNotNull } from 'drizzle-orm';
import { database } from '@/db/client';
import { components, units } from '@/db/schema';
import { ShopError } from '@/errors';
import type { WorkList } from '@/formats/print/workList';
import { clockAt } from '@/words/day';
import { dayOf } from '@/words/time';
import { shopRules } from '../rules/queries';
import { standingDay } from './keep';
import { dayView } from './view';

/** What is planned for a pair of hands until the day ends, with the parts that lie in the bin for each machine. */
export async function workListOf(person: string): Promise<WorkList> {
  const [day, rules] = await Promise.all([standingDay(), shopRules()]);
  const { plan } = day;
  const hands = plan.people.find(({ id }) => id === person);
  if (!hands) throw new ShopError('missing', 'No list: nobody at a bench is called so.');
  const ends = hands.hours.find(([, to]) => to > 0);
  const until = ends ? ends[0] + 12 * 60 : 0;
  const { lists, zero } = dayView(day, until);
  const acts = (lists.find((list) => list.person === person)?.acts ?? []).filter(({ from }) => from < until);
  const tags = [...new Set(acts.map(({ tag }) => tag))];
  const rows = tags.length
    ? await database()
        .select({ tag: units.tag, code: components.code, name: components.name })
        .from(components)
        .innerJoin(units, eq(units.id, components.keptFor))
        .where(and(eq(components.place, 'bin'), isNotNull(components.keptFor), inArray(units.tag, tags)))
    : [];
  const called = new Map(plan.units.map((unit) => [unit.tag, unit.called]));
  const listed = new Set<string>();
  return {
    shop: rules.name,
    person: hands.name,
    day: dayOf(new Date(zero), rules.timeZone),
    lines: acts.map((act) => {
      // parts are fetched once, for the first thing done to a machine
      const first = !listed.has(act.tag);
      listed.add(act.tag);
      return {
        tag: act.tag,
        called: called.get(act.tag) ?? '',
        from: clockAt(zero, act.from, rules.timeZone),
        words: act.words,
        minutes: Math.max(1, Math.round(act.to - act.from)),
        alone:
          act.alone > 0
            ? `then ${Math.round(act.alone)} min alone${act.station ? ` at ${act.station}` : ''}`
            : '',
        parts: first
          ? rows.filter(({ tag }) => tag === act.tag).map(({ code, name }) => ({ code, name }))
          : [],
      };
    }),
  };
}
