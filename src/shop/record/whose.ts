import { eq } from 'drizzle-orm';
import type { Database, Transaction } from '@/db/client';
import { lots, type units } from '@/db/schema';
import { ShopError } from '@/errors';

type Unit = Pick<typeof units.$inferSelect, 'lotId' | 'tag'>;

/** Is the machine somebody else's, here to be worked on? */
export async function ownersMachine(tx: Transaction | Database, unit: Pick<Unit, 'lotId'>): Promise<boolean> {
  const [lot] = await tx.select({ source: lots.source }).from(lots).where(eq(lots.id, unit.lotId));
  return lot?.source === 'owner';
}

/** @throws ShopError when it is: it is not the shop's to sell */
export async function assertOurs(tx: Transaction, unit: Unit, what: string): Promise<void> {
  if (await ownersMachine(tx, unit))
    throw new ShopError('refused', `${what}: ${unit.tag} belongs to its owner. It goes back to them.`);
}
