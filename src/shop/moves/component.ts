import { eq } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { components } from '@/db/schema';
import { ShopError } from '@/errors';

export async function componentById(tx: Transaction, id: string) {
  const [row] = await tx.select().from(components).where(eq(components.id, id));
  if (!row) throw new ShopError('missing', 'There is no such part.');
  return row;
}

/**
 * A loose part, held until the act is over: no unit is locked for it, and what is read of it must still be so when it
 * is written.
 */
export async function heldComponent(tx: Transaction, id: string) {
  await tx.select({ id: components.id }).from(components).where(eq(components.id, id)).for('update');
  return componentById(tx, id);
}
