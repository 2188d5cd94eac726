import { and, desc, eq, ne, sql } from 'drizzle-orm';
import { workOperation } from '@/core/house/tables';
import type { Candidate } from '@/core/lots/cutLine';
import { pinnedMinutes } from '@/core/lots/cutLine';
import type { KnownWays } from '@/core/timetable/day';
import { holdsOf, operationsOf } from '@/core/timetable/operations';
import type { Span } from '@/core/timetable/problem';
import { closedBetween, instantOf, SKILLS, type Skill, type Week } from '@/core/timetable/week';
import { database } from '@/db/client';
import { dayPlan, lots, OPEN_UNITS, units } from '@/db/schema';
import { ShopError } from '@/errors';
import { SKILL_WORDS, type HandsView, type HoursRow, type ScarceView } from '@/words/day';
import { runInWorker } from '@/workers/pool';
import { houseNow } from '../house/tables';
import { operationHere } from '../rules/times';
import { shopRules } from '../rules/queries';
import { weekOf } from './commands';
import { handsOf } from './plan';
import { waysMark, waysOf, type Wanting } from './ways';

const MOST_UNITS = 2000;
const SECONDS = 3;

/** Machines whose stations and skills are looked at, those that bring most first; of the others only hands are known. */
const LOOKED_AT = 200;
const DAYS = 7;

/** Everybody's hands over the next seven days, minutes: when they are there and have nothing else to do. */
export async function weekHands(): Promise<{
  people: HandsView[];
  /** Minutes the house is open, and nights between, from so many minutes on. */
  openFrom: (from: number) => { minutes: number; nights: number };
  /** Minutes until a station that is out of order is mended; 0: it works. */
  shutFor: (station: string) => number;
  week: Week;
}> {
  const rules = await shopRules();
  const week = weekOf(rules);
  const zero = Date.now();
  const { people, open, today } = await handsOf(week, rules.timeZone, zero, DAYS);
  const sum = (hours: readonly Span[]) => hours.reduce((all, [a, b]) => all + b - a, 0);
  return {
    people: people.map(({ id, name, hours }) => ({
      id,
      name,
      minutes: sum(hours),
      without: week.without?.[id] ?? [],
    })),
    openFrom(from) {
      const left = open.flatMap(([a, b]): Span[] => (b > from ? [[Math.max(a, from), b]] : []));
      return { minutes: sum(left), nights: closedBetween(left).length };
    },
    shutFor(station) {
      const until = week.broken?.[station];
      return until && until >= today ? (instantOf(until, 1440, rules.timeZone) - zero) / 60_000 : 0;
    },
    week,
  };
}

/** The sum of it. */
export const weekMinutes = async (): Promise<number> =>
  (await weekHands()).people.reduce((sum, { minutes }) => sum + minutes, 0);

/** What was worked out of machines here, and in which database; of one whose record has not changed it is not again. */
let seen: { of: string | undefined; ways: KnownWays } = { of: undefined, ways: {} };

/** What is known already of what is left of machines: from here, and from the plan of the day that stands. */
async function knownWays(): Promise<KnownWays> {
  const of = process.env.DATABASE_URL;
  const [row] = await database().select({ body: dayPlan.body }).from(dayPlan);
  return { ...(seen.of === of ? seen.ways : {}), ...(row?.body.v === 2 ? row.body.ways : {}) };
}

/**
 * What there is too little of beside hands: stations while the house is open, and one run over each night; hands of those
 * who do what not everybody does.
 */
async function scarce(rows: readonly Wanting[], house: Awaited<ReturnType<typeof houseNow>>) {
  const { tables } = house;
  const rules = await shopRules();
  const times = new Map(
    tables.work.map((step) => [step.id, operationHere(rules.handMinutes, workOperation(step))]),
  );
  const { ways, known } = await waysOf(rows.slice(0, LOOKED_AT), {
    tables,
    mark: waysMark(house, rules),
    zero: Date.now(),
    running: [],
    known: await knownWays(),
    partThere: () => 0,
  });
  seen = { of: process.env.DATABASE_URL, ways: known };
  const { people, openFrom, shutFor, week } = await weekHands();
  const tasks = new Map(ways.map((way) => [way.unit, operationsOf(way, times)]));
  const holds = new Map([...tasks].map(([tag, own]) => [tag, holdsOf(own)]));
  const all = [...tasks.values()].flat();
  const views: Omit<ScarceView, 'used' | 'oneMoreMinor'>[] = [];
  const oneMore: Record<string, number> = {};
  for (const id of tables.stations) {
    const own = all.filter(({ station }) => station === id);
    if (own.length === 0) continue;
    const overnight = own.flatMap(({ body, overnight: may }) => (may && body > 0 ? [body] : []));
    const run = overnight.length ? overnight.sort((a, b) => a - b)[overnight.length >> 1] : 0;
    const places = week.places[id] ?? 1;
    const held = ({ minutes, nights }: ReturnType<typeof openFrom>) => Math.round(minutes + nights * run);
    views.push({ id, words: id, places, there: places * held(openFrom(shutFor(id))) });
    // one that is bought works from now on
    oneMore[id] = held(openFrom(0));
  }
  for (const skill of SKILLS) {
    // what everybody does is hands like any other
    if (!people.some(({ without }) => without.includes(skill))) continue;
    const may = people.filter(({ without }) => !without.includes(skill));
    const id = `skill ${skill}`;
    views.push({ id, words: SKILL_WORDS[skill], places: null, there: may.reduce((sum, { minutes }) => sum + minutes, 0) }); // prettier-ignore
    oneMore[id] = 60;
  }
  const takes = (tag: string): Record<string, number> => {
    const own = holds.get(tag);
    if (!own) return {};
    return Object.fromEntries(
      views.flatMap(({ id, places }) => {
        const minutes = places === null ? own.skills[id.slice(6) as Skill] : own.stations[id];
        return minutes ? [[id, minutes]] : [];
      }),
    );
  };
  return { views, oneMore, takes, people };
}

/** What a machine brings that nobody works on: sold as found, or scrapped; minor units. */
const leftAsItIs = ({
  evaluation,
  stopMinor,
}: Pick<typeof units.$inferSelect, 'evaluation' | 'stopMinor'>): number => {
  const idle = (evaluation?.routes ?? []).filter(({ route }) => route === 'asFound' || route === 'recycle');
  return idle.length ? Math.max(...idle.map(({ valueMinor }) => valueMinor)) : stopMinor;
};

/** Which machines get so many attended minutes, exactly; and what more of them would bring. */
export async function cutOfHours(asked: number) {
  const rows = await database()
    .select({ unit: units, source: lots.source, partDue: sql<string | null>`null` })
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId))
    .where(
      and(OPEN_UNITS, ne(units.stage, 'quarantine'), ne(units.stage, 'waiting'), ne(lots.source, 'owner')),
    )
    .orderBy(desc(units.rankScore))
    .limit(MOST_UNITS);
  const house = await houseNow(database());
  const { tables } = house;
  const { views, oneMore, takes, people } = await scarce(rows, house);
  const candidates = rows.map(({ unit }): Candidate => ({
    stations: takes(unit.tag),
    id: unit.id,
    net: unit.valueMinor - leftAsItIs(unit),
    minutes: Math.max(1, unit.handsMinutes - tables.minutes[unit.chassis].asFound),
    pinned: unit.pinned ?? undefined,
  }));
  const minutes = Math.max(asked, pinnedMinutes(candidates));
  // what is pinned is worked, whatever it holds
  const stations = Object.fromEntries(
    views.map(({ id, there }) => [
      id,
      Math.max(there, candidates.reduce((sum, { pinned, stations: own }) => sum + (pinned === 'in' ? (own?.[id] ?? 0) : 0), 0)), // prettier-ignore
    ]),
  );
  const capacity = { minutes, stations };
  const found = await runInWorker('cutHours', [candidates, capacity, oneMore, SECONDS]).catch(
    (error: unknown) => {
      if (error instanceof ShopError && error.code === 'refused') return null;
      throw error;
    },
  );
  if (!found) return null;
  const [chosen, more, less] = [found.line, found.more, found.less].map((line) => new Set(line.chosen));
  const usedOf = (id: string) =>
    candidates.reduce((sum, own) => sum + (chosen.has(own.id) ? (own.stations?.[id] ?? 0) : 0), 0);
  const used = new Map(views.map(({ id }) => [id, usedOf(id)]));
  const shortOf = ({ stations: own = {} }: Candidate) =>
    views.find(({ id }) => own[id] && used.get(id)! + own[id] > stations[id])?.words ?? null;
  const list = rows.map(({ unit }, i): HoursRow => ({
    id: unit.id,
    tag: unit.tag,
    called: `${unit.maker} ${unit.model}`.trim(),
    version: unit.version,
    netMinor: candidates[i].net,
    minutes: candidates[i].minutes,
    pinned: unit.pinned,
    in: chosen.has(unit.id),
    near:
      !chosen.has(unit.id) && more.has(unit.id)
        ? 'more'
        : chosen.has(unit.id) && !less.has(unit.id)
          ? 'less'
          : null,
    short: chosen.has(unit.id) ? null : shortOf(candidates[i]),
  }));
  const anHour = ({ netMinor, minutes: own }: HoursRow) => netMinor / own;
  list.sort((a, b) => Number(b.in) - Number(a.in) || anHour(b) - anHour(a));
  return {
    minutes,
    list,
    netMinor: Math.round(found.line.net),
    boundMinor: Math.round(found.line.bound),
    moreMinor: Math.max(0, Math.round(found.more.net - found.line.net)),
    people,
    scarce: views.map((view): ScarceView => ({
      ...view,
      used: used.get(view.id)!,
      oneMoreMinor: Math.round(found.worth[view.id] ?? 0),
    })),
    used: list.reduce((sum, row) => sum + (row.in ? row.minutes : 0), 0),
  };
}
