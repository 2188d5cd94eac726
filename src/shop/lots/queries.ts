import { desc, eq, inArray, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { lots, units } from '@/db/schema';
import { isLotCode } from '../input';

export async function listLots() {
  return database()
    .select({
      id: lots.id,
      code: lots.code,
      name: lots.name,
      source: lots.source,
      receivedOn: lots.receivedOn,
      tagPrefix: lots.tagPrefix,
      paidMinor: sql<number>`${lots.priceMinor} + ${lots.freightMinor} + ${lots.feesMinor}`,
      units: sql<number>`(select count(*)::int from units u where u.lot_id = lots.id)`,
      open: sql<number>`(select count(*)::int from units u where u.lot_id = lots.id and u.stage not in ('sold', 'gone'))`,
      stillMinor: sql<number>`(select coalesce(sum(u.value_minor), 0)::bigint from units u where u.lot_id = lots.id and u.stage not in ('sold', 'gone', 'quarantine'))`,
    })
    .from(lots)
    .orderBy(desc(lots.receivedOn), desc(lots.createdAt));
}

/** Has anything ever been received? */
export async function anyLot(): Promise<boolean> {
  const [one] = await database().select({ id: lots.id }).from(lots).limit(1);
  return one !== undefined;
}

export async function lotByCode(code: string) {
  if (!isLotCode(code)) return null;
  const [lot] = await database().select().from(lots).where(eq(lots.code, code));
  return lot ?? null;
}

/** What a label of a unit says. */
const label = {
  tag: units.tag,
  maker: units.maker,
  model: units.model,
  lot: lots.code,
  serial: sql<
    string | null
  >`(select v.value from record_values v where v.unit_id = units.id and v.key = 'serial'
    and v.voided_by is null order by v.basis = 'claimed', v.id desc limit 1)`,
};

export async function tagsOf(lotId: string) {
  return database()
    .select(label)
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId))
    .where(eq(units.lotId, lotId))
    .orderBy(units.tag);
}

export async function tagged(tags: readonly string[]) {
  return database()
    .select(label)
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId))
    .where(inArray(units.tag, [...tags]))
    .orderBy(units.tag);
}
