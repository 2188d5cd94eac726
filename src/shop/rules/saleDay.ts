import { sql } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { shop } from '@/db/schema';
import { ShopError } from '../errors';

/**
 * A sale is of a day the shop has seen: not one to come, by the shop's own calendar, and none before what is sold was
 * received.
 * @throws ShopError when it is not
 */
export async function assertSaleDay(
  tx: Transaction,
  soldOn: string,
  receivedOn: string | null,
): Promise<void> {
  const [{ today }] = await tx
    .select({ today: sql<string>`to_char(now() at time zone ${shop.timeZone}, 'YYYY-MM-DD')` })
    .from(shop);
  const refuse = (why: string) => {
    throw new ShopError('invalid', `Not written down: ${why}.`, { fields: { soldOn: why } });
  };
  if (soldOn > today) refuse(`${soldOn} is still to come; today is ${today}`);
  if (receivedOn && soldOn < receivedOn) refuse(`on ${soldOn} it was not here yet: it came on ${receivedOn}`);
}
