import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { observations } from '@/db/schema';

/**
 * Findings answered again since the last repair that helped replace their earlier answers, whoever gave them:
 * a sign that was typed and then measured counts once.
 * @returns ids of the answers set aside, newest first; the caller writes the event's number into `voidedBy` once there is
 * one
 */
export async function replaceEarlier(
  tx: Transaction,
  unitId: string,
  findings: readonly string[],
): Promise<number[]> {
  const { rows } = await tx.execute<{ id: number }>(sql`
    update ${observations} set voided_by = 0
    where unit_id = ${unitId} and voided_by is null and kind <> 'repair'
      and ref = any(${sql.param([...findings])}::text[])
      and id > coalesce((select max(cured.id) from ${observations} cured where cured.unit_id = ${unitId}
        and cured.voided_by is null and cured.kind = 'repair' and cured.outcome = 1), 0)
    returning id`);
  return rows.map(({ id }) => Number(id)).sort((a, b) => b - a);
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
