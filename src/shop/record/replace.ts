import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { observations } from '@/db/schema';

/**
 * Findings answered again since the last repair that helped replace their earlier answers, whoever gave them:
 * a sign that was typed and then measured counts once.
 * @returns ids of the answers set aside; the caller writes the event's number into `voidedBy` once there is
 * one
 */
export async function replaceEarlier(
  tx: Transaction,
  unitId: string,
  findings: readonly string[],
): Promise<number[]> {
  const standing = await tx
    .select({
      id: observations.id,
      kind: observations.kind,
      ref: observations.ref,
      outcome: observations.outcome,
    })
    .from(observations)
    .where(and(eq(observations.unitId, unitId), isNull(observations.voidedBy)))
    .orderBy(desc(observations.id));
  const again = new Set(findings);
  const ids: number[] = [];
  for (const row of standing) {
    if (row.kind === 'repair' && row.outcome === 1) break;
    if (row.kind !== 'repair' && again.has(row.ref)) ids.push(row.id);
  }
  if (ids.length) await tx.update(observations).set({ voidedBy: 0 }).where(inArray(observations.id, ids));
  return ids;
}

/** Whether a question has an answer that stands. */
export const answered = async (tx: Transaction, unitId: string, finding: string): Promise<boolean> =>
  (await tx.$count(
    observations,
    and(
      eq(observations.unitId, unitId),
      eq(observations.kind, 'finding'),
      eq(observations.ref, finding),
      isNull(observations.voidedBy),
    ),
  )) > 0;
