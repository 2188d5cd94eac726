import { and, asc, eq, ne, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { lotPoints, lots, shop, units } from '@/db/schema';
import type { LotPoint } from '@/words/books/view';
import { dayOf } from '@/words/time';
import { lotBooks } from '../ledger/lot';
import { lotOutlook } from './forecast';

/** Puts down what a lot is expected to make today; of one whose last machine has left what it made, once. */
async function markLot(lotId: string, day: string): Promise<void> {
  const db = database();
  const outlook = await lotOutlook(lotId);
  const done = outlook ? null : (await lotBooks()).find(({ id }) => id === lotId)?.soFarMinor;
  if (!outlook && done === undefined) return;
  const point: LotPoint = outlook
    ? { day, soFarMinor: outlook.soFarMinor, lowMinor: outlook.lowMinor, middleMinor: outlook.middleMinor, highMinor: outlook.highMinor, open: outlook.open } // prettier-ignore
    : { day, soFarMinor: done!, lowMinor: done!, middleMinor: done!, highMinor: done!, open: 0 };
  await db
    .insert(lotPoints)
    .values({ lotId, ...point })
    .onConflictDoUpdate({ target: [lotPoints.lotId, lotPoints.day], set: point });
}

/** A lot is marked at each change of a day: those with open machines, and those whose last one has left since. */
const UNMARKED = (
  day: string,
) => sql`(exists (select from ${units} where ${units.lotId} = ${lots.id} and ${units.stage} not in ('sold', 'gone'))
    or exists (select from ${lotPoints} p where p.lot_id = ${lots.id} and p.open > 0
      and not exists (select from ${lotPoints} later where later.lot_id = ${lots.id} and later.open = 0 and later.day >= p.day)))
  and not exists (select from ${lotPoints} today where today.lot_id = ${lots.id} and today.day = ${day})`;

/** Once a day, for every lot something is open of. @returns how many were marked */
export async function markLots(now = new Date()): Promise<number> {
  const db = database();
  const [rules] = await db.select({ timeZone: shop.timeZone }).from(shop);
  if (!rules) return 0;
  const day = dayOf(now, rules.timeZone);
  const rows = await db
    .select({ id: lots.id })
    .from(lots)
    .where(and(ne(lots.source, 'owner'), UNMARKED(day)))
    .limit(500);
  for (const { id } of rows) await markLot(id, day);
  return rows.length;
}

const MOST = 400;

/** How what a lot will make was seen, day by day, and as it is now. */
export async function lotPointsOf(lotId: string): Promise<LotPoint[]> {
  const rows = await database()
    .select()
    .from(lotPoints)
    .where(eq(lotPoints.lotId, lotId))
    .orderBy(asc(lotPoints.day))
    .limit(MOST);
  return rows.map(({ lotId: _, ...point }) => point);
}
