import { asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { ClosedCase } from '@/core/learn/learn';
import { WHOLE_LOOK } from '@/core/catalogue';
import type { RecordEntry } from '@/core/steps/evaluate';
import type { Transaction } from '@/db/client';
import { lots, observations, units } from '@/db/schema';
import { heavy } from '@/workers/pool';
import { recordEntry } from '../record/queries';

/**
 * Every unit whose record ends in a look over the whole machine with nothing left wrong. What is read is the
 * catalogue's own reckoning, so that learning does not feed on itself.
 */
export async function closedCases(tx: Transaction): Promise<ClosedCase[]> {
  // a worker reads thousands of records for some minutes, and the transaction waits for it
  await tx.execute(sql`set local idle_in_transaction_session_timeout = '30min'`);
  const looked = tx
    .selectDistinct({ id: observations.unitId })
    .from(observations)
    .where(eq(observations.ref, WHOLE_LOOK));
  const rows = await tx
    .select({ unit: units.id, chassis: units.chassis, source: lots.source })
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId))
    .where(inArray(units.id, looked))
    .orderBy(asc(units.id));
  if (rows.length === 0) return [];
  const standing = await tx
    .select()
    .from(observations)
    .where(isNull(observations.voidedBy))
    .orderBy(asc(observations.id));
  const records = new Map<string, RecordEntry[]>();
  for (const row of standing) {
    const record = records.get(row.unitId);
    if (record) record.push(recordEntry(row));
    else records.set(row.unitId, [recordEntry(row)]);
  }
  return heavy('closedCases', [
    rows.map(({ unit, chassis, source }) => ({
      context: { chassis, source },
      record: records.get(unit) ?? [],
    })),
  ]);
}

/** How many there are, without reading what each proves. */
export async function countClosed(tx: Transaction): Promise<number> {
  const { rows } = await tx.execute<{ n: number }>(sql`select count(*)::int as n from (
    select unit_id from observations where voided_by is null group by unit_id
    having max(id) filter (where ref = ${WHOLE_LOOK} and outcome = 0) > coalesce(max(id) filter (where kind = 'repair' and outcome = 1), 0)) closed`);
  return rows[0].n;
}
