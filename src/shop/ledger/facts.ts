import { sql, type SQL } from 'drizzle-orm';
import { hands, saleEntries, type Entry } from '@/core/ledger/entry';
import { endOfStretch } from '../work/clock';

/** What the ledgers hold of a machine, or of several together, as it is fetched: nothing is added up but like with like. */
export interface Facts extends Record<string, unknown> {
  share: number;
  parts: number;
  minutes: number;
  /** Frozen with a sale; null: the minutes at the rate of today. */
  labour: number | null;
  rate: number;
  sold: number | null;
  fees: number;
  outward: number;
  kept: number;
  lost: number;
  gone: number;
}

/** The entries of a ledger. */
export function entriesOf(facts: Facts): Entry[] {
  const entries: Entry[] = [
    { kind: 'share', minor: facts.share },
    { kind: 'part', minor: facts.parts },
    facts.labour === null
      ? hands(facts.minutes, facts.rate)
      : { kind: 'minutes', minutes: facts.minutes, minor: facts.labour },
    { kind: 'undone', minor: facts.kept },
    { kind: 'fee', minor: facts.lost },
    { kind: 'credit', minor: facts.gone },
  ];
  if (facts.sold !== null)
    entries.push(
      ...saleEntries({ priceMinor: facts.sold, feesMinor: facts.fees, outwardMinor: facts.outward }),
    );
  return entries;
}

/**
 * A row of facts for each unit, one pass over each ledger. A sold unit stands as it was frozen with its sale; an open
 * one (`units`: those to be counted) is charged for what went in and credited with what came out of it.
 */
export const factsSql = (units: SQL) => sql`
  select u.id, u.lot_id, u.stage, u.value_minor as value, sa.unit_id is not null as is_sold,
    coalesce(sa.cost_minor, u.cost_minor) as share, coalesce(sa.parts_minor, parts.minor, 0) as parts,
    coalesce(sa.attended_minutes, hands.minutes, 0)::float8 as minutes, sa.labour_minor as labour,
    sh.rate_per_hour_minor as rate, sa.price_minor as sold, coalesce(sa.fees_minor, 0) as fees,
    coalesce(sa.outward_minor, 0) as outward, coalesce(undone.kept, 0) as kept, coalesce(undone.fees, 0) as lost,
    coalesce(u.gone_minor, 0) as gone
  from units u cross join shop sh
  left join sales sa on sa.unit_id = u.id
  left join (select unit_id, sum(kept_minor)::bigint as kept, sum(fees_minor)::bigint as fees
    from sale_endings group by unit_id) undone on undone.unit_id = u.id
  left join (
    select s.unit_id, sum(extract(epoch from ${endOfStretch} - s.started_at) / 60) as minutes
    from work_segments s where s.attended and s.unit_id in (${units}) group by s.unit_id) hands on hands.unit_id = u.id
  left join (
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
    ) as moved group by unit_id) parts on parts.unit_id = u.id`;
