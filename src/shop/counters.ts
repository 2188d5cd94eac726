import { sql } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { counters } from '@/db/schema';

/**
 * The next numbers of a series ("tag:WQ", "part"), without gaps: they are given back when the transaction
 * fails. Others who want some wait until it ends.
 * @returns the first of `count` numbers
 */
export async function takeNumbers(tx: Transaction, name: string, count: number): Promise<number> {
  const [row] = await tx
    .insert(counters)
    .values({ name, last: count })
    .onConflictDoUpdate({ target: counters.name, set: { last: sql`${counters.last} + ${count}` } })
    .returning({ last: counters.last });
  return row.last - count + 1;
}
