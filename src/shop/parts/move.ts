import { eq } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { components, movements, units } from '@/db/schema';
import type { Actor } from '../command';
import { takeNumbers } from '../counters';
import { ShopError } from '../errors';
import { factsOfPart } from './machine';

export type Place = 'bin' | 'sold' | 'scrap' | 'returned' | `unit:${string}`;

export function placeOf(component: { place: string; unitId: string | null }): Place {
  return component.place === 'unit' ? `unit:${component.unitId!}` : (component.place as Place);
}

/** Next code of the bin, "P-0042". */
async function nextCode(tx: Transaction): Promise<string> {
  return `P-${String(await takeNumbers(tx, 'part', 1)).padStart(4, '0')}`;
}

export interface NewComponent {
  class: string;
  name: string;
  serial?: string;
  attributes?: Record<string, string | number>;
  costMinor?: number;
  knownGood?: boolean;
  fromLotId?: string | null;
  worthMinor?: number;
  condition?: 'new' | 'used' | '';
  supplier?: string;
  sharesLot?: boolean;
  benchOnly?: boolean;
  keptFor?: string;
  ownerUnit?: string;
}

/** A part enters the shop: the component and its movement 0. */
export async function arrive(
  tx: Transaction,
  actor: Actor,
  part: NewComponent,
  to: Place,
  reason: string,
): Promise<{ id: string; code: string }> {
  const code = await nextCode(tx);
  const [made] = await tx
    .insert(components)
    .values({
      code,
      class: part.class,
      name: part.name,
      serial: part.serial ?? '',
      attributes: factsOfPart({ ...part, attributes: part.attributes ?? {} }),
      costMinor: part.costMinor ?? 0,
      knownGood: part.knownGood ?? false,
      fromLotId: part.fromLotId ?? null,
      worthMinor: part.worthMinor ?? 0,
      condition: part.condition ?? '',
      supplier: part.supplier ?? '',
      sharesLot: part.sharesLot ?? false,
      benchOnly: part.benchOnly ?? false,
      keptFor: part.keptFor ?? null,
      ownerUnit: part.ownerUnit ?? null,
      place: to.startsWith('unit:') ? 'unit' : to,
      unitId: to.startsWith('unit:') ? to.slice(5) : null,
    })
    .returning({ id: components.id });
  await tx.insert(movements).values({
    componentId: made.id,
    n: 0,
    previous: null,
    fromPlace: 'arrived',
    toPlace: to,
    by: actor.id,
    byName: actor.name,
    reason,
  });
  return { id: made.id, code };
}

/** More of a movement than where from and where to. */
export interface MoveMore {
  /** What it counts for, minor units: charged to the unit it goes into, credited to the one it comes out of. */
  valueMinor?: number | null;
  /** It belongs to a repair, whose verdict tells the rest. */
  byRepair?: boolean;
  /** The movement this one takes back. */
  takesBack?: number;
}

/**
 * Moves a part from where the caller saw it. The database refuses it when somebody else moved it first; that
 * becomes a plain conflict.
 */
export async function move(
  tx: Transaction,
  actor: Actor,
  component: typeof components.$inferSelect,
  to: Place,
  reason: string,
  more: MoveMore = {},
): Promise<void> {
  const from = placeOf(component);
  if (component.reservedFor && to !== `unit:${component.reservedFor}`)
    throw new ShopError('conflict', await heldWords(tx, component));
  if (component.keptFor && to.startsWith('unit:') && to !== `unit:${component.keptFor}`)
    throw new ShopError('conflict', await keptWords(tx, component));
  if (component.ownerUnit && !['bin', 'returned', `unit:${component.ownerUnit}`].includes(to))
    throw new ShopError('refused', await ownedWords(tx, component));
  // a part leaves the bin unreserved
  if (component.reservedFor)
    await tx.update(components).set({ reservedFor: null }).where(eq(components.id, component.id));
  if (from === to) throw new ShopError('refused', `${component.code} ${component.name} is there already.`);
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
async function ownedWords(
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
