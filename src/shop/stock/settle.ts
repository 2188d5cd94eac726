import { eq } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { units } from '@/db/schema';
import { keepGrade } from '../proof/proof';
import { revalueUnit } from '../units/revalue';

type Unit = typeof units.$inferSelect;

/** A unit that an act on its parts changes, though the act is on none: locked, as it is before. */
export async function lockDonor(tx: Transaction, id: string): Promise<Unit> {
  const [unit] = await tx.select().from(units).where(eq(units.id, id)).for('no key update');
  return unit;
}

/**
 * What every act on a unit ends with: does its grade still stand, and what is it worth now?
 * @param before as it was before the act @returns whether the grade it had no longer stands
 */
export async function settleUnit(tx: Transaction, before: Unit): Promise<true | false> {
  const ungraded = await keepGrade(tx, before);
  await revalueUnit(tx, before.id);
  return ungraded;
}
