import { desc, eq } from 'drizzle-orm';
import { database } from '@/db/client';
import { jobs } from '@/db/schema';

/** The last job of a kind, running or not. */
export async function lastJob(kind: string) {
  const [job] = await database()
    .select()
    .from(jobs)
    .where(eq(jobs.kind, kind))
    .orderBy(desc(jobs.startedAt))
    .limit(1);
  return job ?? null;
}
