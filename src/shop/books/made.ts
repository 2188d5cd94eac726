import { sql, type SQL } from 'drizzle-orm';
import { resultOf } from '@/core/ledger/result';
import { database } from '@/db/client';
import { SOURCE_WORDS } from '@/words/lists/sources';
import { BOOK_GROUPS, type BookGroup, type BookLine } from '@/words/books/view';
import { entriesOf, factsSql, type Facts } from '../ledger/facts';
import { endOfStretch } from '../work/clock';
import { inPeriod, monthOf, type Period } from './period';

export const isGroup = (text: string): text is BookGroup => BOOK_GROUPS.some((group) => group === text);

const MOST = 400;
const MODEL = sql`trim(u.maker || ' ' || u.model)`;

/** What a sold machine is added up under. */
const SOLD_KEY: Record<Exclude<BookGroup, 'person'>, SQL> = {
  month: sql`left(sa.sold_on, 7)`,
  lot: sql`l.code`,
  source: sql`l.source`,
  model: MODEL,
  route: sql`sa.listed_as`,
  channel: sql`coalesce(nullif(sa.channel, ''), 'not said')`,
};
const GONE_KEY = (zone: string): Record<Exclude<BookGroup, 'person'>, SQL> => ({
  ...SOLD_KEY,
  month: monthOf(sql`u.stage_since`, zone),
  route: sql`coalesce(u.gone_as, 'gone')`,
  channel: sql`'not sold'`,
});

interface SoldRow extends Record<string, unknown> {
  key: string;
  label: string;
  sold: number;
  taken: number;
  net: number;
  labour: number;
  minutes: number;
  graded: number;
  returned: number;
}

/** Who had their hands at a sold machine: its money is shared by minutes. */
const byPerson = ({ from, to }: Period) => sql`
  with sold as materialized (
    select sa.unit_id, sa.price_minor, sa.profit_minor, sa.labour_minor, sa.listed_as = 'graded' as graded, back.unit_id is not null as returned
    from sales sa join units u on u.id = sa.unit_id join lots l on l.id = u.lot_id
      left join (select distinct unit_id from sale_endings where kind = 'returned') back on back.unit_id = sa.unit_id
    where sa.sold_on between ${from} and ${to} and l.source <> 'owner'),
  hands as (
    select s.unit_id, s.by, sum(extract(epoch from ${endOfStretch} - s.started_at)::float8) / 60 as minutes
    from work_segments s join sold using (unit_id) where s.attended group by 1, 2),
  whole as (select unit_id, sum(minutes) as minutes from hands group by 1),
  shares as (select h.unit_id, h.by, h.minutes, h.minutes / w.minutes as share from hands h join whole w using (unit_id) where w.minutes > 0)
  select h.by as key, coalesce(max(p.name), h.by) as label, count(*)::int as sold, sum(sa.price_minor * h.share)::float8 as taken,
    sum(sa.profit_minor * h.share)::float8 as net, sum(sa.labour_minor * h.share)::float8 as labour, sum(h.minutes)::float8 as minutes,
    count(*) filter (where sa.graded)::int as graded, count(*) filter (where sa.returned)::int as returned
  from shares h join sold sa on sa.unit_id = h.unit_id left join "user" p on p.id = h.by group by 1`;

const bySale = (key: SQL, { from, to }: Period) => sql`
  select ${key} as key, count(*)::int as sold, sum(sa.price_minor)::float8 as taken, sum(sa.profit_minor)::float8 as net,
    sum(sa.labour_minor)::float8 as labour, sum(sa.attended_minutes)::float8 as minutes,
    count(*) filter (where sa.listed_as = 'graded')::int as graded,
    count(*) filter (where back.unit_id is not null)::int as returned
  from sales sa join units u on u.id = sa.unit_id join lots l on l.id = u.lot_id
    left join (select distinct unit_id from sale_endings where kind = 'returned') back on back.unit_id = sa.unit_id
  where sa.sold_on between ${from} and ${to} and l.source <> 'owner' group by 1`;

/** What left without a sale: each stands as its ledger has it. */
async function goneBy(key: SQL, period: Period) {
  const gone = sql`select u.id from units u join lots l on l.id = u.lot_id where u.stage = 'gone' and l.source <> 'owner'
    and ${inPeriod(sql`u.stage_since`, period)}`;
  const { rows } = await database().execute<Facts & { key: string }>(sql`
    select facts.*, ${key} as key from (${factsSql(gone)}) facts join units u on u.id = facts.id
      join lots l on l.id = u.lot_id left join sales sa on false where u.id in (${gone})`);
  return rows;
}

const NAMES: Record<string, string> = {
  ...SOURCE_WORDS,
  told: 'faults told',
};

/** What left the house in a period, added up by one thing: sold and gone, what it brought and what hands were paid. */
export async function madeBy(group: BookGroup, period: Period): Promise<BookLine[]> {
  const db = database();
  if (group === 'person') {
    const { rows } = await db.execute<SoldRow>(byPerson(period));
    return rows.map((row) => lineOf({ ...row, gone: 0 })).sort(byNet);
  }
  const [{ rows }, gone] = await Promise.all([
    db.execute<SoldRow>(bySale(SOLD_KEY[group], period)),
    goneBy(GONE_KEY(period.zone)[group], period),
  ]);
  const lines = new Map(rows.map((row) => [row.key, { ...row, label: NAMES[row.key] ?? row.key, gone: 0 }]));
  for (const facts of gone) {
    const { key } = facts;
    const line = lines.get(key) ?? { key, label: NAMES[key] ?? key, sold: 0, taken: 0, net: 0, labour: 0, minutes: 0, graded: 0, returned: 0, gone: 0 }; // prettier-ignore
    const result = resultOf(entriesOf(facts));
    line.gone++;
    line.taken += result.takenMinor;
    line.net += result.profitMinor;
    line.labour += result.labourMinor;
    line.minutes += result.minutes;
    lines.set(key, line);
  }
  const all = [...lines.values()].map(lineOf);
  return group === 'month' ? all.sort((a, b) => (a.key < b.key ? -1 : 1)) : all.sort(byNet).slice(0, MOST);
}

const byNet = (a: BookLine, b: BookLine) => b.netMinor - a.netMinor || (a.key < b.key ? -1 : 1);

const lineOf = (row: SoldRow & { gone: number }): BookLine => ({
  key: row.key,
  label: row.label,
  sold: row.sold,
  gone: row.gone,
  takenMinor: Math.round(row.taken),
  netMinor: Math.round(row.net),
  minutes: row.minutes,
  hourMinor: row.minutes > 0 ? Math.round(((row.net + row.labour) * 60) / row.minutes) : null,
  graded: row.sold + row.gone > 0 ? row.graded / (row.sold + row.gone) : 0,
  returned: row.sold > 0 ? row.returned / row.sold : 0,
});

/** One machine behind a line. */
export interface BehindRow {
  tag: string;
  called: string;
  lot: string;
  soldOn: string;
  listedAs: string;
  channel: string;
  priceMinor: number;
  netMinor: number;
  minutes: number;
}

const SHOWN = 200;

/** The sold machines behind a line, the newest first. */
export async function behind(group: BookGroup, key: string, { from, to }: Period) {
  const these =
    group === 'person'
      ? sql`exists (select 1 from work_segments s where s.unit_id = u.id and s.attended and s.by = ${key})`
      : sql`${SOLD_KEY[group]} = ${key}`;
  const { rows } = await database().execute<Record<string, string | number>>(sql`
    select u.tag, ${MODEL} as called, l.code as lot, sa.sold_on, sa.listed_as, sa.channel, sa.price_minor, sa.profit_minor,
      sa.attended_minutes::float8 as minutes, (count(*) over ())::int as total
    from sales sa join units u on u.id = sa.unit_id join lots l on l.id = u.lot_id
    where sa.sold_on between ${from} and ${to} and l.source <> 'owner' and ${these}
    order by sa.sold_on desc, u.tag limit ${SHOWN}`);
  return {
    total: Number(rows[0]?.total ?? 0),
    rows: rows.map((row): BehindRow => ({
      tag: String(row.tag),
      called: String(row.called),
      lot: String(row.lot),
      soldOn: String(row.sold_on),
      listedAs: NAMES[row.listed_as] ?? String(row.listed_as),
      channel: String(row.channel),
      priceMinor: Number(row.price_minor),
      netMinor: Number(row.profit_minor),
      minutes: Number(row.minutes),
    })),
  };
}
