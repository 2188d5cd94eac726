import { eq } from 'drizzle-orm';
import { factsOfPart } from '@/core/parts/facts';
import type { Transaction } from '@/db/client';
import { components, lots, units } from '@/db/schema';
import type { Actor } from '../command';
import { takeNumbers } from '../counters';
import { firstMovement, type Inside } from './movement';

/** Next code of the bin, "P-0042". */
async function nextCode(tx: Transaction): Promise<string> {
  return `P-${String(await takeNumbers(tx, 'part', 1)).padStart(4, '0')}`;
}

/** Somebody else's machine: what is seen in it for the first time came with it, and is theirs. */
async function ownerAt(tx: Transaction, to: Inside): Promise<string | null> {
  if (to === 'bin') return null;
  const [own] = await tx
    .select({ id: units.id, source: lots.source })
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId))
    .where(eq(units.id, to.slice(5)));
  return own?.source === 'owner' ? own.id : null;
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
  to: Inside,
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
      ownerUnit: part.ownerUnit ?? (await ownerAt(tx, to)),
      place: to.startsWith('unit:') ? 'unit' : to,
      unitId: to.startsWith('unit:') ? to.slice(5) : null,
    })
    .returning({ id: components.id });
  await firstMovement(tx, actor, made.id, to, reason);
  return { id: made.id, code };
}
