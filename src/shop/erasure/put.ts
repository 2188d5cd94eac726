import { eq } from 'drizzle-orm';
import { eraseMethods } from '@/catalog/papers/erasure';
import { MEDIA, mediumOfPart, type EraseMethod, type Medium } from '@/core/erasure/media';
import type { DataEntry } from '@/core/record/entries';
import { units, type ErasureTold } from '@/db/schema';
import type { Transaction } from '@/db/client';
import type { Actor } from '../command';
import { componentById, heldComponent } from '../moves/component';
import { leave } from '../moves/leave';
import { ShopError } from '@/errors';
import { refuseHeld } from '../line';
import { writeData } from '../record/data';
import { dataEntries } from '../record/sources';
import { dataStays, keptByOwner } from '../record/stays';
import { ownersMachine } from '../record/whose';

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
  /** What kind of drive it is, where its record does not say. */
  medium?: Medium;
  /** Why the owner vouches for a drive that something speaks against. */
  why?: string;
}

type Drive = Awaited<ReturnType<typeof componentById>>;

/** The machine a drive is in; null: it lies in the bin, and is erased on a dock. */
export type DriveHolder = Pick<
  typeof units.$inferSelect,
  'id' | 'tag' | 'chassis' | 'keeps' | 'lotId' | 'stage'
> | null;

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

/** What a way of the catalogue makes of a drive: what hands do to it leaves nothing that could be used again. */
const kindOf = (row: EraseMethod): ErasureKind => (row.takes.by === 'hands' ? 'destroyed' : 'erased');

/**
 * The catalogue's row of what is said to have been done. What was erased or destroyed was so by a way that is known;
 * what kind of record it makes follows from the way.
 * @throws ShopError when there is none, it is for other media, or it makes another kind of record
 */
function rowOf({ kind, methodId }: Erasure, medium: Medium | null): EraseMethod | null {
  const row = eraseMethods.find(({ id }) => id === methodId) ?? null;
  if (methodId && !row)
    throw new ShopError('invalid', `Not recorded: there is no way of erasing "${methodId}".`);
  if (!row && (kind === 'erased' || kind === 'destroyed'))
    throw new ShopError('invalid', 'Not recorded: say by which way of the list it was done.', {
      fields: { methodId: 'is missing' },
    });
  if (!row) return null;
  const ends = kind === 'failed' ? 'failed' : kindOf(row);
  if (kind !== ends)
    throw new ShopError(
      'refused',
      `Not recorded: "${methodWords(row)}" leaves a drive ${ends}, not ${kind}.`,
    );
  // of a drive nobody knows the kind of, only what works on every kind
  if (medium ? !row.media.includes(medium) : !MEDIA.every((each) => row.media.includes(each)))
    throw new ShopError(
      'refused',
      medium
        ? `Not recorded: "${row.name}" is not for such a drive.`
        : `Not recorded: say first what kind of drive it is; "${row.name}" does not do for every kind.`,
      medium ? {} : { fields: { medium: 'is missing' } },
    );
  return row;
}

/** A drive that has run for longer was in use. Common practice: makers and shops test new ones for some hours. */
const NEW_HOURS = 24;

/** What speaks against "never held data", in words; empty: nothing does. */
export function againstNever(
  { attributes, condition }: Pick<Drive, 'attributes' | 'condition'>,
  earlier: readonly Pick<DataEntry, 'what'>[],
): string[] {
  const hours = Number(attributes.hours ?? 0);
  const used = Number(attributes.usedGb ?? 0);
  const said: Partial<Record<DataEntry['what'], string>> = {
    used: 'it was sold and came back',
    begun: 'an erasure of it was begun',
    failed: 'an erasure of it failed',
    cloned: 'it was written with a clone',
  };
  return [
    ...(condition === 'used' ? ['it was bought used'] : []),
    ...(hours > NEW_HOURS ? [`it has run ${hours} hours`] : []),
    // what the shop itself installed is used, and nobody's
    ...(used > 0 && !earlier.some(({ what }) => what === 'installed') ? [`${used} GB on it are used`] : []),
    ...new Set(
      earlier
        .filter(({ what }) => what !== 'installed')
        .map(({ what }) => said[what] ?? 'something else is on record about its data'),
    ),
  ];
}

/**
 * Puts on record what was done about the data of a drive in this unit, or of a loose one, by word of whoever says it.
 * One returned or destroyed leaves the shop.
 * @throws ShopError when it is no drive of this unit, its data stays, or what is said cannot be
 */
export async function putErasure(tx: Transaction, actor: Actor, unit: DriveHolder, input: Erasure) {
  if (unit) refuseHeld(unit);
  const { kind } = input;
  const drive = await driveIn(tx, unit, input.componentId, 'Not recorded');
  if (kind === 'erased' && !input.verified)
    throw new ShopError('invalid', 'Not recorded: say how the erasure was verified.', {
      fields: { verified: 'is missing' },
    });
  if (kind === 'returned') await assertHandedBack(tx, actor, unit, input);
  if (kind === 'erased' || kind === 'destroyed') await refuseKept(tx, unit, drive, 'Not recorded');
  const medium = mediumOfPart(drive.attributes) ?? input.medium ?? null;
  const row = rowOf(input, medium);
  const byWord = kind === 'erased' || kind === 'destroyed' || kind === 'never' || kind === 'image';
  const told: ErasureTold = {
    ...(row ? saidBy(row, medium) : medium && { medium }),
    ...(byWord && { byWord }),
    ...input.told,
  };
  if (kind === 'never') {
    const against = againstNever(
      drive,
      (await dataEntries(tx, [drive.id])).map(({ entry }) => entry),
    );
    if (against.length && (actor.role !== 'owner' || !input.why))
      throw new ShopError(
        'refused',
        `Not recorded: ${drive.code} is not new: ${against.join('; ')}. Erase it; or the owner vouches for it and says why.`,
        { fields: { why: 'is missing' } },
      );
    if (against.length) told.vouched = input.why;
  }
  const method = input.method || (row ? methodWords(row) : kind);
  const made = await writeErasure(tx, actor, unit?.id ?? null, drive, { ...input, method, told });
  if (kind === 'returned' || kind === 'destroyed')
    await leave(tx, actor, drive, {
      to: kind === 'returned' ? 'returned' : 'scrap',
      reason: kind,
      done: 'Not recorded',
    });
  return made.told;
}

/** A drive goes back with its data: to whom it belongs; of the shop's own the owner says so, or whom it goes to. */
async function assertHandedBack(
  tx: Transaction,
  actor: Actor,
  unit: DriveHolder,
  input: Erasure,
): Promise<void> {
  if (!unit)
    throw new ShopError('refused', 'Not recorded: a loose drive is returned from its owner’s machine.');
  if ((await ownersMachine(tx, unit)) || actor.role === 'owner' || input.told?.handedTo) return;
  throw new ShopError(
    'refused',
    'Not recorded: it is the shop’s own and goes with its data. Say whom it is handed to, or ask the owner.',
    { fields: { handedTo: 'is missing' } },
  );
}

/** Writes a row about a drive's data. @returns its id, and what the history says of it */
async function writeErasure(
  tx: Transaction,
  actor: Actor,
  unitId: string | null,
  drive: Drive,
  row: { kind: ErasureKind | 'begun'; method: string; verified: string; told: ErasureTold; run?: string },
) {
  const { kind, method, verified, told } = row;
  const id = await writeData(tx, actor, drive.id, unitId, row);
  const [at] = unitId ? await tx.select().from(units).where(eq(units.id, unitId)) : [];
  // everything a certificate says stands in the sealed entry: nothing that is changed later changes it
  return {
    id,
    told: {
      erasure: id,
      kind,
      component: drive.id,
      code: drive.code,
      name: drive.name,
      serial: drive.serial,
      method,
      verified,
      machineOf: at ? `${at.tag} ${at.maker} ${at.model}`.trim() : null,
      ...told,
    },
  };
}

/** What the unit's own script did to a drive. */
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
    run,
  }: {
    kind: 'begun' | 'erased' | 'failed';
    method: EraseMethod;
    verified?: string;
    machine?: ErasureTold['machine'];
    run: string;
  },
) => {
  const told: ErasureTold = {
    ...saidBy(method, mediumOfPart(drive.attributes)),
    ...(machine && { machine }),
  };
  return writeErasure(tx, actor, unitId, drive, { kind, method: methodWords(method), verified, told, run });
};
