import { lt, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { commandKeys } from '@/db/schema';

/**
 * How long an act may lie unsent in a browser and still be known when it comes twice: a bench left off over a
 * long holiday.
 */
const KEPT = '30 days';

/**
 * Forgets the answers kept for commands' keys once nobody will send them again.
 * @returns how many were forgotten
 */
export async function forgetKeys(): Promise<number> {
  const gone = await database()
    .delete(commandKeys)
    .where(lt(commandKeys.at, sql`now() - ${KEPT}::interval`));
  return gone.rowCount ?? 0;
}
