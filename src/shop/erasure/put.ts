import { eq } from 'drizzle-orm';
import { eraseMethods } from '@/catalog/erasure';
import { mediumOfPart, type EraseMethod, type Medium } from '@/core/erasure/media';
import { erasures, type ErasureTold } from '@/db/schema';
import type { Transaction } from '@/db/client';
import type { Actor } from '../command';
import { componentById, move } from '../parts/move';
import { ShopError } from '../errors';
import { dataStays } from '../record/stays';

export const ERASURE_KINDS = ['erased', 'returned', 'destroyed', 'never', 'failed', 'image'] as const;
export type ErasureKind = (typeof ERASURE_KINDS)[number];

export interface Erasure {
  componentId: string;
  kind: ErasureKind;
  /** Row of the catalogue it was done by; the method in words goes with it. */
  methodId?: string;
  method: string;
  verified: string;
  told?: ErasureTold;
}

type Unit = Parameters<typeof dataStays>[1] & { id: string };

/** A drive that is in this unit. @throws ShopError when it is no drive, or is elsewhere */
export async function driveIn(tx: Transaction, unitId: string, componentId: string, refused: string) {
  const drive = await componentById(tx, componentId);
  if (drive.class !== 'drive') throw new ShopError('invalid', `${refused}: ${drive.code} is not a drive.`);
  if (drive.unitId !== unitId)
    throw new ShopError('conflict', `${refused}: ${drive.code} is not in this unit.`);
  return drive;
}

const saidBy = (row: EraseMethod, medium: Medium | null): ErasureTold => ({
  methodId: row.id,
  level: row.level,
  clause: row.clause,
  ...(medium && { medium }),
});
const methodWords = ({ name, level }: EraseMethod) => `${name} (${level})`;

/** The catalogue's row, where it is one for this drive. @throws ShopError when it is for other media */
function rowOf(input: Erasure, medium: Medium | null): ErasureTold {
  const row = eraseMethods.find(({ id }) => id === input.methodId);
  if (input.methodId && !row)
    throw new ShopError('invalid', `Not recorded: there is no way of erasing "${input.methodId}".`);
  if (!row) return medium ? { medium } : {};
  if (medium && !row.media.includes(medium))
    throw new ShopError('refused', `Not recorded: "${row.name}" is not for such a drive.`);
  return saidBy(row, medium);
}

/**
 * Puts on record what was done about the data of a drive in this unit. One returned or destroyed leaves the unit.
 * @throws ShopError when it is no drive of this unit, its data stays, or nobody says how it was verified
 */
export async function putErasure(tx: Transaction, actor: Actor, unit: Unit, input: Erasure) {
  const drive = await driveIn(tx, unit.id, input.componentId, 'Not recorded');
  if (input.kind === 'erased' && !input.verified)
    throw new ShopError('invalid', 'Not recorded: say how the erasure was verified.', {
      fields: { verified: 'is missing' },
    });
  if ((input.kind === 'erased' || input.kind === 'destroyed') && (await dataStays(tx, unit)))
    throw new ShopError('refused', 'Not recorded: the system and the data on it stay.');
  const told = { ...rowOf(input, mediumOfPart(drive.attributes)), ...input.told };
  const row = eraseMethods.find(({ id }) => id === told.methodId);
  const method = input.method || (row ? methodWords(row) : input.kind);
  const made = await writeErasure(tx, actor, unit.id, drive, { ...input, method, told });
  if (input.kind === 'returned' || input.kind === 'destroyed')
    await move(tx, actor, drive, input.kind === 'returned' ? 'returned' : 'scrap', input.kind);
  return made.told;
}

type Drive = Awaited<ReturnType<typeof componentById>>;

/** Writes a row about a drive's data. @returns its id, and what the history says of it */
async function writeErasure(
  tx: Transaction,
  actor: Actor,
  unitId: string,
  drive: Drive,
  {
    kind,
    method,
    verified,
    told,
  }: { kind: ErasureKind | 'begun'; method: string; verified: string; told: ErasureTold },
) {
  const [{ id }] = await tx
    .insert(erasures)
    .values({
      componentId: drive.id,
      unitId,
      kind,
      method,
      verified,
      told,
      by: actor.id,
      byName: actor.name,
    })
    .returning({ id: erasures.id });
  return {
    id,
    told: {
      erasure: id,
      component: drive.id,
      code: drive.code,
      serial: drive.serial,
      method,
      verified,
      ...(told.level && { level: told.level }),
      ...(told.clause && { clause: told.clause }),
      ...(told.machine && { machine: told.machine }),
    },
  };
}

/** What the unit's own script did to a drive, wherever the drive is by then. */
export const insertErasure = (
  tx: Transaction,
  actor: Actor,
  unitId: string,
  drive: Drive,
  {
    kind,
    method,
    verified = '',
    machine,
  }: {
    kind: 'begun' | 'erased' | 'failed';
    method: EraseMethod;
    verified?: string;
    machine?: ErasureTold['machine'];
  },
) => {
  const told: ErasureTold = {
    ...saidBy(method, mediumOfPart(drive.attributes)),
    ...(machine && { machine }),
  };
  return writeErasure(tx, actor, unitId, drive, { kind, method: methodWords(method), verified, told });
};

/** The number of its entry is what a certificate is known by. */
export const sealErasure = async (tx: Transaction, seq: number, id: string): Promise<void> => {
  await tx.update(erasures).set({ eventSeq: seq }).where(eq(erasures.id, id));
};
