import { and, eq, inArray, isNull, ne, notInArray, sql } from 'drizzle-orm';
import { dayEndMinutes, PUT_BACK_SHARE } from '@/catalog/hands/bench';
import { openingMinutes } from '@/catalog/hands/openingMinutes';
import { runs } from '@/catalog/instruments/readings';
import { atClosing, dayEndOf } from '@/core/hands/dayEnd';
import type { RunKind } from '@/core/instruments/run';
import { closingMinutes } from '@/core/minutes/opening';
import type { DayPlan } from '@/core/timetable/day';
import { hoursOf } from '@/core/timetable/week';
import { database } from '@/db/client';
import { readingRuns, recordValues, units, work } from '@/db/schema';
import type { DayEndLine, DayEndView } from '@/words/day';
import { clockAt } from '@/words/day';
import { dayOf } from '@/words/time';
import { runningBlocks } from '../floor/queries';
import { houseNow } from '../house/tables';
import { benchHands } from '../people/queries';
import { recordsNow } from '../record/queries';
import { shopRules } from '../rules/queries';
import { FIND_OUT } from '../work/clock';
import { weekOf } from './commands';

/** So many runs worth starting are named. */
const PROPOSED = 6;

const BENCH_WORDS = {
  plugged: 'on the mains',
  caseOpen: 'open',
  batteryOut: 'battery out',
  boardOut: 'board out',
} as const;

/** Work that is begun and in somebody's hands, or laid aside. */
async function begun(): Promise<DayEndLine[]> {
  const rows = await database()
    .select({
      tag: units.tag,
      title: work.title,
      by: work.byName,
      status: work.status,
      planned: work.plannedMinutes,
      took: sql<number>`coalesce((select sum(extract(epoch from coalesce(s.ended_at, now()) - s.started_at) / 60)
        from work_segments s where s.work_id = ${work.id} and s.attended), 0)::float8`,
    })
    .from(work)
    .innerJoin(units, eq(units.id, work.unitId))
    .where(
      and(
        inArray(work.status, ['running', 'paused']),
        ne(work.ref, FIND_OUT),
        notInArray(units.stage, ['sold', 'gone', 'quarantine']),
      ),
    )
    .orderBy(work.startedAt)
    .limit(60);
  return rows.map(({ tag, title, by, status, planned, took }) => ({
    tag,
    words: title,
    note: `${status === 'running' ? 'in the hands of' : 'laid aside by'} ${by}`,
    href: `/u/${tag}/work`,
    minutes: planned === null ? dayEndMinutes.unknown : Math.max(dayEndMinutes.least, planned - took),
  }));
}

/** Machines that lie open, by their mat and by what was said of the bench: what has to be put back. */
async function lyingOpen(): Promise<DayEndLine[]> {
  const rows = await database()
    .selectDistinct({ id: units.id, tag: units.tag, chassis: units.chassis })
    .from(units)
    .innerJoin(recordValues, eq(recordValues.unitId, units.id))
    .where(
      and(
        notInArray(units.stage, ['sold', 'gone', 'shelf', 'quarantine']),
        inArray(recordValues.key, ['mat', 'bench']),
        isNull(recordValues.voidedBy),
      ),
    )
    .limit(200);
  const records = await recordsNow(database(), rows);
  return rows.flatMap(({ id, tag, chassis }): DayEndLine[] => {
    const { mat, bench, stripped } = records.get(id)!.record;
    const out = mat && !mat.shut ? mat.balances.filter(({ open }) => open > 0) : [];
    const lies = (Object.keys(BENCH_WORDS) as (keyof typeof BENCH_WORDS)[]).filter((item) => bench[item]);
    if (out.length === 0 && lies.length === 0) return [];
    const { bench: minutes, strip } = openingMinutes[chassis];
    const count = out.reduce((sum, { open }) => sum + open, 0);
    return [
      {
        tag,
        words: lies.map((item) => BENCH_WORDS[item]).join(', ') || 'things on its mat',
        note: count
          ? `${count} on the mat: ${out
              .slice(0, 4)
              .map(({ item }) => item.name)
              .join(', ')}${out.length > 4 ? ' …' : ''}`
          : 'to be put back',
        href: `/u/${tag}/work/strip`,
        minutes:
          closingMinutes(bench, minutes) +
          stripped.reduce((sum, each) => sum + strip[each] * PUT_BACK_SHARE, 0),
      },
    ];
  });
}

/** What runs, and what becomes of it when the house closes. */
async function going(zero: string, zone: string, closesIn: number | null) {
  const blocks = await runningBlocks();
  const { tables } = await houseNow(database());
  const ids = blocks.map(({ workId }) => workId);
  const [works, readings] = await Promise.all([
    database()
      .select({ id: work.id, ref: work.ref, kind: work.kind })
      .from(work)
      .where(inArray(work.id, ids)),
    database()
      .select({ id: readingRuns.id, kind: readingRuns.kind })
      .from(readingRuns)
      .where(inArray(readingRuns.id, ids)),
  ]);
  const refOf = new Map(works.map((row) => [row.id, row]));
  const kindOf = new Map(readings.map((row) => [row.id, row.kind as RunKind]));
  return blocks.map((block) => {
    const left = Math.max(
      0,
      (Date.parse(block.startedAt) - Date.parse(zero)) / 60_000 + block.expectedMinutes,
    );
    const own = refOf.get(block.workId);
    const kind = kindOf.get(block.workId);
    // drying and airing wait for nobody; what heats or charges does
    const night = kind
      ? runs[kind].night
      : own
        ? own.kind === 'clean' || tables.work.find(({ id }) => id === own.ref)?.night === true
        : true;
    const then = atClosing({ left, night }, closesIn);
    return {
      tag: block.tag,
      words: block.title,
      note: `${left < 1 ? 'it has run' : `until ${clockAt(zero, left, zone)}`}${block.station ? `, ${block.station}` : ''}`,
      href: block.run?.page ?? `/u/${block.tag}/work`,
      minutes: then === 'runs on' ? 0 : dayEndMinutes.least,
      then,
    };
  });
}

/** Long runs nobody has begun and that need nobody: what is worth starting before one goes. */
const worthStarting = ({ tasks }: Pick<DayPlan, 'tasks'>): DayEndLine[] => {
  const seen = new Set<string>();
  return tasks
    .filter(
      ({ overnight, body, id, after }) =>
        overnight && body >= dayEndMinutes.worthStarting && !id.includes(' run ') && after.length === 0,
    )
    .filter(({ unit }) => !seen.has(unit) && seen.add(unit))
    .slice(0, PROPOSED)
    .map(({ unit, words, head, body, station }) => ({
      tag: unit,
      words,
      note: `then ${Math.round(body)} min alone${station ? ` at ${station}` : ''}`,
      href: `/u/${unit}/work`,
      minutes: head,
    }));
};

/** What lies open before the house closes: to be ended, put back, stopped, left to run. */
export async function dayEnd(plan: DayPlan): Promise<DayEndView> {
  const [rules, hands] = await Promise.all([shopRules(), benchHands()]);
  const now = new Date();
  const zero = now.toISOString();
  const today = dayOf(now, rules.timeZone);
  const open = hoursOf(weekOf(rules), null, today, 1, rules.timeZone, now.getTime());
  const closesIn = open.length ? open.at(-1)![1] : null;
  const there = hands.filter(
    ({ id }) => hoursOf(weekOf(rules), id, today, 1, rules.timeZone, now.getTime()).length > 0,
  ).length;
  const [work, lying, runsNow] = await Promise.all([
    begun(),
    lyingOpen(),
    going(zero, rules.timeZone, closesIn),
  ]);
  const loose = [...work, ...lying, ...runsNow.filter(({ then }) => then !== 'runs on')];
  return {
    closes: closesIn === null ? null : clockAt(zero, closesIn, rules.timeZone),
    closesIn,
    people: there,
    ...dayEndOf(loose, closesIn, Math.max(1, there)),
    begun: work,
    lying,
    running: runsNow,
    start: worthStarting(plan),
  };
}
