import { and, asc, eq, ne, notExists, sql } from 'drizzle-orm';
import { shareOut } from '@/core/ledger/share';
import type { Transaction } from '@/db/client';
import { components, lots, sales, units } from '@/db/schema';

const costs = (rows: readonly { id: string }[], minor: readonly number[]) =>
  sql`select unnest(${sql.param(rows.map(({ id }) => id))}::uuid[]) as id, unnest(${sql.param(minor)}::bigint[]) as cost`;

/**
 * Splits what the lot cost over its units and the parts that came loose with it; to be called whenever either
 * changes, or a sale of one is undone. A machine put together here cost what its parts stood at, and takes no share.
 * What was sold, and a loose part that has gone into a machine, keep the share they left with.
 */
export async function shareLotCost(tx: Transaction, lotId: string): Promise<void> {
  const [lot] = await tx.select().from(lots).where(eq(lots.id, lotId));
  const rows = await tx
    .select({ id: units.id, price: units.priceMinor })
    .from(units)
    .where(
      and(
        eq(units.lotId, lotId),
        eq(units.built, false),
        notExists(tx.select().from(sales).where(eq(sales.unitId, units.id))),
      ),
    )
    .orderBy(asc(units.tag));
  const loose = await tx
    .select({
      id: components.id,
      worth: components.worthMinor,
      cost: components.costMinor,
      place: components.place,
    })
    .from(components)
    .where(
      and(eq(components.fromLotId, lotId), eq(components.sharesLot, true), ne(components.place, 'never')),
    )
    .orderBy(asc(components.code));
  const here = loose.filter(({ place }) => place === 'bin');
  const sold = await tx
    .select({ cost: sales.costMinor })
    .from(sales)
    .innerJoin(units, eq(units.id, sales.unitId))
    .where(and(eq(units.lotId, lotId), eq(units.built, false)));
  const shares = shareOut({
    paidMinor: lot.priceMinor + lot.freightMinor + lot.feesMinor,
    rule: lot.allocation === 'equal' ? 'equal' : 'value',
    frozenMinor: [
      ...sold.map(({ cost }) => cost),
      ...loose.filter(({ place }) => place !== 'bin').map(({ cost }) => cost),
    ],
    machines: rows.map((row) => ({ id: row.id, priceMinor: row.price })),
    parts: here.map((part) => ({ id: part.id, worthMinor: part.worth })),
  });
  if (rows.length)
    await tx.execute(
      sql`update units set cost_minor = v.cost from (${costs(rows, shares.machines)}) v where units.id = v.id`,
    );
  if (here.length)
    await tx.execute(
      sql`update components set cost_minor = v.cost from (${costs(here, shares.parts)}) v
        where components.id = v.id`,
    );
}
