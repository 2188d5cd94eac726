import { eq } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { components, movements, units } from '@/db/schema';
import type { Actor } from '../command';
import { ShopError } from '@/errors';
import { overtake } from '../record/data';

/** Where a part lies that is in the shop. */
export type Inside = 'bin' | `unit:${string}`;
/** Where a part goes that leaves it: only `leave` writes these. Never: it was entered, and was never here. */
export const EXITS = ['sold', 'scrap', 'returned', 'never'] as const;
export type Exit = (typeof EXITS)[number];
export type Place = Inside | Exit;
export type Component = typeof components.$inferSelect;

export function placeOf(component: { place: string; unitId: string | null }): Place {
  return component.place === 'unit' ? `unit:${component.unitId!}` : (component.place as Place);
}

/** More of a movement than where from and where to. */
export interface MoveMore {
  /** What it counts for, minor units: charged to the unit it goes into, credited to the one it comes out of. */
  valueMinor?: number | null;
  /** It belongs to a repair, whose verdict tells the rest. */
  byRepair?: boolean;
  /** The movement this one takes back. */
  takesBack?: number;
  /** The place inside the machine it goes into, by its id. */
  spot?: string;
}

/** How a part came into the shop. */
export async function firstMovement(
  tx: Transaction,
  { id: by, name: byName }: Actor,
  componentId: string,
  toPlace: Inside,
  reason: string,
): Promise<void> {
  await tx
    .insert(movements)
    .values({ componentId, n: 0, previous: null, fromPlace: 'arrived', toPlace, by, byName, reason });
}

/** What is in a quarantined machine stays in it, whichever command asks. */
async function assertNotHeld(tx: Transaction, component: Component): Promise<void> {
  if (!component.unitId) return;
  const [holder] = await tx
    .select({ tag: units.tag, stage: units.stage })
    .from(units)
    .where(eq(units.id, component.unitId));
  if (holder?.stage === 'quarantine')
    throw new ShopError(
      'refused',
      `${component.code} ${component.name} stays: ${holder.tag} is in quarantine, and so is what is in it.`,
    );
}

/**
 * One row of the ledger: from where the caller saw the part. The database refuses it when somebody else moved it
 * first; that becomes a plain conflict. For `move` and `leave` alone.
 */
export async function writeMovement(
  tx: Transaction,
  actor: Actor,
  component: Component,
  to: Place,
  reason: string,
  { letGo, ...more }: MoveMore & { letGo?: boolean },
): Promise<void> {
  const from = placeOf(component);
  if (from === to) throw new ShopError('refused', `${component.code} ${component.name} is there already.`);
  if (!letGo) await assertNotHeld(tx, component);
  // a part leaves the bin unreserved, and what is in somebody's hands is not missing
  if (component.reservedFor || component.missingSince)
    await tx
      .update(components)
      .set({ reservedFor: null, missingSince: null })
      .where(eq(components.id, component.id));
  if (component.class === 'drive') await overtake(tx, actor, component.id, 'it was moved meanwhile');
  try {
    await tx.transaction(async (inner) => {
      await inner.insert(movements).values({
        componentId: component.id,
        n: component.lastMove + 1,
        previous: component.lastMove,
        fromPlace: from,
        toPlace: to,
        by: actor.id,
        byName: actor.name,
        reason,
        ...more,
      });
    });
  } catch (error) {
    const code =
      (error as { cause?: { code?: string }; code?: string }).cause?.code ??
      (error as { code?: string }).code;
    if (code === '23505' || code === '23503' || code === '23000')
      throw new ShopError(
        'conflict',
        `Not moved: somebody else has just moved ${component.code} ${component.name}. Look where it is now.`,
      );
    throw error;
  }
}
