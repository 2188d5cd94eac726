import { eq, sql } from 'drizzle-orm';
import type { Transaction } from '@/db/client';
import { lots, shop } from '@/db/schema';
import { ShopError } from '@/errors';

/**
 * A sale is of a day the shop has seen: not one to come, by the shop's own calendar, and none before what is sold was
 * received.
 * @param lotId what it came with; null: a part, whose day of arrival is on no bill
 * @throws ShopError when it is not
 */
export async function assertSaleDay(tx: Transaction, soldOn: string, lotId: string | null): Promise<void> {
  const [{ today }] = await tx
    .select({ today: sql<string>`to_char(now() at time zone ${shop.timeZone}, 'YYYY-MM-DD')` })
    .from(shop);
  const refuse = (why: string) => {
    throw new ShopError('invalid', `Not written down: ${why}.`, { fields: { soldOn: why } });
  };
  if (soldOn > today) refuse(`${soldOn} is still to come; today is ${today}`);
  if (!lotId) return;
  const [{ receivedOn }] = await tx
    .select({ receivedOn: lots.receivedOn })
    .from(lots)
    .where(eq(lots.id, lotId));
  if (soldOn < receivedOn) refuse(`on ${soldOn} it was not here yet: it came on ${receivedOn}`);
}
