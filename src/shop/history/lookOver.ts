import { and, eq, gt, lt, or, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { jobs } from '@/db/schema';
import { dropAnchor } from './anchors';
import { firstFault } from './check';

/** A verdict older than this is looked at again when somebody opens the books. */
const FRESH = '10 minutes';
/** A check that has not ended by then has died with its process. */
const SILENT = '30 minutes';

/**
 * Goes through the whole sealed history and keeps what came of it with its time; one check at a time in the
 * whole shop, none when the last is fresh. The database does the work, nobody waits for it.
 * @returns whether it looked
 */
export async function checkHistory(): Promise<boolean> {
  const db = database();
  // asked and begun as one: of two who ask at once, one looks, however quickly it is done
  const mine = await db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(7021417)`);
    await tx
      .update(jobs)
      .set({ status: 'cancelled', endedAt: null })
      .where(
        and(
          eq(jobs.kind, 'history'),
          eq(jobs.status, 'running'),
          lt(jobs.startedAt, sql`now() - ${SILENT}::interval`),
        ),
      );
    const [recent] = await tx
      .select({ id: jobs.id })
      .from(jobs)
      .where(
        and(
          eq(jobs.kind, 'history'),
          or(eq(jobs.status, 'running'), gt(jobs.endedAt, sql`now() - ${FRESH}::interval`)),
        ),
      )
      .limit(1);
    if (recent) return null;
    const [made] = await tx
      .insert(jobs)
      .values({ kind: 'history', by: 'shop', byName: 'the shop’s computer' })
      .onConflictDoNothing()
      .returning({ id: jobs.id });
    return made ?? null;
  });
  if (!mine) return false;
  const fault = await db.transaction(async (tx) => {
    // as long as it takes: nothing is locked by reading
    await tx.execute(sql`set local statement_timeout = 0`);
    const found = await firstFault(tx);
    if (!found) await dropAnchor(tx);
    return found ? `entry ${found.seq}: ${found.fault}` : null;
  });
  await db
    .update(jobs)
    .set({ status: fault ? 'failed' : 'done', note: fault ?? '', endedAt: sql`now()`, beatAt: sql`now()` })
    .where(eq(jobs.id, mine.id));
  return true;
}
