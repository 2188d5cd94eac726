import { eq } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { components, units } from '@/db/schema';
import { ShopError } from '@/errors';

export async function componentById(tx: Transaction, id: string) {
  const [row] = await tx.select().from(components).where(eq(components.id, id));
  if (!row) throw new ShopError('missing', 'There is no such part.');
  return row;
}

/** A machine that an act on its parts changes, though the act is on none or on another: locked, as it is before. */
export async function lockDonor(tx: Transaction, id: string): Promise<typeof units.$inferSelect> {
  const [unit] = await tx.select().from(units).where(eq(units.id, id)).for('no key update');
  return unit;
}

/**
 * A loose part, held until the act is over: no unit is locked for it, and what is read of it must still be so when it
 * is written.
 */
export async function heldComponent(tx: Transaction, id: string) {
  await tx.select({ id: components.id }).from(components).where(eq(components.id, id)).for('update');
  return componentById(tx, id);
}
