import { asc, eq, sql } from 'drizzle-orm';
import { allocateMinor } from '@/core/money/allocate';
import type { Transaction } from '@/db/client';
import { lots, units } from '@/db/schema';

/** Splits what the lot cost over its units; to be called whenever its units change. */
export async function shareLotCost(tx: Transaction, lotId: string): Promise<void> {
  const [lot] = await tx.select().from(lots).where(eq(lots.id, lotId));
  const rows = await tx
    .select({ id: units.id, price: units.priceMinor })
    .from(units)
    .where(eq(units.lotId, lotId))
    .orderBy(asc(units.tag));
  if (rows.length === 0) return;
  const parts = allocateMinor(
    lot.priceMinor + lot.freightMinor + lot.feesMinor,
    rows.map((row) => (lot.allocation === 'equal' ? 1 : row.price)),
  );
  await tx.execute(
    sql`update units set cost_minor = v.cost from (select unnest(${sql.param(rows.map((row) => row.id))}::uuid[]) as id, unnest(${sql.param(parts)}::bigint[]) as cost) v where units.id = v.id`,
  );
}
