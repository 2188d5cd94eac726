import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { work, workSegments } from '@/db/schema';

/** Ends whatever segment of a piece of work is running. */
export async function endSegment(tx: Transaction, workId: string): Promise<void> {
  await tx
    .update(workSegments)
    .set({ endedAt: sql`greatest(now(), ${workSegments.startedAt})` })
    .where(and(eq(workSegments.workId, workId), isNull(workSegments.endedAt)));
}

/** Pauses everything open on a unit: a stopped unit keeps no clock running. */
export async function closeOpenWork(tx: Transaction, unitId: string): Promise<void> {
  await tx
    .update(workSegments)
    .set({ endedAt: sql`greatest(now(), ${workSegments.startedAt})` })
    .where(and(eq(workSegments.unitId, unitId), isNull(workSegments.endedAt)));
  await tx
    .update(work)
    .set({ status: 'paused' })
    .where(and(eq(work.unitId, unitId), sql`${work.status} in ('running', 'alone')`));
}
