import { and, asc, desc, eq, ne, sql } from 'drizzle-orm';
import { workOperation } from '@/core/house/tables';
import type { StopRoute } from '@/core/steps/problem';
import { operationsOf, type OnTheWay, type PlannedTask } from '@/core/timetable/operations';
import type { Job, Person, Placed, Span, Station, Timetabled } from '@/core/timetable/problem';
import { closedBetween, hoursOf } from '@/core/timetable/week';
import { database } from '@/db/client';
import { lots, OPEN_UNITS, units } from '@/db/schema';
import { ShopError } from '@/errors';
import { dayOf } from '@/words/time';
import { runInWorker } from '@/workers/pool';
import { runningBlocks } from '../floor/queries';
import { houseNow } from '../house/tables';
import { benchHands } from '../people/queries';
import { shopRules } from '../rules/queries';
import { operationHere } from '../rules/times';
import { standingOf, wayFrom } from '../units/remaining';
import { FIND_OUT } from '../work/clock';
import { weekOf } from './commands';

/** So many machines are planned at once, the most pressing first; so many days ahead. */
const MOST_UNITS = 36;
const DAYS = 14;
const SECONDS = 0.6;
const DRAWS = 1000;
/** A promise weighs as much as a minute of so many others. */
const PROMISED_WEIGHT = 20;
/** What comes before everything that was promised. */
const FIRST_WEIGHT = 400;
/** A minute late of the rest: what lies there is not promised to anybody. */
const WEIGHT = 1;

export interface PlannedUnit {
  tag: string;
  called: string;
  /** Minutes from now; null: not promised. */
  due: number | null;
  /** When it should be done, and the chance that a promise holds. */
  done: number;
  chance: number | null;
}

export interface DayPlan {
  /** What minutes count from. */
  zero: string;
  people: (Person & { name: string })[];
  stations: Station[];
  closed: readonly Span[];
  tasks: PlannedTask[];
  placed: Placed[];
  units: PlannedUnit[];
  cost: number;
  bound: number;
  /** Why there is no plan. */
  fault: string | null;
}

const stopOf = (route: string, source: string): StopRoute =>
  source === 'owner' ? 'handOver' : (['harvest', 'recycle', 'asFound'] as const).find((one) => one === route) ?? 'disclose'; // prettier-ignore

/** A promise that is thought of, and whether the machine comes before all others. */
export interface Supposed {
  tag: string;
  at: Date;
  first: boolean;
}

const planned = () =>
  database()
    .select({ unit: units, source: lots.source })
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId));

/** Machines that want hands: begun, promised, pinned, then those that bring most for a minute. */
async function pressing(suppose?: Supposed) {
  const rows = await planned()
    .where(
      and(
        OPEN_UNITS,
        ne(units.stage, 'quarantine'),
        ne(units.stage, 'waiting'),
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
  const own =
    rows.find(({ unit }) => unit.tag === suppose.tag) ??
    (await planned().where(and(eq(units.tag, suppose.tag), OPEN_UNITS)))[0];
  if (!own) throw new ShopError('missing', `There is no open machine ${suppose.tag}.`);
  const others = rows.filter(({ unit }) => unit.tag !== suppose.tag).slice(0, MOST_UNITS - 1);
  return [{ ...own, unit: { ...own.unit, promisedAt: suppose.at } }, ...others];
}

/** Who should do what when, from this moment on. @param suppose a promise that is not given yet */
export async function dayPlan(suppose?: Supposed): Promise<DayPlan> {
  const db = database();
  const [rules, { tables }, hands, chosen, running] = await Promise.all([
    shopRules(),
    houseNow(db),
    benchHands(),
    pressing(suppose),
    runningBlocks(),
  ]);
  const now = new Date();
  const zero = Math.floor(now.getTime() / 60_000) * 60_000;
  const week = weekOf(rules);
  const today = dayOf(now, rules.timeZone);
  const open = hoursOf(week, null, today, DAYS, rules.timeZone, zero);
  const people = hands.map(({ id, name }) => ({
    id,
    name,
    hours: hoursOf(week, id, today, DAYS, rules.timeZone, zero),
  }));
  const house = new Map(
    tables.work.map((step) => [step.id, operationHere(rules.handMinutes, workOperation(step))]),
  );
  const ways = await Promise.all(
    chosen.map(async ({ unit, source }): Promise<OnTheWay> => {
      const standing = await standingOf(unit);
      const route = unit.ending ?? stopOf(unit.route, source);
      const { left } = wayFrom(standing, unit, route);
      const { finish } = tables.minutes[unit.chassis];
      const holding = standing.record.drives.inside.filter(({ accounted }) => !accounted).length;
      return {
        unit: unit.tag,
        hands: unit.ending ? 0 : Math.max(0, unit.handsMinutes - finish),
        drives: left.some(({ what }) => what === 'data') ? Math.max(1, holding) : 0,
        system: source !== 'owner' && route === 'disclose',
        left: left.filter(({ what }) => what !== 'open'),
        finish,
        runs: running
          .filter(({ unitId }) => unitId === unit.id)
          .map(({ title, station, startedAt, expectedMinutes }) => ({
            title,
            left: Math.round((Date.parse(startedAt) - zero) / 60_000 + expectedMinutes),
            tail: 2,
            station: tables.stations.includes(station) ? station : null,
          })),
      };
    }),
  );
  const tasks = ways.flatMap((way) => operationsOf(way, house));
  const used = new Set(tasks.map(({ station }) => station));
  const stations = tables.stations
    .filter((name) => used.has(name))
    .map((id): Station => ({ id, capacity: Math.max(week.places[id] ?? 1, ...overlap(tasks, id)) }));
  const jobs = chosen.map(({ unit }): Job => ({
    id: unit.tag,
    due: unit.promisedAt ? (unit.promisedAt.getTime() - zero) / 60_000 : null,
    weight:
      suppose?.first && unit.tag === suppose.tag ? FIRST_WEIGHT : unit.promisedAt ? PROMISED_WEIGHT : WEIGHT,
  }));
  const problem: Timetabled = {
    objective: 'lateness',
    people: people.map(({ id, hours }) => ({ id, hours })),
    stations,
    operations: tasks.map(({ words: _, ...task }) => task),
    units: jobs,
    closed: closedBetween(open),
    apart: true,
  };
  const none = { zero: new Date(zero).toISOString(), people, stations, closed: problem.closed, tasks };
  if (tasks.length === 0) return { ...none, placed: [], units: [], cost: 0, bound: 0, fault: null };
  const found = await runInWorker('planDay', [problem, SECONDS, DRAWS]).catch((error: Error) => error);
  if (found instanceof Error)
    return { ...none, placed: [], units: [], cost: 0, bound: 0, fault: found.message };
  return {
    ...none,
    placed: found.plan.operations,
    cost: found.plan.cost,
    bound: found.plan.bound,
    fault: null,
    units: chosen.map(({ unit }, i) => ({
      tag: unit.tag,
      called: `${unit.maker} ${unit.model}`.trim(),
      due: jobs[i].due ?? null,
      done: found.done[unit.tag] ?? 0,
      chance: found.chance[unit.tag] ?? null,
    })),
  };
}

/** What runs already at a station has its places, however few there are. */
const overlap = (tasks: readonly PlannedTask[], station: string) => [
  tasks.filter((task) => task.station === station && task.id.includes(' run ')).length,
];
