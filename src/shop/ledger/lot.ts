import { sql } from 'drizzle-orm';
import type { Entry } from '@/core/ledger/entry';
import { resultOf } from '@/core/ledger/result';
import { database } from '@/db/client';
import { entriesOf, factsSql, type Facts } from './facts';

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
  /** What selling took, packing and sending among it. */
  feesMinor: number;
  attendedMinutes: number;
  /** Taken less all costs so far, the whole lot's price among them. */
  soFarMinor: number;
  /** Profit on the units sold, each with its own share of the lot. */
  profitOnSoldMinor: number;
  /** Net still to win on what is not sold. */
  stillMinor: number;
  /** Of it what is on the shelf. */
  shelfMinor: number;
}

interface LotRow extends Record<string, unknown> {
  id: string;
  code: string;
  name: string;
  received_on: string;
  paid: number;
  loose_price: number;
  loose_fees: number;
  loose_outward: number;
  loose_cost: number;
  used: number;
}
/** Facts of one open unit, or of all sold ones of a lot together. */
interface UnitRow extends Facts {
  lot_id: string;
  stage: string;
  value: number;
  is_sold: boolean;
  units: number;
}

/** Loose parts sold, and what machines were charged for parts that are paid for with the lot already. */
const looseEntries = (row: LotRow): Entry[] => [
  { kind: 'sale', minor: row.loose_price },
  { kind: 'fee', minor: row.loose_fees },
  { kind: 'postage', minor: row.loose_outward },
  // those a donor was credited with cost it that much again
  { kind: 'part', minor: row.loose_cost - row.used },
];

function bookOf(lot: LotRow, units: readonly UnitRow[]): LotBook {
  const all = resultOf([...units.flatMap(entriesOf), ...looseEntries(lot)]);
  const sold = units.filter((row) => row.is_sold);
  const open = units.filter((row) => !row.is_sold);
  return {
    id: lot.id,
    code: lot.code,
    name: lot.name,
    receivedOn: lot.received_on,
    paidMinor: lot.paid,
    units: units.reduce((sum, row) => sum + row.units, 0),
    sold: sold.reduce((sum, row) => sum + row.units, 0),
    quarantine: open.filter(({ stage }) => stage === 'quarantine').length,
    takenMinor: all.takenMinor,
    partsMinor: all.partsMinor,
    labourMinor: all.labourMinor,
    feesMinor: all.feesMinor + all.postageMinor,
    attendedMinutes: all.minutes,
    soFarMinor: all.contributionMinor - lot.paid,
    profitOnSoldMinor: resultOf(sold.flatMap(entriesOf)).profitMinor,
    stillMinor: open
      .filter(({ stage }) => stage !== 'gone' && stage !== 'quarantine')
      .reduce((sum, { value }) => sum + value, 0),
    shelfMinor: open.filter(({ stage }) => stage === 'shelf').reduce((sum, { value }) => sum + value, 0),
  };
}

/**
 * What every lot made so far. Only open units are counted from the ledgers; what is sold stands frozen with its sale
 * and is fetched a lot together, like with like.
 */
export async function lotBooks(): Promise<LotBook[]> {
  const db = database();
  const open = sql`select u.id from units u where not exists (select 1 from sales s where s.unit_id = u.id)`;
  const [{ rows: lots }, { rows: units }] = await Promise.all([
    db.execute<LotRow>(sql`
    with loose as (select s.lot_id, sum(s.price_minor)::bigint as price, sum(s.fees_minor)::bigint as fees,
        sum(s.outward_minor)::bigint as outward,
        sum(case when c.shares_lot then 0 else s.cost_minor end)::bigint as cost
      from part_sales s join components c on c.id = s.component_id where s.lot_id is not null group by s.lot_id),
    used as (select c.from_lot_id as lot_id,
        sum(case when m.to_place like 'unit:%' then m.value_minor else -m.value_minor end)::bigint as minor
      from movements m join components c on c.id = m.component_id
      where c.shares_lot and m.value_minor is not null
        and (m.to_place like 'unit:%' or m.from_place like 'unit:%') and m.to_place <> 'sold' group by c.from_lot_id)
    select l.id, l.code, l.name, l.received_on::text, l.price_minor + l.freight_minor + l.fees_minor as paid,
      coalesce(loose.price, 0) as loose_price, coalesce(loose.fees, 0) as loose_fees,
      coalesce(loose.outward, 0) as loose_outward, coalesce(loose.cost, 0) as loose_cost, coalesce(used.minor, 0) as used
    from lots l left join loose on loose.lot_id = l.id left join used on used.lot_id = l.id
    order by l.received_on desc, l.code`),
    db.execute<UnitRow>(sql`
    with unit as materialized (${factsSql(open)})
    select lot_id, stage, value, is_sold, 1 as units, share, parts, minutes, labour, rate, sold, fees, outward, kept,
      lost, gone from unit where not is_sold
    union all
    select lot_id, 'sold', 0, true, count(*)::int, sum(share)::bigint, sum(parts)::bigint, sum(minutes),
      sum(labour)::bigint, max(rate), sum(sold)::bigint, sum(fees)::bigint, sum(outward)::bigint, sum(kept)::bigint,
      sum(lost)::bigint, sum(gone)::bigint from unit where is_sold group by lot_id`),
  ]);
  const of = new Map<string, UnitRow[]>();
  for (const row of units) {
    const own = of.get(row.lot_id);
    if (own) own.push(row);
    else of.set(row.lot_id, [row]);
  }
  return lots.map((lot) => bookOf(lot, of.get(lot.id) ?? []));
}
