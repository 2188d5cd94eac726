import { eq } from 'drizzle-orm';
import { eraseMethods } from '@/catalog/erasure';
import { mediumOfPart, type EraseMethod, type Medium } from '@/core/erasure/media';
import { erasures, type ErasureTold, type units } from '@/db/schema';
import type { Transaction } from '@/db/client';
import type { Actor } from '../command';
import { componentById, heldComponent, move } from '../parts/move';
import { ShopError } from '../errors';
import { dataStays, keptByOwner } from '../record/stays';

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

type Drive = Awaited<ReturnType<typeof componentById>>;

/** The machine a drive is in; null: it lies in the bin, and is erased on a dock. */
export type DriveHolder = Pick<typeof units.$inferSelect, 'id' | 'keeps' | 'lotId' | 'stage'> | null;

/**
 * A drive that is in this unit, or loose in the bin where none is named.
 * @throws ShopError when it is no drive, or is elsewhere
 */
export async function driveIn(tx: Transaction, unit: DriveHolder, componentId: string, refused: string) {
  const drive = await (unit ? componentById(tx, componentId) : heldComponent(tx, componentId));
  if (drive.class !== 'drive') throw new ShopError('invalid', `${refused}: ${drive.code} is not a drive.`);
  if (unit ? drive.unitId !== unit.id : drive.place !== 'bin')
    throw new ShopError('conflict', `${refused}: ${drive.code} is not in ${unit ? 'this unit' : 'the bin'}.`);
  return drive;
}

/** @throws ShopError when what is on the drive is somebody's who wants it kept */
export async function refuseKept(
  tx: Transaction,
  unit: DriveHolder,
  drive: Pick<Drive, 'code' | 'ownerUnit'>,
  refused: string,
): Promise<void> {
  if (unit && (await dataStays(tx, unit)))
    throw new ShopError('refused', `${refused}: the system and the data on it stay.`);
  const tag = unit ? null : await keptByOwner(tx, drive);
  if (tag)
    throw new ShopError(
      'refused',
      `${refused}: ${drive.code} belongs to the owner of ${tag}, and the data on it stays.`,
    );
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
 * Puts on record what was done about the data of a drive in this unit, or of a loose one. One returned or destroyed
 * leaves the unit.
 * @throws ShopError when it is no drive of this unit, its data stays, or nobody says how it was verified
 */
export async function putErasure(tx: Transaction, actor: Actor, unit: DriveHolder, input: Erasure) {
  const drive = await driveIn(tx, unit, input.componentId, 'Not recorded');
  if (input.kind === 'erased' && !input.verified)
    throw new ShopError('invalid', 'Not recorded: say how the erasure was verified.', {
      fields: { verified: 'is missing' },
    });
  if (!unit && input.kind === 'returned')
    throw new ShopError('refused', 'Not recorded: a loose drive is returned from its owner’s machine.');
  if (input.kind === 'erased' || input.kind === 'destroyed')
    await refuseKept(tx, unit, drive, 'Not recorded');
  const told = { ...rowOf(input, mediumOfPart(drive.attributes)), ...input.told };
  const row = eraseMethods.find(({ id }) => id === told.methodId);
  const method = input.method || (row ? methodWords(row) : input.kind);
  const made = await writeErasure(tx, actor, unit?.id ?? null, drive, { ...input, method, told });
  if (input.kind === 'returned' || input.kind === 'destroyed')
    await move(tx, actor, drive, input.kind === 'returned' ? 'returned' : 'scrap', input.kind);
  return made.told;
}

/** Writes a row about a drive's data. @returns its id, and what the history says of it */
async function writeErasure(
  tx: Transaction,
  actor: Actor,
  unitId: string | null,
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
  unitId: string | null,
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
