import { and, asc, eq, gt, notInArray, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { jobs, units } from '@/db/schema';
import { refreshUnit } from '../units/revalue';

/** Units whose value still matters. */
export const openUnits = notInArray(units.stage, ['sold', 'gone']);

const PAGE = 200;
/** Progress is told this often, ms; that is also how soon a cancel is heard. */
const TELL = 500;

/**
 * Works out every open unit again, one short transaction each, so that the benches go on meanwhile; stops
 * when the job is cancelled. Units that fail are counted and left as they were.
 */
export async function runRevaluation(
  jobId: string,
): Promise<{ done: number; failed: number; cancelled: boolean }> {
  const db = database();
  // the same job is never done twice, however often it is started
  const mine = await db
    .update(jobs)
    .set({ note: 'under way', beatAt: new Date() })
    .where(and(eq(jobs.id, jobId), eq(jobs.status, 'running'), eq(jobs.note, '')))
    .returning({ id: jobs.id });
  if (mine.length === 0) return { done: 0, failed: 0, cancelled: true };
  let after = '00000000-0000-0000-0000-000000000000';
  let done = 0;
  let failed = 0;
  let told = 0;
  const noteOf = () => (failed ? `${failed} could not be worked out` : 'under way');
  /** @returns false when somebody has cancelled it */
  const tell = async () => {
    told = Date.now();
    const rows = await db
      .update(jobs)
      .set({ done, beatAt: new Date(), note: noteOf() })
      .where(and(eq(jobs.id, jobId), eq(jobs.status, 'running')))
      .returning({ id: jobs.id });
    return rows.length > 0;
  };
  for (;;) {
    const page = await db
      .select({ id: units.id })
      .from(units)
      .where(and(openUnits, gt(units.id, after)))
      .orderBy(asc(units.id))
      .limit(PAGE);
    if (page.length === 0) break;
    for (const { id } of page) {
      if (Date.now() - told > TELL && !(await tell())) return { done, failed, cancelled: true };
      try {
        await db.transaction((tx) => refreshUnit(tx, id));
      } catch (error) {
        failed++;
        console.error(`revaluation: unit ${id}: ${(error as Error).message}`);
      }
      done++;
      after = id;
    }
  }
  const ended = await db
    .update(jobs)
    .set({ done, status: 'done', beatAt: new Date(), endedAt: new Date(), note: failed ? noteOf() : '' })
    .where(and(eq(jobs.id, jobId), eq(jobs.status, 'running')))
    .returning({ id: jobs.id });
  await db.execute(
    sql`select pg_notify('omnitrope', ${JSON.stringify({ seq: 0, kind: 'revaluation', unit: null, lot: null })})`,
  );
  return { done, failed, cancelled: ended.length === 0 };
}
