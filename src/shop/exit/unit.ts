import { eq } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { components, units, type GoneAs } from '@/db/schema';
import type { Actor } from '../command';
import { ShopError } from '@/errors';
import { ownersParts } from '../hands/owner';
import { closeStage } from '../line';
import { freeKept, release } from '../parts/bin';
import { dropWants } from '../parts/wants';
import { leave } from '../moves/leave';
import { writeData } from '../record/data';
import { assertDataAccounted } from '../record/gate';
import { assertOurs, ownersMachine } from '../record/whose';
import { closeOpenWork } from '../work/clock';

type Unit = typeof units.$inferSelect;

export interface UnitLeaving {
  as: 'sold' | GoneAs;
  /** What a refusal begins with: "Not sold". */
  done: string;
  /** Of a machine of the shop's own that goes back with its data: whom it came from. */
  handedTo?: string;
}

/**
 * The one way out for a machine: it asks the gate, takes what is in it along, lets go of what was promised to it, and
 * is the only writer of the stages sold and gone.
 * @returns the parts that were in it, and what else of its owner's went along
 * @throws ShopError beginning with `done`
 */
export async function leaveUnit(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  { as, done, handedTo }: UnitLeaving,
) {
  const isOwner = actor.role === 'owner';
  if (unit.stage === 'quarantine' && !isOwner)
    throw new ShopError('forbidden', 'Only the owner lets a unit out of quarantine.');
  const inside = await tx.select().from(components).where(eq(components.unitId, unit.id));
  const drives = inside.filter((part) => part.class === 'drive');
  if (as === 'lost') {
    if (!isOwner) throw new ShopError('forbidden', 'Only the owner writes a unit down as lost.');
  } else if (as === 'returned') {
    const theirs = await ownersMachine(tx, unit);
    if (!theirs && drives.length && !isOwner && !handedTo)
      throw new ShopError(
        'refused',
        `${done}: it is the shop’s own and its drives go with their data. Say whom it is handed back to, or ask the owner.`,
        { fields: { note: 'whom it is handed back to' } },
      );
    for (const drive of [
      ...drives,
      ...(await ownersParts(tx, unit.id)).filter((part) => part.class === 'drive'),
    ])
      await writeData(tx, actor, drive.id, unit.id, {
        kind: 'returned',
        method: 'went back with the machine',
        told: handedTo ? { handedTo } : {},
      });
  } else {
    if (as === 'sold' || !isOwner) await assertOurs(tx, unit, done);
    await assertDataAccounted(tx, unit, done);
  }
  // what the books keep is what stood when it left
  await closeOpenWork(tx, unit.id);
  await release(tx, unit.id);
  const to = as === 'sold' || as === 'returned' ? as : 'scrap';
  const reason = as === 'sold' ? `sold in ${unit.tag}` : `${as} with ${unit.tag}`;
  const way = { to, reason, done, letGo: true, lost: as === 'lost' } as const;
  for (const part of inside) {
    // somebody else's part is not sold or scrapped with the machine it was lent into
    await leave(tx, actor, part.ownerUnit === unit.id && isOwner ? { ...part, ownerUnit: null } : part, way);
  }
  // what else of theirs lies here goes back with it
  const theirs = as === 'returned' ? await ownersParts(tx, unit.id) : [];
  for (const part of theirs) await leave(tx, actor, { ...part, keptFor: null }, way);
  await freeKept(tx, unit.id);
  await dropWants(tx, unit.id);
  await tx.update(units).set({ listed: false }).where(eq(units.id, unit.id));
  await closeStage(tx, unit, as === 'sold' ? 'sold' : 'gone');
  return { inside, drives, theirs };
}
