import { eq } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { units, type components } from '@/db/schema';

/** "P-0007 4 GB module lies at WQ-0012 for a swap-test." */
export async function heldWords(
  tx: Transaction,
  component: Pick<typeof components.$inferSelect, 'code' | 'name' | 'reservedFor'>,
): Promise<string> {
  const [holder] = await tx
    .select({ tag: units.tag })
    .from(units)
    .where(eq(units.id, component.reservedFor!));
  return `${component.code} ${component.name} lies at ${holder?.tag ?? 'another unit'} for a swap-test: it is free again once that is answered.`;
}

/** "P-0007 drive belongs to the owner of LK-0001: ..." */
export async function ownedWords(
  tx: Transaction,
  component: Pick<typeof components.$inferSelect, 'code' | 'name' | 'ownerUnit'>,
): Promise<string> {
  const [own] = await tx.select({ tag: units.tag }).from(units).where(eq(units.id, component.ownerUnit!));
  return `${component.code} ${component.name} belongs to the owner of ${own?.tag ?? 'another machine'}: it goes back to them or into their machine, unless they leave it to the shop.`;
}

/** "P-0007 panel was ordered for WQ-0012." */
export async function keptWords(
  tx: Transaction,
  component: Pick<typeof components.$inferSelect, 'code' | 'name' | 'keptFor'>,
): Promise<string> {
  const [holder] = await tx.select({ tag: units.tag }).from(units).where(eq(units.id, component.keptFor!));
  return `${component.code} ${component.name} was ordered for ${holder?.tag ?? 'another unit'} and is kept for it.`;
}
