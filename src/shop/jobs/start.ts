import { and, eq, lt, sql } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { enqueue } from '@/db/queue';
import { jobs } from '@/db/schema';
import type { Actor } from '../command';
import { ShopError } from '@/errors';

export const JOB_KINDS = ['revalue', 'import', 'combine', 'archive', 'taking in'] as const;
export type JobKind = (typeof JOB_KINDS)[number];

/** A job that has not been heard of for so long has died with its process. */
const SILENT = '60 seconds';

/**
 * Writes a job down and queues it, both in this transaction; one of a kind runs at a time.
 * @throws ShopError 'conflict' when one runs already
 */
export async function startJob(
  tx: Transaction,
  actor: Actor,
  job: { kind: JobKind; total: number; subject?: string; input?: Record<string, unknown> },
): Promise<string> {
  const [running] = await tx
    .select()
    .from(jobs)
    .where(and(eq(jobs.kind, job.kind), eq(jobs.status, 'running')));
  if (running)
    throw new ShopError(
      'conflict',
      `It is being done already: ${running.byName} started it, ${running.done} of ${running.total} are through.`,
      { job: running.id },
    );
  const [made] = await tx
    .insert(jobs)
    .values({ ...job, by: actor.id, byName: actor.name })
    .onConflictDoNothing()
    .returning({ id: jobs.id });
  if (!made)
    throw new ShopError('conflict', 'It is being done already: somebody has started it this moment.');
  await enqueue(tx, made.id);
  return made.id;
}

/**
 * Jobs whose worker has fallen silent are queued again, for any worker to begin anew.
 * @returns how many
 */
export async function reviveSilent(tx: Transaction): Promise<number> {
  const rows = await tx
    .update(jobs)
    .set({ claimedBy: null, beatAt: new Date() })
    .where(and(eq(jobs.status, 'running'), lt(jobs.beatAt, sql`now() - ${SILENT}::interval`)))
    .returning({ id: jobs.id });
  for (const { id } of rows) await enqueue(tx, id);
  return rows.length;
}
