import { and, desc, eq, inArray, isNotNull } from 'drizzle-orm';
import { database } from '@/db/client';
import { jobs } from '@/db/schema';
import { firstFault } from './check';

/** First fault of the sealed history, or null when it is whole. */
export const historyFault = () => firstFault(database());

export interface HistoryVerdict {
  at: Date;
  /** Null: whole when it was looked at. */
  fault: string | null;
}

/** The last time the whole history was gone through, and what came of it; null when it never was. */
export async function historyVerdict(): Promise<HistoryVerdict | null> {
  const [last] = await database()
    .select({ at: jobs.endedAt, status: jobs.status, note: jobs.note })
    .from(jobs)
    .where(and(eq(jobs.kind, 'history'), inArray(jobs.status, ['done', 'failed']), isNotNull(jobs.endedAt)))
    .orderBy(desc(jobs.endedAt))
    .limit(1);
  return last ? { at: last.at!, fault: last.status === 'failed' ? last.note : null } : null;
}
