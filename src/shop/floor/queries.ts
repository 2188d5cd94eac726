import { sql } from 'drizzle-orm';
import { database } from '@/db/client';
import type { Stage } from '@/db/schema';
import { LINE, STAGE_NAMES } from '../line';

export interface LineStage {
  stage: Stage;
  name: string;
  count: number;
  /** When the unit that waits longest came to this stage. */
  oldest: string | null;
}

/** The line: each stage's count and what waits longest; quarantine comes along. */
export async function lineOf(): Promise<{ line: LineStage[]; quarantine: number }> {
  const { rows } = await database().execute<{ stage: Stage; count: string; oldest: Date }>(
    sql`select stage, count(*) as count, min(stage_since) as oldest from units where stage not in ('sold', 'gone') group by stage`,
  );
  const by = new Map(rows.map((row) => [row.stage, row]));
  return {
    line: LINE.map((stage) => ({
      stage,
      name: STAGE_NAMES[stage],
      count: Number(by.get(stage)?.count ?? 0),
      oldest: by.has(stage) ? new Date(by.get(stage)!.oldest).toISOString() : null,
    })),
    quarantine: Number(by.get('quarantine')?.count ?? 0),
  };
}

export interface RunningBlock {
  workId: string;
  unitId: string;
  tag: string;
  title: string;
  station: string;
  startedAt: string;
  expectedMinutes: number;
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

/** What every screen shows of the floor, and the moment it was true. */
export async function floorNow() {
  const [{ line, quarantine }, running] = await Promise.all([lineOf(), runningAlone()]);
  return { line, quarantine, running, now: Date.now() };
}
export type Floor = Awaited<ReturnType<typeof floorNow>>;
