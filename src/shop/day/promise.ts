import { and, asc, eq, inArray } from 'drizzle-orm';
import { database } from '@/db/client';
import { lots, OPEN_UNITS, units } from '@/db/schema';
import { ShopError } from '@/errors';
import type { PromiseView } from '@/words/day';
import { standingDay } from './keep';
import { MOST_UNITS, planOf, type Planned } from './plan';

/** A promise would be broken by another machine's coming first: those whose chance falls by this much are named. */
const HARMED = 0.1;
/** A chance like this needs no help. */
const SURE = 0.85;
/** Machines that are listed at most. */
const MOST_SHOWN = 500;
const NOTHING: Omit<PromiseView, 'chance' | 'done' | 'fault'> = {
  first: null,
  harms: [],
  help: [],
  each: [],
};

/** Machines one asks about together, those still worked on: of a lot, or by their tags. */
export async function promisedTogether(of: { lot: string; tags: readonly string[] }) {
  return (
    database()
      .select({ id: units.id, tag: units.tag })
      .from(units)
      .innerJoin(lots, eq(lots.id, units.lotId))
      .where(and(of.lot ? eq(lots.code, of.lot) : inArray(units.tag, [...of.tags]), OPEN_UNITS))
      .orderBy(asc(units.tag))
      // more than are promised at once are refused when it is asked, not left out in silence
      .limit(MOST_SHOWN)
  );
}

/**
 * Would a machine be done by then, or all of several? As the plan has it, and if they came before all others, with whose
 * promises that would cost.
 */
export async function promiseOf(tags: readonly string[], at: Date): Promise<PromiseView> {
  if (at.getTime() < Date.now()) throw new ShopError('invalid', 'That moment is over.');
  if (tags.length === 0) throw new ShopError('invalid', 'Say which machine.');
  if (tags.length > MOST_UNITS)
    throw new ShopError(
      'invalid',
      `${tags.length} machines are too many to promise at once: mark ${MOST_UNITS} at most.`,
    );
  const stood = await standingDay();
  const plain = await planOf(stood, { tags, at, first: false });
  const { leftOut, tasks, zero, fault } = plain.plan;
  const out = leftOut.find(({ tag }) => tags.includes(tag));
  const why = fault ?? (out ? `${out.tag}: ${out.why}` : null);
  // nothing is left to do with them
  const nothing = !tasks.some(({ unit }) => tags.includes(unit));
  if (!why && nothing) return { ...NOTHING, chance: 1, done: zero, fault: null };
  if (why || plain.all === null) return { ...NOTHING, chance: null, done: null, fault: why };
  const before = await planOf(stood, { tags, at, first: true });
  // what else would help, when coming first does not do it
  const help: PromiseView['help'] = [];
  if (Math.max(plain.all, before.all ?? 0) < SURE)
    for (const more of ['person', 'hour'] as const) {
      const { all } = await planOf(stood, { tags, at, first: true, more });
      if (all !== null && all > (before.all ?? 0) + 0.05) help.push({ more, chance: all });
    }
  const own = plain.plan.units.filter(({ tag }) => tags.includes(tag));
  const instant = (minute: number) => new Date(Date.parse(zero) + minute * 60_000).toISOString();
  return {
    chance: plain.all,
    done: instant(Math.max(...own.map(({ done }) => done))),
    first: before.all,
    harms: harmed(plain, before, tags),
    help,
    each: own.length > 1 ? own.map(({ tag, called, chance, done }) => ({ tag, called, chance: chance ?? 1, done: instant(done) })) : [], // prettier-ignore
    fault: null,
  };
}

/** Whose promises suffer when these come first. */
const harmed = ({ plan }: Planned, first: Planned, tags: readonly string[]): PromiseView['harms'] =>
  first.plan.units.flatMap(({ tag, chance }) => {
    const was = plan.units.find((own) => own.tag === tag)?.chance ?? null;
    return !tags.includes(tag) && was !== null && chance !== null && was - chance >= HARMED
      ? [{ tag, from: was, to: chance }]
      : [];
  });
