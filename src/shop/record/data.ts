import { and, eq } from 'drizzle-orm';
import { erasureRuns, erasures, type ErasureTold } from '@/db/schema';
import type { Transaction } from '@/db/client';
import type { Actor } from '../command';

/** What can be written about the data on a drive. */
export type DataKind = (typeof erasures.$inferSelect)['kind'];

export interface DataRow {
  kind: string;
  method: string;
  verified?: string;
  told?: ErasureTold;
  /** The erasure by script that says it; every other one of the drive ends. */
  run?: string;
}

/**
 * The only writer of what became of a drive's data. Whatever is said of a drive, or done to it, ends what a script is
 * doing to it meanwhile: what the script says later is of another drive's life.
 * @returns the row's id
 */
export async function writeData(
  tx: Transaction,
  actor: Actor,
  driveId: string,
  unitId: string | null,
  { kind, method, verified = '', told = {}, run }: DataRow,
): Promise<string> {
  await overtake(tx, actor, driveId, 'something else was written down about it meanwhile', run);
  const [{ id }] = await tx
    .insert(erasures)
    .values({ componentId: driveId, unitId, kind, method, verified, told, by: actor.id, byName: actor.name })
    .returning({ id: erasures.id });
  return id;
}

/**
 * Ends the erasures by script of a drive that are open. One that had begun has failed: the drive may hold half of what
 * it held.
 */
export async function overtake(
  tx: Transaction,
  actor: Actor,
  driveId: string,
  why: string,
  but?: string,
): Promise<void> {
  const open = await tx
    .select({ id: erasureRuns.id, unitId: erasureRuns.unitId, state: erasureRuns.state })
    .from(erasureRuns)
    .where(and(eq(erasureRuns.componentId, driveId), eq(erasureRuns.ending, '')))
    .for('update');
  for (const { id, unitId, state } of open) {
    if (id === but) continue;
    await tx.update(erasureRuns).set({ state: 'ended', ending: 'overtaken' }).where(eq(erasureRuns.id, id));
    if (state === 'confirmed')
      await tx.insert(erasures).values({
        componentId: driveId,
        unitId,
        kind: 'failed',
        method: 'by the script',
        verified: why,
        by: actor.id,
        byName: actor.name,
      });
  }
}
