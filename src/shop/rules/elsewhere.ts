import { asc, isNull } from 'drizzle-orm';
import type { Elsewhere } from '@/core/learn/learn';
import type { Database, Transaction } from '@/db/client';
import { exchanges } from '@/db/schema';

/** What other shops counted, for learning. */
export async function elsewhereCounted(tx: Transaction | Database): Promise<Elsewhere[]> {
  return tx
    .select({ weight: exchanges.weight, causes: exchanges.causes })
    .from(exchanges)
    .where(isNull(exchanges.takenBackAt))
    .orderBy(asc(exchanges.at));
}
