import { and, asc, isNotNull, notInArray, sql } from 'drizzle-orm';
import { FINDING_IDLE_MINUTES } from '@/catalog/hands/bench';
import { database } from '@/db/client';
import { units } from '@/db/schema';
import { promiseTold, type PromiseTold } from '@/words/unit/promise';
import { shopRules } from '../rules/queries';
import { FIND_OUT } from '../work/clock';
import { lineOf, runningBlocks, type LineStage, type RunningBlock } from './queries';

/** What somebody has in hand now. */
export interface HandsBlock {
  person: string;
  tag: string;
  title: string;
  startedAt: string;
  /** Of hands before this stretch. */
  minutes: number;
}

/** A part that is on its way. */
export interface DueBlock {
  tag: string;
  name: string;
  /** The day it is due; null: no day was said. */
  dueOn: string | null;
}

/** Everybody whose clock runs, by name; finding out counts while answers come. */
export async function handsNow(): Promise<HandsBlock[]> {
  const { rows } = await database().execute<{
    person: string;
    tag: string;
    title: string;
    started_at: Date;
    minutes: number;
  }>(sql`
    select p.name as person, u.tag, w.title, s.started_at,
      coalesce((select sum(extract(epoch from b.ended_at - b.started_at) / 60) from work_segments b
        where b.work_id = w.id and b.attended and b.ended_at is not null), 0)::float8 as minutes
    from work_segments s join work w on w.id = s.work_id join units u on u.id = s.unit_id
      join "user" p on p.id = w.by
    where s.ended_at is null and s.attended and u.stage not in ('sold', 'gone', 'quarantine')
      and (w.ref <> ${FIND_OUT} or s.seen_at > now() - ${`${FINDING_IDLE_MINUTES} minutes`}::interval)
    order by p.name, s.started_at limit 40`);
  return rows.map(({ person, tag, title, started_at: startedAt, minutes }) => ({
    person,
    tag,
    title,
    startedAt: new Date(startedAt).toISOString(),
    minutes,
  }));
}

/** Parts ordered and not here yet, the next one first. */
async function dueNow(): Promise<DueBlock[]> {
  const { rows } = await database().execute<{ tag: string; name: string; due_on: string | null }>(sql`
    select u.tag, w.name, w.due_on from wants w join units u on u.id = w.unit_id
    where w.state = 'ordered' order by w.due_on nulls last, u.tag limit 12`);
  return rows.map(({ tag, name, due_on: dueOn }) => ({ tag, name, dueOn }));
}

/** A machine somebody was promised. */
export interface PromisedBlock extends PromiseTold {
  tag: string;
  name: string;
}

/** What was promised and has not left, the next one first. */
async function promisedNow(): Promise<PromisedBlock[]> {
  const { timeZone } = await shopRules();
  const rows = await database()
    .select({
      tag: units.tag,
      maker: units.maker,
      model: units.model,
      stage: units.stage,
      at: units.promisedAt,
    })
    .from(units)
    .where(and(isNotNull(units.promisedAt), notInArray(units.stage, ['sold', 'gone'])))
    .orderBy(asc(units.promisedAt), asc(units.tag))
    .limit(12);
  return rows.map(({ tag, maker, model, stage, at }) => ({
    tag,
    name: `${maker} ${model}`.trim(),
    ...promiseTold(at!, stage, timeZone),
  }));
}

/** The shop as whoever walks by wants it: who does what, what runs alone, what was promised, what is on its way, what waits longest. */
export interface Wall {
  hands: HandsBlock[];
  running: RunningBlock[];
  due: DueBlock[];
  promised: PromisedBlock[];
  line: LineStage[];
  quarantine: number;
  now: number;
}

export async function wallNow(): Promise<Wall> {
  const [hands, running, due, promised, line] = await Promise.all([
    handsNow(),
    runningBlocks(),
    dueNow(),
    promisedNow(),
    lineOf(),
  ]);
  return { hands, running, due, promised, ...line, now: Date.now() };
}
