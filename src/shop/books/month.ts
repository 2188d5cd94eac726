import { sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { ShopError } from '@/errors';
import type { MonthPaper } from '@/formats/print/month';
import { shopRules } from '../rules/queries';

/** A month for whoever keeps the accounts: bought, sold, what lay there at its end, what was recycled. */
export async function monthPaper(month: string): Promise<MonthPaper> {
  if (!/^\d{4}-(0[1-9]|1[0-2])$/.test(month)) throw new ShopError('invalid', 'That is no month: 2026-11.');
  const db = database();
  const rules = await shopRules();
  const next = new Date(Date.UTC(Number(month.slice(0, 4)), Number(month.slice(5)), 1))
    .toISOString()
    .slice(0, 10);
  const within = (day: string) => sql`${sql.raw(day)} >= ${`${month}-01`} and ${sql.raw(day)} < ${next}`;
  const ends = sql`(${next}::date::timestamp at time zone ${rules.timeZone})`;
  const begins = sql`(${`${month}-01`}::date::timestamp at time zone ${rules.timeZone})`;
  const [lots, sold, loose, undone, stock, recycled] = await Promise.all([
    db.execute<{ day: string; code: string; name: string; paid: number }>(sql`
      select received_on as day, code, name, (price_minor + freight_minor + fees_minor)::float8 as paid from lots
      where ${within('received_on')} and source <> 'owner' order by received_on, code`),
    db.execute<{
      day: string;
      tag: string;
      called: string;
      channel: string;
      price: number;
      fees: number;
      cost: number;
    }>(sql`
      select sa.sold_on as day, u.tag, trim(u.maker || ' ' || u.model) as called, sa.channel, sa.price_minor::float8 as price,
        (sa.fees_minor + sa.outward_minor)::float8 as fees, sa.cost_minor::float8 as cost
      from sales sa join units u on u.id = sa.unit_id where ${within('sa.sold_on')} order by sa.sold_on, u.tag`),
    db.execute<{ day: string; code: string; name: string; channel: string; price: number; fees: number }>(sql`
      select p.sold_on as day, c.code, c.name, p.channel, p.price_minor::float8 as price, (p.fees_minor + p.outward_minor)::float8 as fees
      from part_sales p join components c on c.id = p.component_id where ${within('p.sold_on')} order by p.sold_on, c.code`),
    db.execute<{ day: string; tag: string; kind: string; refund: number; reason: string }>(sql`
      select to_char(e.at at time zone ${rules.timeZone}, 'YYYY-MM-DD') as day, u.tag, e.kind, e.refund_minor::float8 as refund, e.reason
      from sale_endings e join units u on u.id = e.unit_id where e.at >= ${begins} and e.at < ${ends} order by e.at`),
    db.execute<{ machines: number; cost: number }>(sql`
      select count(*)::int as machines, coalesce(sum(u.cost_minor), 0)::float8 as cost from units u join lots l on l.id = u.lot_id
        left join sales sa on sa.unit_id = u.id
      where l.source <> 'owner' and l.received_on < ${next} and u.created_at < ${ends}
        and not (u.stage = 'sold' and sa.sold_on < ${next}) and not (u.stage = 'gone' and u.stage_since < ${ends})`),
    db.execute<{ machines: number; grams: number; unweighed: number; received: number }>(sql`
      select count(*)::int as machines, coalesce(sum(gone_grams), 0)::float8 as grams,
        count(*) filter (where gone_grams is null)::int as unweighed, coalesce(sum(gone_minor), 0)::float8 as received
      from units where stage = 'gone' and gone_as in ('recycled', 'harvested') and stage_since >= ${begins} and stage_since < ${ends}`),
  ]);
  return {
    shop: rules.name,
    month,
    sign: rules.currencySign,
    decimals: rules.currencyDecimals,
    bought: lots.rows.map(({ paid, ...row }) => ({ ...row, minor: paid })),
    sold: sold.rows.map(({ price, fees, cost, ...row }) => ({ ...row, minor: price, feesMinor: fees, costMinor: cost })), // prettier-ignore
    loose: loose.rows.map(({ price, fees, ...row }) => ({ ...row, minor: price, feesMinor: fees })),
    undone: undone.rows.map(({ refund, ...row }) => ({ ...row, minor: refund })),
    stock: { machines: stock.rows[0].machines, minor: stock.rows[0].cost },
    recycled: {
      machines: recycled.rows[0].machines,
      kilograms: recycled.rows[0].grams / 1000,
      unweighed: recycled.rows[0].unweighed,
      minor: recycled.rows[0].received,
    },
  };
}
