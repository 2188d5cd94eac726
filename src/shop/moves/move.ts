import type { Transaction } from '@/db/client';
import type { Actor } from '../command';
import { ShopError } from '@/errors';
import { writeData } from '../record/data';
import { EXITS, writeMovement, type Component, type Exit, type Inside, type MoveMore } from './movement';
import { heldWords, keptWords, ownedWords } from './words';

/**
 * Moves a part within the shop, or back into it. What leaves goes by `leave`.
 * @param more `neverLeft`: it had been written out and had not been handed over; else a drive that comes back holds
 * somebody's data
 */
export async function move(
  tx: Transaction,
  actor: Actor,
  component: Component,
  to: Inside,
  reason: string,
  { neverLeft, ...more }: MoveMore & { neverLeft?: boolean } = {},
): Promise<void> {
  if (component.reservedFor && to !== `unit:${component.reservedFor}`)
    throw new ShopError('conflict', await heldWords(tx, component));
  if (component.keptFor && to.startsWith('unit:') && to !== `unit:${component.keptFor}`)
    throw new ShopError('conflict', await keptWords(tx, component));
  if (component.ownerUnit && to !== 'bin' && to !== `unit:${component.ownerUnit}`)
    throw new ShopError('refused', await ownedWords(tx, component));
  await writeMovement(tx, actor, component, to, reason, more);
  if (component.class === 'drive' && EXITS.includes(component.place as Exit) && !neverLeft)
    await writeData(tx, actor, component.id, to === 'bin' ? null : to.slice(5), {
      kind: 'used',
      method: reason,
    });
}
