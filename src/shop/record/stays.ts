import { eq } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { lots, type units } from '@/db/schema';

/** Do the system and the data of a machine stay? What its ticket says, or what its lot is. */
export async function dataStays(
  tx: Transaction,
  unit: Pick<typeof units.$inferSelect, 'keeps' | 'lotId'>,
): Promise<boolean> {
  if (unit.keeps !== null) return unit.keeps;
  const [lot] = await tx.select({ source: lots.source }).from(lots).where(eq(lots.id, unit.lotId));
  return lot.source === 'owner';
}
