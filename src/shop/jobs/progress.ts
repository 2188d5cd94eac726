import { and, eq, isNull, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { jobs } from '@/db/schema';

export type Job = typeof jobs.$inferSelect;

/** Progress is told this often, ms; that is also how soon a cancel is heard. */
const TELL = 500;

/** Somebody cancelled it: what ran stops, and undoes what it can. */
export class Cancelled extends Error {}

/** How far a job is, on its row, for whoever watches; outside any transaction of the work itself. */
export class Progress {
  private told = 0;

  constructor(readonly job: Job) {}

  /**
   * Tells how far it is, now and then; the rest of the time it costs nothing.
   * @throws Cancelled when somebody has cancelled it
   */
  async tell(done: number, note = '', total = this.job.total): Promise<void> {
    if (Date.now() - this.told < TELL) return;
    await this.tellNow(done, note, total);
  }

  /** The same, whatever the time. @throws Cancelled */
  async tellNow(done: number, note = '', total = this.job.total): Promise<void> {
    this.told = Date.now();
    const rows = await database()
      .update(jobs)
      .set({ done, total, beatAt: new Date(), note })
      .where(and(eq(jobs.id, this.job.id), eq(jobs.status, 'running')))
      .returning({ id: jobs.id });
    if (rows.length === 0) throw new Cancelled();
  }
}

/** Takes a job for a worker; null: another one has it, or it has ended. The same job is never done twice. */
export async function claim(id: string, worker: string): Promise<Job | null> {
  const [job] = await database()
    .update(jobs)
    .set({ claimedBy: worker, beatAt: new Date() })
    .where(and(eq(jobs.id, id), eq(jobs.status, 'running'), isNull(jobs.claimedBy)))
    .returning();
  return job ?? null;
}

/** Its end, if nobody has ended it before; what it was given is not kept. */
export async function end(
  id: string,
  to: { status: 'done' | 'failed'; note: string; done?: number; total?: number; result?: Record<string, unknown> }, // prettier-ignore
): Promise<boolean> {
  const rows = await database()
    .update(jobs)
    .set({ ...to, beatAt: new Date(), endedAt: new Date(), input: null })
    .where(and(eq(jobs.id, id), eq(jobs.status, 'running')))
    .returning({ id: jobs.id });
  await database().execute(
    sql`select pg_notify('omnitrope', ${JSON.stringify({ seq: 0, kind: 'job', unit: null, lot: null })})`,
  );
  return rows.length > 0;
}
