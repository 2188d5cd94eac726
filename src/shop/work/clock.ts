import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { units, work, workSegments } from '@/db/schema';
import type { Actor } from '../command';

const now = sql`greatest(now(), ${workSegments.startedAt})`;

/** Ends whatever segment of a piece of work is running. */
export async function endSegment(tx: Transaction, workId: string): Promise<void> {
  await tx
    .update(workSegments)
    .set({ endedAt: now })
    .where(and(eq(workSegments.workId, workId), isNull(workSegments.endedAt)));
}

/** Pauses everything open on a unit: a stopped unit keeps no clock running. */
export async function closeOpenWork(tx: Transaction, unitId: string): Promise<void> {
  await tx
    .update(workSegments)
    .set({ endedAt: now })
    .where(and(eq(workSegments.unitId, unitId), isNull(workSegments.endedAt)));
  await tx
    .update(work)
    .set({ status: 'paused' })
    .where(and(eq(work.unitId, unitId), sql`${work.status} in ('running', 'alone')`));
}

/** Work that was laid aside for something else, and where. */
export interface LaidAside {
  work: string;
  title: string;
  unit: string;
  tag: string;
}

/**
 * One pair of hands: whatever this person was doing, on any unit, stands paused from here on. Two acts of one
 * person wait for each other, and the database refuses a second clock.
 */
export async function freeHands(tx: Transaction, actor: Actor, except?: string): Promise<LaidAside[]> {
  await tx.execute(sql`select pg_advisory_xact_lock(7021412, hashtext(${actor.id}))`);
  const running = await tx
    .select({ work: work.id, title: work.title, unit: units.id, tag: units.tag })
    .from(workSegments)
    .innerJoin(work, eq(work.id, workSegments.workId))
    .innerJoin(units, eq(units.id, workSegments.unitId))
    .where(and(eq(workSegments.by, actor.id), eq(workSegments.attended, true), isNull(workSegments.endedAt)));
  for (const other of running) {
    await endSegment(tx, other.work);
    if (other.work !== except) await tx.update(work).set({ status: 'paused' }).where(eq(work.id, other.work));
  }
  return running.filter((other) => other.work !== except);
}

/** The person's clock starts on a piece of work. Their hands must be free (`freeHands`). */
export async function clockOn(tx: Transaction, actor: Actor, unitId: string, workId: string): Promise<void> {
  await tx.insert(workSegments).values({ workId, unitId, attended: true, by: actor.id });
}
