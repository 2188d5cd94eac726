import { and, asc, eq, sql } from 'drizzle-orm';
import { allocateMinor } from '@/core/money/allocate';
import type { Transaction } from '@/db/client';
import { components, lots, units } from '@/db/schema';

const costs = (rows: readonly { id: string }[], minor: readonly number[]) =>
  sql`select unnest(${sql.param(rows.map(({ id }) => id))}::uuid[]) as id, unnest(${sql.param(minor)}::bigint[]) as cost`;

/**
 * Splits what the lot cost over its units and the parts that came loose with it; to be called whenever either
 * changes. A machine put together here cost what its parts stood at, and takes no share. A loose part that has
 * gone into a machine or was sold keeps the share it left with.
 */
export async function shareLotCost(tx: Transaction, lotId: string): Promise<void> {
  const [lot] = await tx.select().from(lots).where(eq(lots.id, lotId));
  const rows = await tx
    .select({ id: units.id, price: units.priceMinor })
    .from(units)
    .where(and(eq(units.lotId, lotId), eq(units.built, false)))
    .orderBy(asc(units.tag));
  const loose = await tx
    .select({
      id: components.id,
      worth: components.worthMinor,
      cost: components.costMinor,
      place: components.place,
    })
    .from(components)
    .where(and(eq(components.fromLotId, lotId), eq(components.sharesLot, true)))
    .orderBy(asc(components.code));
  const here = loose.filter(({ place }) => place === 'bin');
  const left = loose.filter(({ place }) => place !== 'bin').reduce((sum, { cost }) => sum + cost, 0);
  if (rows.length + here.length === 0) return;
  const equal = lot.allocation === 'equal';
  // a part is no machine: shared out equally, each takes what it is worth and the machines the rest alike
  const total = lot.priceMinor + lot.freightMinor + lot.feesMinor;
  const shares = allocateMinor(Math.max(0, total - left), [
    ...rows.map((row) => (equal && here.length === 0 ? 1 : row.price)),
    ...here.map((part) => part.worth),
  ]);
  const machines = shares.slice(0, rows.length);
  const alike =
    equal && rows.length
      ? allocateMinor(
          machines.reduce((sum, each) => sum + each, 0),
          rows.map(() => 1),
        )
      : machines;
  if (rows.length)
    await tx.execute(
      sql`update units set cost_minor = v.cost from (${costs(rows, alike)}) v where units.id = v.id`,
    );
  if (here.length)
    await tx.execute(
      sql`update components set cost_minor = v.cost from (${costs(here, shares.slice(rows.length))}) v
        where components.id = v.id`,
    );
}
