import { eq } from 'drizzle-orm';
import type { Database, Transaction } from '@/db/client';
import { lots, units, type components } from '@/db/schema';

/** Do the system and the data of a machine stay? What its ticket says, or what its lot is. */
export async function dataStays(
  tx: Transaction | Database,
  unit: Pick<typeof units.$inferSelect, 'keeps' | 'lotId'>,
): Promise<boolean> {
  if (unit.keeps !== null) return unit.keeps;
  const [lot] = await tx.select({ source: lots.source }).from(lots).where(eq(lots.id, unit.lotId));
  return lot.source === 'owner';
}

/** The machine whose owner keeps what is on a part of theirs; null: nobody does. */
export async function keptByOwner(
  tx: Transaction | Database,
  { ownerUnit }: Pick<typeof components.$inferSelect, 'ownerUnit'>,
): Promise<string | null> {
  if (!ownerUnit) return null;
  const [own] = await tx.select().from(units).where(eq(units.id, ownerUnit));
  return (await dataStays(tx, own)) ? own.tag : null;
}
