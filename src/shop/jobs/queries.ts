import { and, desc, eq, getTableColumns } from 'drizzle-orm';
import { database } from '@/db/client';
import { jobs } from '@/db/schema';
import type { JobKind } from './start';

const { input: _, claimedBy: __, ...told } = getTableColumns(jobs);

/** The last job of a kind, running or not; of one subject, where one is named. */
export async function lastJob(kind: JobKind, subject?: string) {
  const [job] = await database()
    .select(told)
    .from(jobs)
    .where(and(eq(jobs.kind, kind), subject === undefined ? undefined : eq(jobs.subject, subject)))
    .orderBy(desc(jobs.startedAt))
    .limit(1);
  return job ?? null;
}
