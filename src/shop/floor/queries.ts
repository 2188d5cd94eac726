import { and, asc, eq, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { components, erasureRuns, units, type Stage } from '@/db/schema';
import { FINDING_IDLE_MINUTES } from '@/catalog/hands/bench';
import { workSteps } from '@/catalog/hands/work';
import { runs } from '@/catalog/instruments/readings';
import { eraseTables, usualLevel } from '@/catalog/papers/erasure';
import { mediumOfPart } from '@/core/erasure/media';
import { eraseOperation, erasePlan } from '@/core/erasure/plan';
import { workOperation } from '@/core/house/tables';
import { runOperation, type Operation } from '@/core/minutes/operation';
import { measuredMbs } from '@/core/record/drives';
import { houseNow } from '../house/tables';
import { recordsNow } from '../record/queries';
import { FIND_OUT } from '../work/clock';
import type { SoFar } from '@/core/instruments/conduct';
import type { RunKind } from '@/core/instruments/run';
import { RUN_PLACE, RUN_WORDS } from '@/words/readings/view';
import { LINE, STAGE_NAMES } from '../line';

export interface LineStage {
  stage: Stage;
  name: string;
  count: number;
  /** When the unit that waits longest came to this stage. */
  oldest: string | null;
  /** Of what waits for a part: the day the next one is due. */
  due?: string | null;
}

/** The day the next part is due that a unit waits for; null: no day was said. */
async function nextDue(): Promise<string | null> {
  const { rows } = await database().execute<{ due: string | null }>(
    sql`select min(due_on) as due from wants where state = 'ordered'`,
  );
  return rows[0].due;
}

/** The line: each stage's count and what waits longest; quarantine comes along. */
export async function lineOf(): Promise<{ line: LineStage[]; quarantine: number }> {
  const { rows } = await database().execute<{ stage: Stage; count: string; oldest: Date }>(
    sql`select stage, count(*) as count, min(stage_since) as oldest from units where stage not in ('sold', 'gone') group by stage`,
  );
  const by = new Map(rows.map((row) => [row.stage, row]));
  // what waits for parts lies beside the line, and is seen in it while there is any
  const shown: readonly Stage[] = by.has('waiting') ? [...LINE, 'waiting'] : LINE;
  const due = by.has('waiting') ? await nextDue() : null;
  return {
    line: shown.map((stage) => ({
      stage,
      name: STAGE_NAMES[stage],
      count: Number(by.get(stage)?.count ?? 0),
      oldest: by.has(stage) ? new Date(by.get(stage)!.oldest).toISOString() : null,
      ...(stage === 'waiting' && { due }),
    })),
    quarantine: Number(by.get('quarantine')?.count ?? 0),
  };
}

export interface RunningBlock {
  workId: string;
  /** Nothing: a loose part is worked on, and `tag` is its code. */
  unitId: string | null;
  tag: string;
  title: string;
  station: string;
  startedAt: string;
  expectedMinutes: number;
  /** Of what goes on and tells by itself: its page, seconds of silence; null: nothing came yet. */
  run?: { page: string; silent: number | null };
}

/** Runs that sample now: how long they still take, and whether anything comes. */
async function runsNow(): Promise<RunningBlock[]> {
  const { rows } = await database().execute<{
    id: string;
    unit_id: string;
    tag: string;
    kind: RunKind;
    started_at: Date;
    so_far: SoFar | null;
    so_far_at: Date | null;
    silent: number | null;
  }>(sql`
    select r.id, r.unit_id, u.tag, r.kind, r.started_at, r.so_far, r.so_far_at,
      extract(epoch from clock_timestamp() - (select max(b.at) from reading_batches b where b.run_id = r.id))::float8 as silent
    from reading_runs r join units u on u.id = r.unit_id
    where r.ended_at is null and u.stage not in ('sold', 'gone') and (exists (select 1 from tokens t where t.run_id = r.id and t.expires_at > now()) or exists (select 1 from reading_batches b where b.run_id = r.id))
    order by r.started_at limit 60`);
  return rows.map((row) => {
    const started = new Date(row.started_at);
    const left = row.so_far?.left ?? null;
    const gone = row.so_far_at ? (new Date(row.so_far_at).getTime() - started.getTime()) / 60_000 : 0;
    return {
      workId: row.id,
      unitId: row.unit_id,
      tag: row.tag,
      title: RUN_WORDS[row.kind],
      station: row.so_far?.words ?? '',
      startedAt: started.toISOString(),
      expectedMinutes: Math.max(
        0.1,
        left === null ? runOperation(row.kind, RUN_WORDS[row.kind], runs[row.kind]).body : gone + left / 60,
      ),
      run: { page: `/u/${row.tag}/machine/${RUN_PLACE[row.kind]}`, silent: row.silent },
    };
  });
}

/** Minutes an erasure takes while it has told nothing yet: by its drive, its way, and how fast it was read. */
function usualErasure(
  erases: Operation,
  attributes: Readonly<Record<string, string | number>>,
  { methodId, whole }: Pick<typeof erasureRuns.$inferSelect, 'methodId' | 'whole'>,
  readMbs: number | null,
): number {
  const medium = mediumOfPart(attributes);
  const gb = Number(attributes.gb);
  if (!medium || !(gb > 0)) return erases.body;
  const { ways, others } = erasePlan(
    { medium, bytes: gb * 1e9, readMbs, level: usualLevel, whole },
    eraseTables,
  );
  const way = [...ways, ...others].find(({ id }) => id === methodId);
  return way ? Math.max(1, eraseOperation(way, erases).body) : erases.body;
}

/** Erasures by a machine's own script or a dock's that were confirmed and have not ended. */
async function erasingNow(): Promise<RunningBlock[]> {
  const rows = await database()
    .select({
      run: erasureRuns,
      tag: units.tag,
      unit: { id: units.id, chassis: units.chassis },
      code: components.code,
      attributes: components.attributes,
    })
    .from(erasureRuns)
    .innerJoin(components, eq(components.id, erasureRuns.componentId))
    .leftJoin(units, eq(units.id, erasureRuns.unitId))
    .where(and(eq(erasureRuns.ending, ''), eq(erasureRuns.state, 'confirmed')))
    .orderBy(asc(erasureRuns.confirmedAt))
    .limit(40);
  if (rows.length === 0) return [];
  const { tables } = await houseNow(database());
  const step = [...tables.work, ...workSteps].find(({ id }) => id === 'erase-drive')!;
  const erases = workOperation(step);
  const silent = rows.filter(({ run }) => !run.progress).flatMap(({ unit }) => unit ?? []);
  const records = await recordsNow(database(), silent);
  return rows.map(({ run, tag, code, attributes }) => {
    const record = run.unitId ? records.get(run.unitId)?.record : undefined;
    const started = run.confirmedAt ?? run.startedAt;
    const heard = run.heardAt ?? started;
    const gone = (heard.getTime() - started.getTime()) / 60_000;
    // written once and read once: two ways of the same length
    const share = run.progress
      ? (run.progress.done / run.progress.total + (run.progress.phase === 'reading' ? 1 : 0)) / 2
      : 0;
    return {
      workId: run.id,
      unitId: run.unitId,
      tag: tag ?? code,
      title: 'Erasing',
      station: run.progress ? (run.progress.phase === 'writing' ? 'writing' : 'reading back') : '',
      startedAt: started.toISOString(),
      expectedMinutes:
        share > 0.01
          ? Math.max(0.1, gone / share)
          : usualErasure(erases, attributes, run, record ? measuredMbs(record) : null),
      run: {
        page: tag ? `/u/${tag}/machine/drives` : `/bin/${code}`,
        silent: Math.max(0, (Date.now() - heard.getTime()) / 1000),
      },
    };
  });
}

/** Unattended blocks running now, due first. */
export async function runningAlone(): Promise<RunningBlock[]> {
  const { rows } = await database().execute<{
    work_id: string;
    unit_id: string;
    tag: string;
    title: string;
    station: string;
    started_at: Date;
    expected_minutes: number;
  }>(sql`
    select s.work_id, s.unit_id, u.tag, w.title, s.station, s.started_at, s.expected_minutes
    from work_segments s join work w on w.id = s.work_id join units u on u.id = s.unit_id
    where s.ended_at is null and not s.attended
    order by s.started_at + s.expected_minutes * interval '1 minute' limit 40`);
  return rows.map((row) => ({
    workId: row.work_id,
    unitId: row.unit_id,
    tag: row.tag,
    title: row.title,
    station: row.station,
    startedAt: new Date(row.started_at).toISOString(),
    expectedMinutes: row.expected_minutes,
  }));
}

export interface MineBlock {
  workId: string;
  unitId: string;
  tag: string;
  title: string;
  /** `finding`: a unit is being found out. */
  state: 'running' | 'finding' | 'paused';
  /** When the stretch that runs began; minutes of hands before it. */
  startedAt: string;
  minutes: number;
}

/** What a person has begun and not ended: what runs first, then what was laid aside last. */
export async function mineOf(person: string): Promise<MineBlock[]> {
  const { rows } = await database().execute<{
    work_id: string;
    unit_id: string;
    tag: string;
    title: string;
    ref: string;
    status: string;
    started_at: Date | null;
    minutes: number;
  }>(sql`
    select w.id as work_id, w.unit_id, u.tag, w.title, w.ref, w.status, open.started_at,
      coalesce((select sum(extract(epoch from s.ended_at - s.started_at) / 60) from work_segments s
        where s.work_id = w.id and s.attended and s.ended_at is not null), 0)::float8 as minutes
    from work w join units u on u.id = w.unit_id
      left join work_segments open on open.work_id = w.id and open.ended_at is null and open.attended
    where w.by = ${person} and w.status in ('running', 'paused') and u.stage not in ('sold', 'gone', 'quarantine')
      and (w.ref <> ${FIND_OUT} or open.seen_at > now() - ${`${FINDING_IDLE_MINUTES} minutes`}::interval)
    order by (open.started_at is null), open.started_at desc,
      (select max(s.ended_at) from work_segments s where s.work_id = w.id) desc nulls last
    limit 20`);
  return rows.map((row) => ({
    workId: row.work_id,
    unitId: row.unit_id,
    tag: row.tag,
    title: row.title,
    state: !row.started_at ? 'paused' : row.ref === FIND_OUT ? 'finding' : 'running',
    startedAt: new Date(row.started_at ?? 0).toISOString(),
    minutes: row.minutes,
  }));
}

/** Everything that runs by itself now: what samples, what erases, and blocks left alone, due first. */
export async function runningBlocks(): Promise<RunningBlock[]> {
  return (await Promise.all([runsNow(), erasingNow(), runningAlone()])).flat();
}

/** What every screen shows of the floor to a person, and the moment it was true. */
export async function floorNow(person: string) {
  const [line, running, mine] = await Promise.all([lineOf(), runningBlocks(), mineOf(person)]);
  return { ...line, running, mine, now: Date.now() };
}
export type Floor = Awaited<ReturnType<typeof floorNow>>;
