import { sql } from 'drizzle-orm';
import { resultOf } from '@/core/ledger/result';
import { database } from '@/db/client';
import { AGES, type MinutesLine, type PartsLine, type StockLine } from '@/words/books/view';
import { entriesOf, factsSql, type Facts } from '../ledger/facts';
import { STAGE_NAMES } from '../line';
import { endOfStretch } from '../work/clock';
import { inPeriod, type Period } from './period';

const AGE_ENDS = [30, 60, 90, 180];

/** Open machines of the shop's own by stage and by age, and the money that lies in them. */
export async function stockNow(): Promise<StockLine[]> {
  const open = sql`select u.id from units u join lots l on l.id = u.lot_id where u.stage not in ('sold', 'gone') and l.source <> 'owner'`; // prettier-ignore
  const { rows } = await database().execute<
    Facts & { stage: keyof typeof STAGE_NAMES; value: number; age: number }
  >(sql`
    select facts.*, (extract(epoch from now() - u.created_at) / 86400)::float8 as age
    from (${factsSql(open)}) facts join units u on u.id = facts.id where u.id in (${open})`);
  const lines = new Map<string, StockLine>();
  for (const facts of rows) {
    const result = resultOf(entriesOf(facts));
    const line = lines.get(facts.stage) ?? { stage: facts.stage, name: STAGE_NAMES[facts.stage] ?? facts.stage, machines: 0, spentMinor: 0, stillMinor: 0, ages: AGES.map(() => 0) }; // prettier-ignore
    line.machines++;
    line.spentMinor += result.shareMinor + result.partsMinor + result.labourMinor - result.takenMinor;
    line.stillMinor += Number(facts.value);
    const age = AGE_ENDS.findIndex((end) => facts.age <= end);
    line.ages[age < 0 ? AGES.length - 1 : age]++;
    lines.set(facts.stage, line);
  }
  const order = Object.keys(STAGE_NAMES);
  return [...lines.values()].sort((a, b) => order.indexOf(a.stage) - order.indexOf(b.stage));
}

/**
 * Minutes as they were planned and as hands took them, by kind of work or by person; what was dropped is left out.
 * @param person one's own alone; nothing: everybody's
 */
export async function minutesBy(
  by: 'step' | 'person',
  period: Period,
  person: string | null,
): Promise<MinutesLine[]> {
  const key = by === 'step' ? sql`w.title` : sql`w.by`;
  const label = by === 'step' ? sql`min(w.title)` : sql`min(w.by_name)`;
  const { rows } = await database().execute<Record<string, string | number>>(sql`
    with taken as (
      select w.id, sum(extract(epoch from ${endOfStretch} - s.started_at) / 60)::float8 as minutes
      from work w join work_segments s on s.work_id = w.id and s.attended
      where w.status = 'done' and w.planned_minutes is not null and ${inPeriod(sql`w.finished_at`, period)}
      group by w.id)
    select ${key} as key, ${label} as label, count(*)::int as times, sum(w.planned_minutes)::float8 as planned, sum(t.minutes)::float8 as taken
    from taken t join work w on w.id = t.id where ${person === null ? sql`true` : sql`w.by = ${person}`}
    group by 1 order by sum(t.minutes) desc limit 60`);
  return rows.map((row) => ({
    key: String(row.key),
    label: String(row.label),
    times: Number(row.times),
    planned: Number(row.planned),
    taken: Number(row.taken),
  }));
}

/** Loose parts by class: harvested, sold, used, lying; what has not moved for half a year is dead. */
export async function partsBy(period: Period): Promise<PartsLine[]> {
  const { from, to } = period;
  const { rows } = await database().execute<Record<string, string | number>>(sql`
    with out as (
      select c.class, count(*)::int as n, sum(m.value_minor)::float8 as minor from movements m join components c on c.id = m.component_id
      where m.from_place like 'unit:%' and m.to_place = 'bin' and m.takes_back is null and ${inPeriod(sql`m.at`, period)}
      group by 1),
    used as (
      select c.class, count(*)::int as n from movements m join components c on c.id = m.component_id
      where m.from_place = 'bin' and m.to_place like 'unit:%' and m.takes_back is null and ${inPeriod(sql`m.at`, period)}
      group by 1),
    sold as (
      select c.class, count(*)::int as n, sum(p.price_minor - p.fees_minor - p.outward_minor)::float8 as minor
      from part_sales p join components c on c.id = p.component_id where p.sold_on between ${from} and ${to} group by 1),
    lying as (
      select c.class, count(*)::int as n, sum(greatest(c.cost_minor, c.worth_minor))::float8 as minor,
        count(*) filter (where (select max(m.at) from movements m where m.component_id = c.id) < now() - interval '180 days')::int as dead
      from components c where c.place = 'bin' and c.owner_unit is null group by 1)
    select k.class, coalesce(o.n, 0) as harvested, coalesce(o.minor, 0) as credited, coalesce(s.n, 0) as sold, coalesce(s.minor, 0) as brought,
      coalesce(us.n, 0) as used, coalesce(l.n, 0) as lying, coalesce(l.minor, 0) as lying_minor, coalesce(l.dead, 0) as dead
    from (select class from out union select class from used union select class from sold union select class from lying) k
      left join out o using (class) left join used us using (class) left join sold s using (class) left join lying l using (class)
    order by coalesce(s.minor, 0) + coalesce(l.minor, 0) desc, k.class`);
  return rows.map((row) => ({
    class: String(row.class),
    harvested: Number(row.harvested),
    creditedMinor: Math.round(Number(row.credited)),
    sold: Number(row.sold),
    soldMinor: Math.round(Number(row.brought)),
    used: Number(row.used),
    lying: Number(row.lying),
    lyingMinor: Math.round(Number(row.lying_minor)),
    dead: Number(row.dead),
  }));
}
