import { firstFault } from '../history/check';
import { and, desc, eq, inArray, isNotNull, sql, type SQL } from 'drizzle-orm';
import { jobs } from '@/db/schema';
import { database, type Database, type Transaction } from '@/db/client';
import { endOfStretch } from '../work/clock';
import { marginOf, type Margin } from '@/core/money/margin';

/**
 * What each unit cost and brought, one pass over each ledger. A sold unit stands as it was frozen with its
 * sale; an open one is counted from the clocks and the parts that moved: charged for what went in, credited with
 * what came out of it.
 */
const bookSql = sql`
  select u.id, u.tag, u.stage, u.lot_id, u.value_minor, u.gone_minor, sa.price_minor as sold_minor, sa.fees_minor,
    coalesce(sa.outward_minor, 0) as outward_minor,
    coalesce(sa.cost_minor, u.cost_minor) as cost_minor, coalesce(sa.parts_minor, parts.minor, 0) as parts_minor,
    coalesce(sa.attended_minutes, hands.minutes, 0)::float8 as attended_minutes,
    coalesce(sa.rate_per_hour_minor, sh.rate_per_hour_minor) as rate,
    coalesce(undone.kept, 0) as kept_minor, coalesce(undone.fees, 0) as lost_minor
  from units u cross join shop sh
  left join sales sa on sa.unit_id = u.id
  left join (select unit_id, sum(kept_minor)::bigint as kept, sum(fees_minor)::bigint as fees
    from sale_endings group by unit_id) undone on undone.unit_id = u.id`;
const handsSql = (units: SQL) => sql`
  select s.unit_id, sum(extract(epoch from ${endOfStretch} - s.started_at) / 60) as minutes
  from work_segments s where s.attended and s.unit_id in (${units}) group by s.unit_id`;
const partsSql = (units: SQL) => sql`
  select unit_id, sum(minor)::bigint as minor from (
    select substr(m.to_place, 6)::uuid as unit_id, m.value_minor as minor from movements m
    where m.value_minor is not null and m.to_place in (select 'unit:' || id from (${units}) as these(id))
    union all
    select substr(m.from_place, 6)::uuid, -m.value_minor from movements m
    where m.value_minor is not null and m.from_place in (select 'unit:' || id from (${units}) as those(id))
    union all
    select w.unit_id, w.material_minor from work w where w.material_minor > 0 and w.unit_id in (${units})
    union all
    select v.unit_id, v.number::bigint from record_values v where v.key in ('clean', 'damage')
      and v.voided_by is null and v.number is not null and v.unit_id in (${units})
  ) as moved group by unit_id`;

export interface UnitBook {
  id: string;
  tag: string;
  stage: string;
  costMinor: number;
  partsMinor: number;
  attendedMinutes: number;
  soldMinor: number | null;
  feesMinor: number | null;
  outwardMinor: number;
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
  outward_minor: number;
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
          outwardMinor: row.outward_minor,
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
    outwardMinor: row.outward_minor,
    valueMinor: row.value_minor,
    margin,
  };
}

/** What one unit cost so far and, once sold, brought. */
export async function unitBook(db: Database | Transaction, unitId: string): Promise<UnitBook> {
  const one = sql`select ${unitId}::uuid`;
  const { rows } = await db.execute<Row>(sql`${bookSql}
    left join (${handsSql(one)}) hands on hands.unit_id = u.id
    left join (${partsSql(one)}) parts on parts.unit_id = u.id
    where u.id = ${unitId}`);
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

interface LotRow extends Record<string, unknown> {
  id: string;
  code: string;
  name: string;
  received_on: string;
  paid: number;
  units: number;
  sold: number;
  quarantine: number;
  taken: number;
  fees: number;
  parts: number;
  labour: number;
  minutes: number;
  profit: number;
  still: number;
}

/** What every lot made so far: summed by the database, each ledger read once. */
export async function lotBooks(): Promise<LotBook[]> {
  // only open units are counted from the ledgers; what is sold stands frozen with its sale
  const open = sql`select u.id from units u where not exists (select 1 from sales s where s.unit_id = u.id)`;
  const { rows } = await database().execute<LotRow>(sql`
    with unit as materialized (${bookSql}
      left join (${handsSql(open)}) hands on hands.unit_id = u.id
      left join (${partsSql(open)}) parts on parts.unit_id = u.id),
    priced as (select *, round(attended_minutes * rate / 60) as labour from unit),
    -- loose parts sold: what they brought; those a donor was credited with cost it that much again
    loose as (select s.lot_id, sum(s.price_minor) as price, sum(s.fees_minor + s.outward_minor) as fees,
        sum(case when c.shares_lot then 0 else s.cost_minor end) as cost
      from part_sales s join components c on c.id = s.component_id where s.lot_id is not null group by s.lot_id),
    -- loose parts of a lot that went into machines stand there with a share of what was paid for the lot already
    used as (select c.from_lot_id as lot_id,
        sum(case when m.to_place like 'unit:%' then m.value_minor else -m.value_minor end) as minor
      from movements m join components c on c.id = m.component_id
      where c.shares_lot and m.value_minor is not null
        and (m.to_place like 'unit:%' or m.from_place like 'unit:%') and m.to_place <> 'sold' group by c.from_lot_id)
    select l.id, l.code, l.name, l.received_on::text, l.price_minor + l.freight_minor + l.fees_minor as paid,
      count(p.id) as units, count(p.sold_minor) as sold, count(*) filter (where p.stage = 'quarantine') as quarantine,
      (coalesce(sum(p.sold_minor), 0) + coalesce(sum(p.kept_minor), 0) + coalesce(sum(p.gone_minor), 0)
        + coalesce(max(loose.price), 0))::float8 as taken,
      (coalesce(sum(p.fees_minor), 0) + coalesce(sum(p.lost_minor), 0) + coalesce(sum(p.outward_minor), 0)
        + coalesce(max(loose.fees), 0))::float8 as fees,
      (coalesce(sum(p.parts_minor), 0) + coalesce(max(loose.cost), 0) - coalesce(max(used.minor), 0))::float8 as parts,
      coalesce(sum(p.labour), 0)::float8 as labour,
      coalesce(sum(p.attended_minutes), 0)::float8 as minutes,
      coalesce(sum(p.sold_minor - p.cost_minor - p.parts_minor - p.labour - coalesce(p.fees_minor, 0) - p.outward_minor
        + p.kept_minor - p.lost_minor), 0)::float8 as profit,
      coalesce(sum(p.value_minor) filter (where p.stage not in ('sold', 'gone', 'quarantine')), 0)::float8 as still
    from lots l left join priced p on p.lot_id = l.id left join loose on loose.lot_id = l.id
      left join used on used.lot_id = l.id
    group by l.id order by l.received_on desc, l.code`);
  return rows.map((row) => ({
    id: row.id,
    code: row.code,
    name: row.name,
    receivedOn: row.received_on,
    paidMinor: row.paid,
    units: row.units,
    sold: row.sold,
    quarantine: row.quarantine,
    takenMinor: row.taken,
    partsMinor: row.parts,
    labourMinor: row.labour,
    feesMinor: row.fees,
    attendedMinutes: row.minutes,
    soFarMinor: row.taken - row.paid - row.parts - row.labour - row.fees,
    profitOnSoldMinor: row.profit,
    stillMinor: row.still,
  }));
}

/** First fault of the sealed history, or null when it is whole. */
export const historyFault = () => firstFault(database());

export interface HistoryVerdict {
  at: Date;
  /** Null: whole when it was looked at. */
  fault: string | null;
}

/** The last time the whole history was gone through, and what came of it; null when it never was. */
export async function historyVerdict(): Promise<HistoryVerdict | null> {
  const [last] = await database()
    .select({ at: jobs.endedAt, status: jobs.status, note: jobs.note })
    .from(jobs)
    .where(and(eq(jobs.kind, 'history'), inArray(jobs.status, ['done', 'failed']), isNotNull(jobs.endedAt)))
    .orderBy(desc(jobs.endedAt))
    .limit(1);
  return last ? { at: last.at!, fault: last.status === 'failed' ? last.note : null } : null;
}
