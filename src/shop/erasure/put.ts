import { erasures } from '@/db/schema';
import type { Transaction } from '@/db/client';
import type { Actor } from '../command';
import { componentById, move } from '../parts/move';
import { ShopError } from '../errors';
import { dataStays } from '../record/stays';

export interface Erasure {
  componentId: string;
  kind: 'erased' | 'returned' | 'destroyed' | 'never';
  method: string;
  verified: string;
}

/**
 * Puts on record what was done about the data of a drive in this unit. One returned or destroyed leaves the unit.
 * @throws ShopError when it is no drive of this unit, its data stays, or nobody says how it was verified
 */
export async function putErasure(
  tx: Transaction,
  actor: Actor,
  unit: Parameters<typeof dataStays>[1] & { id: string },
  input: Erasure,
) {
  const drive = await componentById(tx, input.componentId);
  if (drive.class !== 'drive') throw new ShopError('invalid', `Not recorded: ${drive.code} is not a drive.`);
  if (drive.unitId !== unit.id)
    throw new ShopError('conflict', `Not recorded: ${drive.code} is not in this unit.`);
  if (input.kind === 'erased' && !input.verified)
    throw new ShopError('invalid', 'Not recorded: say how the erasure was verified.', {
      fields: { verified: 'is missing' },
    });
  if ((input.kind === 'erased' || input.kind === 'destroyed') && (await dataStays(tx, unit)))
    throw new ShopError('refused', 'Not recorded: the system and the data on it stay.');
  const [row] = await tx
    .insert(erasures)
    .values({
      componentId: drive.id,
      unitId: unit.id,
      kind: input.kind,
      method: input.method,
      verified: input.verified,
      by: actor.id,
      byName: actor.name,
    })
    .returning({ id: erasures.id });
  if (input.kind === 'returned' || input.kind === 'destroyed')
    await move(tx, actor, drive, input.kind === 'returned' ? 'returned' : 'scrap', input.kind);
  return {
    erasure: row.id,
    component: drive.id,
    code: drive.code,
    serial: drive.serial,
    method: input.method,
    verified: input.verified,
  };
}
