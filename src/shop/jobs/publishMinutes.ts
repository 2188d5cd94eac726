import { count, sql, sum } from 'drizzle-orm';
import type { HandMinutes } from '@/core/minutes/estimate';
import { database } from '@/db/client';
import { minuteSamples, shop, units } from '@/db/schema';
import { startJob } from './start';
import { openUnits } from './revaluation';
import { effectiveCatalogue } from '../rules/effective';

/**
 * The minutes the shop reckons with are taken over from the clocks once a day, all together: a plan does not change
 * with every clock, and one finished repair does not put every other machine behind. Where any changed, all open
 * machines are worked out again.
 * @param day the shop's day, asked as an argument for tests @returns whether anything changed
 */
export async function publishMinutes(day?: string): Promise<boolean> {
  return database().transaction(async (tx) => {
    const { rows } = await tx.execute<{ mine: boolean }>(
      sql`select pg_try_advisory_xact_lock(7021416) as mine`,
    );
    const [before] = await tx
      .select({
        rules: shop,
        today: sql<string>`to_char(now() at time zone ${shop.timeZone}, 'YYYY-MM-DD')`,
      })
      .from(shop);
    if (!rows[0].mine || !before) return false;
    const today = day ?? before.today;
    if (before.rules.handMinutesOn === today) return false;
    const taken = await tx
      .select({
        ref: minuteSamples.ref,
        n: sum(minuteSamples.n).mapWith(Number),
        sum: sum(minuteSamples.sum).mapWith(Number),
        squares: sum(minuteSamples.squares).mapWith(Number),
      })
      .from(minuteSamples)
      .groupBy(minuteSamples.ref)
      .orderBy(minuteSamples.ref);
    const handMinutes: HandMinutes = Object.fromEntries(taken.map(({ ref, ...times }) => [ref, times]));
    const after = { ...before.rules, handMinutes };
    const moved = effectiveCatalogue(after).mark !== effectiveCatalogue(before.rules).mark;
    await tx.update(shop).set({
      handMinutes,
      handMinutesOn: today,
      handMinutesVersion: sql`${shop.handMinutesVersion} + 1`,
    });
    if (!moved) return false;
    const [{ open }] = await tx.select({ open: count() }).from(units).where(openUnits);
    await startJob(
      tx,
      { id: 'shop', name: 'the shop’s computer', role: 'owner' },
      { kind: 'revalue', total: open },
    );
    return true;
  });
}
