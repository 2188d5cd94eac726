import { sql } from 'drizzle-orm';
import { database, type Database, type Transaction } from '@/db/client';
import { marginOf, type Margin } from '@/core/money/margin';

/** Attended minutes and parts of units, straight from the ledgers. Parts: what came from the bin and has not gone back to it. */
const costSql = sql`
  coalesce((select sum(extract(epoch from coalesce(s.ended_at, now()) - s.started_at) / 60) from work_segments s where s.unit_id = u.id and s.attended), 0)::float8 as attended_minutes,
  coalesce((select sum(c.cost_minor) from components c where c.id in (
    select m.component_id from movements m where m.to_place = 'unit:' || u.id and m.from_place = 'bin'
      and not exists (select 1 from movements b where b.component_id = m.component_id and b.n > m.n and b.from_place = 'unit:' || u.id and b.to_place in ('bin', 'returned'))
  )), 0)::bigint as parts_minor`;

export interface UnitBook {
  id: string;
  tag: string;
  stage: string;
  costMinor: number;
  partsMinor: number;
  attendedMinutes: number;
  soldMinor: number | null;
  feesMinor: number | null;
  valueMinor: number;
  margin: Margin | null;
}

interface Row extends Record<string, unknown> {
  id: string;
  tag: string;
  stage: string;
  cost_minor: number;
  parts_minor: number;
  attended_minutes: number;
  sold_minor: number | null;
  fees_minor: number | null;
  value_minor: number;
  rate: number;
  lot_id: string;
}

function bookOf(row: Row): UnitBook {
  const margin =
    row.sold_minor === null
      ? null
      : marginOf(row.sold_minor, {
          sunkMinor: row.cost_minor,
          partsMinor: row.parts_minor,
          attendedMinutes: row.attended_minutes,
          ratePerHourMinor: row.rate,
          sellingFeesMinor: row.fees_minor ?? 0,
        });
  return {
    id: row.id,
    tag: row.tag,
    stage: row.stage,
    costMinor: row.cost_minor,
    partsMinor: row.parts_minor,
    attendedMinutes: row.attended_minutes,
    soldMinor: row.sold_minor,
    feesMinor: row.fees_minor,
    valueMinor: row.value_minor,
    margin,
  };
}

export async function unitBook(db: Database | Transaction, unitId: string): Promise<UnitBook> {
  const { rows } =
    await db.execute<Row>(sql`select u.id, u.tag, u.stage, u.lot_id, u.cost_minor, u.value_minor, sa.price_minor as sold_minor, sa.fees_minor, sh.rate_per_hour_minor as rate, ${costSql}
    from units u cross join shop sh left join sales sa on sa.unit_id = u.id where u.id = ${unitId}`);
  return bookOf(rows[0]);
}

export interface LotBook {
  id: string;
  code: string;
  name: string;
  receivedOn: string;
  paidMinor: number;
  units: number;
  sold: number;
  quarantine: number;
  takenMinor: number;
  partsMinor: number;
  labourMinor: number;
  feesMinor: number;
  attendedMinutes: number;
  /** Taken less all costs so far, the whole lot's price among them. */
  soFarMinor: number;
  /** Profit on the units sold, each with its own share of the lot. */
  profitOnSoldMinor: number;
  /** Net still to win on what is not sold. */
  stillMinor: number;
}

/** What every lot made so far. */
export async function lotBooks(): Promise<LotBook[]> {
  const { rows: lots } = await database().execute<{
    id: string;
    code: string;
    name: string;
    received_on: string;
    paid: number;
  }>(
    sql`select id, code, name, received_on::text, price_minor + freight_minor + fees_minor as paid from lots order by received_on desc, code`,
  );
  const { rows } = await database()
    .execute<Row>(sql`select u.id, u.tag, u.stage, u.lot_id, u.cost_minor, u.value_minor, sa.price_minor as sold_minor, sa.fees_minor, sh.rate_per_hour_minor as rate, ${costSql}
    from units u cross join shop sh left join sales sa on sa.unit_id = u.id`);
  return lots.map((lot) => {
    const own = rows
      .filter((row) => row.lot_id === lot.id)
      .map((row) => ({ ...bookOf(row), rate: row.rate }));
    const sum = (pick: (book: UnitBook & { rate: number }) => number) =>
      own.reduce((total, book) => total + pick(book), 0);
    const labour = sum((book) => Math.round((book.attendedMinutes * book.rate) / 60));
    const taken = sum((book) => book.soldMinor ?? 0);
    const fees = sum((book) => book.feesMinor ?? 0);
    const parts = sum((book) => book.partsMinor);
    return {
      id: lot.id,
      code: lot.code,
      name: lot.name,
      receivedOn: lot.received_on,
      paidMinor: lot.paid,
      units: own.length,
      sold: own.filter((book) => book.soldMinor !== null).length,
      quarantine: own.filter((book) => book.stage === 'quarantine').length,
      takenMinor: taken,
      partsMinor: parts,
      labourMinor: labour,
      feesMinor: fees,
      attendedMinutes: sum((book) => book.attendedMinutes),
      soFarMinor: taken - lot.paid - parts - labour - fees,
      profitOnSoldMinor: sum((book) => book.margin?.profitMinor ?? 0),
      stillMinor: sum((book) => (['sold', 'gone', 'quarantine'].includes(book.stage) ? 0 : book.valueMinor)),
    };
  });
}

/** First fault of the sealed history, or null when it is whole. */
export async function historyFault(): Promise<{ seq: number; fault: string } | null> {
  const { rows } = await database().execute<{ seq: string; fault: string }>(
    sql`select seq, fault from events_first_fault()`,
  );
  return rows[0] ? { seq: Number(rows[0].seq), fault: rows[0].fault } : null;
}
