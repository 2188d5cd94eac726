import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Database, Transaction } from '@/db/client';
import { memoryBoards, observations } from '@/db/schema';

/**
 * The board that lies open at a unit; null: none. One that was recorded lies open again when what it told was
 * taken back.
 */
export async function openBoard(tx: Transaction | Database, unitId: string) {
  const [newest] = await tx
    .select()
    .from(memoryBoards)
    .where(eq(memoryBoards.unitId, unitId))
    .orderBy(desc(memoryBoards.at))
    .limit(1);
  if (!newest || newest.status === 'dropped') return null;
  if (newest.status === 'open') return newest;
  const [told] = await tx
    .select({ id: observations.id })
    .from(observations)
    .where(
      and(
        eq(observations.unitId, unitId),
        eq(observations.eventSeq, newest.eventSeq ?? -1),
        isNull(observations.voidedBy),
      ),
    )
    .limit(1);
  return told ? null : newest;
}
