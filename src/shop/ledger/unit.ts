import { eq, sql } from 'drizzle-orm';
import type { Entry } from '@/core/ledger/entry';
import { resultOf } from '@/core/ledger/result';
import type { Database, Transaction } from '@/db/client';
import { sales } from '@/db/schema';
import { entriesOf, factsSql, type Facts } from './facts';

/** What one unit cost so far and, once sold, brought. */
export async function unitLedger(db: Database | Transaction, unitId: string): Promise<Entry[]> {
  const { rows } = await db.execute<Facts>(
    sql`${factsSql(sql`select ${unitId}::uuid`)} where u.id = ${unitId}`,
  );
  return entriesOf(rows[0]);
}

/** Keeps with a sale what it came to, for lists to be sorted by; to be called whenever the sale is written. */
export async function keepResult(tx: Transaction, unitId: string): Promise<void> {
  const { profitMinor } = resultOf(await unitLedger(tx, unitId));
  await tx.update(sales).set({ profitMinor }).where(eq(sales.unitId, unitId));
}
