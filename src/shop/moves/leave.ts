import { and, eq, isNull, or, sql } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { components, erasureRuns, erasures, movements, sightings, wants } from '@/db/schema';
import type { Actor } from '../command';
import { ShopError } from '@/errors';
import { writeData } from '../record/data';
import { assertDriveAccounted } from '../record/gate';
import { writeMovement, type Component, type Exit, type MoveMore } from './movement';
import { heldWords, keptWords, ownedWords } from './words';

export interface Leaving extends MoveMore {
  to: Exit;
  reason: string;
  /** What a refusal begins with: "Not sold". */
  done: string;
  /** It was bought, came otherwise than it was said, and goes back to whom it came from. */
  notAsSaid?: boolean;
  /** With its whole machine, which the owner of the shop lets out of quarantine. */
  letGo?: boolean;
  /** It is written off: nobody knows where it is. The owner of the shop alone says so, of a machine. */
  lost?: boolean;
}

/** What came on approval and was never fitted or read: what is on it is its seller's own. */
async function neverUsedHere(tx: Transaction, id: string): Promise<boolean> {
  const [told] = await tx
    .select({ id: sql`1` })
    .from(components)
    .where(
      and(
        eq(components.id, id),
        or(
          sql`exists (select 1 from ${movements} where ${movements.componentId} = ${id} and ${movements.toPlace} like 'unit:%')`,
          sql`exists (select 1 from ${erasures} where ${erasures.componentId} = ${id})`,
          sql`exists (select 1 from ${sightings} where ${sightings.componentId} = ${id})`,
        ),
      ),
    );
  return !told;
}

/**
 * @throws ShopError when something has happened to the part since it was entered: what has been moved, read, erased or
 * ordered is here
 */
async function assertUntouched(tx: Transaction, part: Component, done: string): Promise<void> {
  const [happened] = await tx
    .select({ id: sql`1` })
    .from(components)
    .where(
      and(
        eq(components.id, part.id),
        or(
          sql`${components.lastMove} > 0`,
          sql`exists (select 1 from ${erasures} where ${erasures.componentId} = ${part.id} and ${erasures.voidedBy} is null)`,
          sql`exists (select 1 from ${erasureRuns} where ${erasureRuns.componentId} = ${part.id})`,
          sql`exists (select 1 from ${sightings} where ${sightings.componentId} = ${part.id})`,
          sql`exists (select 1 from ${wants} where ${wants.componentId} = ${part.id})`,
        ),
      ),
    );
  if (happened)
    throw new ShopError(
      'refused',
      `${done}: ${part.code} ${part.name} has been moved, seen again, ordered or erased since it was entered. Take that back first.`,
    );
}

/** @throws ShopError while a report saw the drive elsewhere and nobody has said whether it is the same */
async function assertNotDoubted(tx: Transaction, part: Component, done: string): Promise<void> {
  const [doubt] = await tx
    .select({ id: sightings.id })
    .from(sightings)
    .where(and(eq(sightings.componentId, part.id), isNull(sightings.answer)))
    .limit(1);
  if (doubt)
    throw new ShopError(
      'refused',
      `${done}: a report of another machine showed what may be ${part.code} ${part.name}. Say there whether it is.`,
    );
}

/**
 * The one way out of the shop for a part, by whatever command: it is the only writer of sold, scrapped and returned.
 * A drive leaves with its data accounted for, somebody's part goes back to them, and what lies in quarantine stays.
 * @throws ShopError beginning with `done`
 */
export async function leave(
  tx: Transaction,
  actor: Actor,
  part: Component,
  { to, reason, done, notAsSaid, lost, ...more }: Leaving,
): Promise<void> {
  if (part.reservedFor) throw new ShopError('conflict', `${done}: ${await heldWords(tx, part)}`);
  if (part.keptFor && to === 'sold') throw new ShopError('conflict', `${done}: ${await keptWords(tx, part)}`);
  if (part.ownerUnit && to !== 'returned' && to !== 'never' && !lost)
    throw new ShopError('refused', `${done}: ${await ownedWords(tx, part)}`);
  // it was never here, and neither was anything on it
  if (to === 'never') await assertUntouched(tx, part, done);
  else if (part.class === 'drive' && !lost) {
    if (notAsSaid && (await neverUsedHere(tx, part.id)))
      await writeData(tx, actor, part.id, null, {
        kind: 'returned',
        method: 'never used here: back to its seller',
      });
    await assertDriveAccounted(tx, part, done);
    await assertNotDoubted(tx, part, done);
  }
  await writeMovement(tx, actor, part, to, reason, more);
}
