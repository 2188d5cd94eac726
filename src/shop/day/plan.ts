import { and, asc, desc, eq, gt, inArray, ne, sql } from 'drizzle-orm';
import { workOperation } from '@/core/house/tables';
import { reasonsBetween, stoodOf } from '@/core/timetable/changes';
import { placedAt, type DayPlan, type KeptDay, type KnownWays } from '@/core/timetable/day';
import { operationsOf, type PlannedTask } from '@/core/timetable/operations';
import {
  reachIn,
  type Job,
  type Placed,
  type Span,
  type Station,
  type Timetabled,
} from '@/core/timetable/problem';
import { closedBetween, hoursOf, hoursWithout, instantOf, type Week } from '@/core/timetable/week';
import { database } from '@/db/client';
import { busyTimes, dayPins, lots, OPEN_UNITS, units } from '@/db/schema';
import { ShopError } from '@/errors';
import { dayOf } from '@/words/time';
import { runInWorker } from '@/workers/pool';
import { runningBlocks } from '../floor/queries';
import { houseNow } from '../house/tables';
import { benchHands } from '../people/queries';
import { shopRules } from '../rules/queries';
import { operationHere } from '../rules/times';
import { FIND_OUT } from '../work/clock';
import { weekOf } from './commands';
import { waysMark, waysOf, type Wanting } from './ways';

/** So many machines are planned at once, the most pressing first; so many days ahead. */
export const MOST_UNITS = 60;
const DAYS = [14, 28, 56];
/** Of search: a plan made from nothing, and one that begins from the one that stands. */
const SECONDS = { anew: 0.6, again: 0.1 };
const DRAWS = { anew: 2000, again: 150 };
/** What it costs to move by an hour what somebody may have read: as much as a machine done half an hour later. */
const MOVING = 1;
/** A pinned piece that was not begun is begun next for so long, ms. */
const PIN_HOLDS_MS = 12 * 3_600_000;
/** A break that is no break of the day, minutes. */
const NIGHT = 240;
/** A promise weighs as much as a minute of so many others. */
const PROMISED_WEIGHT = 20;
/** What comes before everything that was promised. */
const FIRST_WEIGHT = 400;
/** A minute late of the rest: what lies there is not promised to anybody. */
const WEIGHT = 1;

/** A promise that is thought of, of one machine or several at once, and whether they come before all others. */
export interface Supposed {
  tags: readonly string[];
  at: Date;
  first: boolean;
  /** One more pair of hands while the house is open; everybody an hour longer each day. */
  more?: 'person' | 'hour';
}

/** The day the part is due that a machine waits for. */
const PART_DUE = sql<string | null>`(select min(w.due_on) from wants w where w.unit_id = "units"."id" and w.state = 'ordered' and "units"."stage" = 'waiting')`; // prettier-ignore

/** Without the snapshot of its evaluation, which is many times as long as the rest. */
const LIGHT = { id: units.id, tag: units.tag, version: units.version, maker: units.maker, model: units.model, promisedAt: units.promisedAt }; // prettier-ignore

const wanting = () =>
  database()
    .select({ unit: LIGHT, source: lots.source, partDue: PART_DUE })
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId));

/** Machines that want hands: begun, promised, pinned, then those that bring most for a minute. */
async function pressing(suppose?: Supposed): Promise<Wanting[]> {
  const rows = await wanting()
    .where(
      and(
        OPEN_UNITS,
        ne(units.stage, 'quarantine'),
        sql`(${units.stage} <> 'waiting' or ${PART_DUE} is not null)`,
        sql`${units.pinned} is distinct from 'out'`,
      ),
    )
    .orderBy(
      desc(
        sql`exists (select 1 from work w where w.unit_id = units.id and w.status in ('running', 'paused', 'alone') and w.ref <> ${FIND_OUT})`,
      ),
      sql`${units.promisedAt} asc nulls last`,
      desc(sql`coalesce(${units.pinned}, '') = 'in'`),
      sql`${units.rankScore} desc nulls last`,
      asc(units.tag),
    )
    .limit(MOST_UNITS);
  if (!suppose) return rows;
  const { tags } = suppose;
  const own = await wanting()
    .where(and(inArray(units.tag, [...tags]), OPEN_UNITS))
    .orderBy(asc(units.tag));
  const missing = tags.filter((tag) => !own.some(({ unit }) => unit.tag === tag));
  if (missing.length)
    throw new ShopError('missing', `There is no open machine ${missing.slice(0, 5).join(', ')}.`);
  const others = rows.filter(({ unit }) => !tags.includes(unit.tag)).slice(0, MOST_UNITS - own.length);
  return [...own.map((one) => ({ ...one, unit: { ...one.unit, promisedAt: suppose.at } })), ...others];
}

/** Everybody at a bench, when they are there and have nothing else to do; and when the house is open. */
export async function handsOf(week: Week, zone: string, zero: number, days: number) {
  const [hands, busy] = await Promise.all([
    benchHands(),
    database()
      .select()
      .from(busyTimes)
      .where(gt(busyTimes.to, new Date(zero)))
      .limit(5000),
  ]);
  const today = dayOf(new Date(zero), zone);
  const minute = (at: Date) => (at.getTime() - zero) / 60_000;
  return {
    today,
    open: hoursOf(week, null, today, days, zone, zero),
    people: hands.map(({ id, name }) => ({
      id,
      name,
      hours: hoursWithout(
        hoursOf(week, id, today, days, zone, zero),
        busy.flatMap(({ person, from, to }): Span[] => (person === id ? [[minute(from), minute(to)]] : [])),
      ),
    })),
  };
}

/** Hands as they are, with one pair more, or with everybody an hour longer before the house is closed for the night. */
function withMore(
  people: DayPlan['people'],
  open: readonly Span[],
  more: Supposed['more'],
): DayPlan['people'] {
  if (more === 'person') return [...people, { id: 'one more', name: 'one more', hours: open }];
  if (more !== 'hour') return people;
  return people.map((person) => ({
    ...person,
    hours: person.hours.map(([from, to], i): Span => {
      const next = person.hours[i + 1]?.[0] ?? Infinity;
      return next - to >= NIGHT ? [from, to + 60] : [from, to];
    }),
  }));
}

/** Operations put where they are by hand, by their ids. */
async function pinsOf(zero: number): Promise<Map<string, { person: string; at: number }>> {
  const rows = await database()
    .select({ pin: dayPins, tag: units.tag })
    .from(dayPins)
    .innerJoin(units, eq(units.id, dayPins.unitId))
    // of a day that is over it holds nothing any more
    .where(gt(dayPins.startsAt, new Date(zero - PIN_HOLDS_MS)))
    .orderBy(asc(dayPins.startsAt));
  return new Map(
    rows.map(({ pin, tag }) => [
      `${tag} ${pin.operation}`,
      // what should have begun by now begins now
      { person: pin.person, at: Math.max(0, (pin.startsAt.getTime() - zero) / 60_000) },
    ]),
  );
}

/** A plan, and what each of its machines still wants. */
export interface Planned {
  plan: DayPlan;
  ways: KnownWays;
  /** The chance that all machines of a promise that is thought of are done by then; null: none is, or there is no plan. */
  all: number | null;
}

/**
 * Who should do what when, from this moment on.
 * @param stood the plan that stands: what it says is moved for a reason only
 */
export async function planOf(stood: KeptDay | null, suppose?: Supposed): Promise<Planned> {
  // as far as the plan that stands reaches, and further where a station takes no more in that time
  const reach = Math.max(0, ...(stood?.plan.placed.map(({ tail }) => tail / 1440) ?? []));
  const [first, ...further] = DAYS.filter((days) => days > reach || days === DAYS.at(-1));
  let planned = await planWithin(first, stood, suppose);
  for (const days of further) {
    if (!planned.plan.fault?.includes('finds no place')) break;
    planned = await planWithin(days, stood, suppose);
  }
  return planned;
}

async function planWithin(days: number, stood: KeptDay | null, suppose?: Supposed): Promise<Planned> {
  const db = database();
  const [rules, house, chosen, running] = await Promise.all([
    shopRules(),
    houseNow(db),
    pressing(suppose),
    runningBlocks(),
  ]);
  const { tables } = house;
  const zero = Math.floor(Date.now() / 60_000) * 60_000;
  const week = weekOf(rules);
  const [{ people: there, open, today }, pins] = await Promise.all([
    handsOf(week, rules.timeZone, zero, days),
    pinsOf(zero),
  ]);
  const people = withMore(there, open, suppose?.more);
  const times = new Map(
    tables.work.map((step) => [step.id, operationHere(rules.handMinutes, workOperation(step))]),
  );
  const { ways, known } = await waysOf(chosen, {
    tables,
    mark: waysMark(house, rules),
    zero,
    running,
    known: stood?.ways ?? {},
    partThere(day) {
      // one that is overdue comes tomorrow at the earliest
      const from =
        (instantOf(day > today ? day : today, day > today ? 0 : 1440, rules.timeZone) - zero) / 60_000;
      return open.find(([opens]) => opens >= from)?.[0] ?? from;
    },
  });
  const without = (person: string) => week.without?.[person] ?? [];
  const all = ways.flatMap((way) =>
    operationsOf(way, times).map((task): PlannedTask => ({
      ...task,
      who: task.who ?? (task.needs && people.filter(({ id }) => !without(id).includes(task.needs!)).map(({ id }) => id)), // prettier-ignore
    })),
  );
  const used = new Set(all.map(({ station }) => station));
  const stations = tables.stations
    .filter((name) => used.has(name))
    .map((id): Station => {
      const until = week.broken?.[id];
      const shut = until && until >= today ? (instantOf(until, 1440, rules.timeZone) - zero) / 60_000 : 0;
      return {
        id,
        capacity: Math.max(week.places[id] ?? 1, runsAt(all, id)),
        ...(shut > 0 && { shut: [[0, shut]] }),
      };
    });
  const closed = closedBetween(open);
  const hours = new Map(people.map((person) => [person.id, person.hours]));
  const problemOf = (operations: readonly PlannedTask[], jobs: readonly Job[]): Timetabled => ({
    objective: 'lateness',
    people: people.map(({ id, hours: own }) => ({ id, hours: own })),
    stations,
    operations: operations.map(({ words: _, needs: __, begunBy: ___, scatter: ____, moves: _____, ...task }) => task), // prettier-ignore
    units: jobs,
    closed,
    apart: true,
  });
  const reach = reachIn(problemOf([], []));
  const reasons = new Map<string, string>();
  for (const task of all) {
    const why = reach(task);
    if (why && !reasons.has(task.unit)) reasons.set(task.unit, `${task.words}: ${why}`);
  }
  const leftOut = [...reasons].map(([tag, why]) => ({ tag, why }));
  const tasks = all.filter(({ unit }) => !reasons.has(unit));
  const planned = chosen.filter(({ unit }) => !reasons.has(unit.tag));
  const jobs = planned.map(({ unit }): Job => ({
    id: unit.tag,
    due: unit.promisedAt ? (unit.promisedAt.getTime() - zero) / 60_000 : null,
    weight:
      suppose?.first && suppose.tags.includes(unit.tag)
        ? FIRST_WEIGHT
        : unit.promisedAt
          ? PROMISED_WEIGHT
          : WEIGHT,
  }));
  const base: DayPlan = { zero: new Date(zero).toISOString(), people, stations, closed, tasks, leftOut, placed: [], units: [], pinned: [], pinsLost: [], cost: 0, bound: 0, fault: null, house: JSON.stringify([week.without, week.broken, week.places]) }; // prettier-ignore
  if (tasks.length === 0)
    return { plan: { ...base, fault: leftOut.length ? leftOut[0].why : null }, ways: known, all: null };
  const begun = tasks.flatMap((task): Placed[] => {
    const placed = task.begunBy ? placedAt(task, task.begunBy, 0, hours.get(task.begunBy) ?? []) : null;
    return placed ? [placed] : [];
  });
  const { fixed: pinned, lost } = kept(tasks, pins, hours, begun);
  const since = stood ? (zero - Date.parse(stood.plan.zero)) / 60_000 : 0;
  const here = new Set(tasks.map(({ id }) => id));
  const from = stood?.plan.placed.flatMap((placed): Placed[] =>
    here.has(placed.id) ? [{ ...placed, start: placed.start - since, tail: placed.tail - since }] : [],
  );
  const problem = problemOf(tasks, jobs);
  const asPinned = new Set(stood?.plan.pinned);
  const samePins = pinned.length === asPinned.size && pinned.every(({ id }) => asPinned.has(id));
  const now = { zero, tasks, people, units: planned.map(({ unit }, i) => ({ tag: unit.tag, due: jobs[i].due ?? null })) }; // prettier-ignore
  const same = samePins && stood?.plan.house === base.house;
  const settled = stood !== null && !suppose && same && reasonsBetween(stoodOf(stood.plan), now).length === 0; // prettier-ignore
  const pace = from?.length ? 'again' : 'anew';
  const search = {
    seconds: SECONDS[pace],
    draws: DRAWS[suppose ? 'anew' : pace],
    from,
    settled,
    moving: MOVING,
    scatter: Object.fromEntries(tasks.map(({ id, scatter }) => [id, scatter])),
    together: suppose?.tags.filter((tag) => planned.some(({ unit }) => unit.tag === tag)),
  };
  // what was put where it is and cannot be kept there is let go, the latest first, and said
  for (let pinsKept = pinned; ;) {
    const found = await runInWorker('planDay', [problem, { ...search, fixed: [...begun, ...pinsKept] }]).catch((error: Error) => error); // prettier-ignore
    if (found instanceof Error) {
      const last = pinsKept.at(-1);
      if (!last) return { plan: { ...base, fault: found.message }, ways: known, all: null };
      lost.push({ id: last.id, why: 'what comes before it is not done by then' });
      pinsKept = pinsKept.slice(0, -1);
      continue;
    }
    return {
      ways: known,
      all: found.all,
      plan: {
        ...base,
        placed: found.plan.operations,
        cost: found.plan.cost,
        bound: found.plan.bound,
        pinned: pinsKept.map(({ id }) => id),
        pinsLost: lost,
        units: planned.map(({ unit }, i) => ({
          id: unit.id,
          tag: unit.tag,
          called: `${unit.maker} ${unit.model}`.trim(),
          due: jobs[i].due ?? null,
          done: found.done[unit.tag] ?? 0,
          chance: found.chance[unit.tag] ?? null,
        })),
      },
    };
  }
}

/** What was put where it is, as far as its hands are free then: of two at once the later one gives way. */
function kept(
  tasks: readonly PlannedTask[],
  pins: ReadonlyMap<string, { person: string; at: number }>,
  hours: ReadonlyMap<string, readonly Span[]>,
  begun: readonly Placed[],
): { fixed: Placed[]; lost: { id: string; why: string }[] } {
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const fixed: Placed[] = [];
  const lost: { id: string; why: string }[] = [];
  const spans = (placed: Placed, person: string): Span[] => {
    const { head, tail } = byId.get(placed.id)!;
    return [
      ...(placed.person === person ? [[placed.start, placed.start + head] as const] : []),
      ...(placed.tailPerson === person && tail > 0 ? [[placed.tail, placed.tail + tail] as const] : []),
    ];
  };
  for (const [id, { person, at }] of pins) {
    const task = byId.get(id);
    // it is done, or somebody is at it
    if (!task || task.begunBy) continue;
    const taken = [...begun, ...fixed].flatMap((other) => spans(other, person));
    const free = hoursWithout(hours.get(person) ?? [], taken);
    const refused =
      task.who && !task.who.includes(person) ? 'whoever it was given to does not do this' : null;
    const placed = refused ? null : placedAt(task, person, at, free);
    if (placed) fixed.push(placed);
    else lost.push({ id, why: refused ?? 'whoever it was given to is not free then' });
  }
  return { fixed, lost };
}

/** What runs already at a station has its places, however few there are. */
const runsAt = (tasks: readonly PlannedTask[], station: string) =>
  tasks.filter((task) => task.station === station && task.id.includes(' run ')).length;
