import { and, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { FINDING_IDLE_MINUTES } from '@/catalog/hands/bench';
import { units, work, workSegments } from '@/db/schema';
import type { Actor } from '../command';

export const FIND_OUT = 'find-out';

const idle = sql.raw(`interval '${FINDING_IDLE_MINUTES} minutes'`);
/** When a stretch ends that ends now. */
const now = sql`greatest(least(now(), coalesce(${workSegments.seenAt} + ${idle}, now())), ${workSegments.startedAt})`;
/** When a stretch ended, or up to where it counts by now; `s`: the segments. */
export const endOfStretch = sql.raw(
  `coalesce(s.ended_at, least(now(), coalesce(s.seen_at + interval '${FINDING_IDLE_MINUTES} minutes', now())))`,
);

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
    .select({ work: work.id, ref: work.ref, title: work.title, unit: units.id, tag: units.tag })
    .from(workSegments)
    .innerJoin(work, eq(work.id, workSegments.workId))
    .innerJoin(units, eq(units.id, workSegments.unitId))
    .where(and(eq(workSegments.by, actor.id), eq(workSegments.attended, true), isNull(workSegments.endedAt)));
  for (const other of running) {
    await endSegment(tx, other.work);
    if (other.work !== except) await tx.update(work).set({ status: 'paused' }).where(eq(work.id, other.work));
  }
  // finding out is not laid aside: it goes on with the next answer
  return running
    .filter((other) => other.work !== except && other.ref !== FIND_OUT)
    .map(({ work: id, title, unit, tag }) => ({ work: id, title, unit, tag }));
}

/**
 * Answering a question of a unit is finding out, on the person's clock, unless their hands are on that unit
 * already.
 */
export async function turnToFinding(tx: Transaction, actor: Actor, unitId: string): Promise<LaidAside[]> {
  // a clock that runs on this unit goes on: finding out notes that it was seen, work needs no note
  const [goesOn] = await tx
    .update(workSegments)
    .set({ seenAt: sql`case when ${workSegments.seenAt} is null then null else now() end` })
    .where(
      and(
        eq(workSegments.by, actor.id),
        eq(workSegments.unitId, unitId),
        eq(workSegments.attended, true),
        isNull(workSegments.endedAt),
        sql`(${workSegments.seenAt} is null or ${workSegments.seenAt} + ${idle} > now())`,
      ),
    )
    .returning({ id: workSegments.id });
  if (goesOn) return [];
  const aside = await freeHands(tx, actor);
  const own = and(eq(work.unitId, unitId), eq(work.ref, FIND_OUT), eq(work.by, actor.id));
  const [row] =
    (await tx.update(work).set({ status: 'running' }).where(own).returning({ id: work.id })).length > 0
      ? await tx.select({ id: work.id }).from(work).where(own)
      : await tx
          .insert(work)
          .values({
            unitId,
            kind: 'find',
            ref: FIND_OUT,
            title: 'Finding out',
            by: actor.id,
            byName: actor.name,
          })
          .returning({ id: work.id });
  await tx
    .insert(workSegments)
    .values({ workId: row.id, unitId, attended: true, by: actor.id, seenAt: sql`now()` });
  return aside;
}

/** The person has turned away from a unit's page: finding out ends. Nothing else of theirs does. */
export async function leaveFinding(tx: Transaction, actorId: string, unitId: string): Promise<void> {
  const left = await tx
    .update(workSegments)
    .set({ endedAt: now })
    .where(
      and(
        eq(workSegments.by, actorId),
        eq(workSegments.unitId, unitId),
        isNull(workSegments.endedAt),
        isNotNull(workSegments.seenAt),
      ),
    )
    .returning({ id: workSegments.workId });
  for (const { id } of left) await tx.update(work).set({ status: 'paused' }).where(eq(work.id, id));
}

/** The person's clock starts on a piece of work. Their hands must be free (`freeHands`). */
export async function clockOn(tx: Transaction, actor: Actor, unitId: string, workId: string): Promise<void> {
  await tx.insert(workSegments).values({ workId, unitId, attended: true, by: actor.id });
}
