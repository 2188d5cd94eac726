import { sql } from 'drizzle-orm';
import { database } from '@/db/client';
import type { BeliefsView, RightView } from '@/words/books/view';
import { runInWorker } from '@/workers/pool';
import { closedCases } from '../rules/closed';
import { endOfStretch } from '../work/clock';
import { inPeriod, monthOf, type Period } from './period';

/** Closed machines that beliefs are held against at most, the newest first. */
const MOST_CLOSED = 400;

/** What was said and what came: prices, minutes, tests, what came back; of what is closed alone. */
export async function rightView(period: Period): Promise<RightView> {
  const { from, to, zone } = period;
  const db = database();
  const [prices, times, advice, returns, proof] = await Promise.all([
    db.execute<{ month: string; sales: number; error: number; bias: number }>(sql`
      with said as (select left(sold_on, 7) as month, price_minor::float8 as price, (figures -> 'foretold' ->> 'minor')::float8 as foretold
        from sales where figures is not null and sold_on between ${from} and ${to})
      select month, count(*)::int as sales, percentile_cont(0.5) within group (order by abs(price - foretold) / foretold)::float8 as error,
        percentile_cont(0.5) within group (order by (price - foretold) / foretold)::float8 as bias
      from said where foretold > 0 group by 1 order by 1`),
    db.execute<{ month: string; works: number; ratio: number; error: number }>(sql`
      with taken as (
        select w.id, ${monthOf(sql`w.finished_at`, zone)} as month, w.planned_minutes::float8 as planned,
          sum(extract(epoch from ${endOfStretch} - s.started_at) / 60)::float8 as minutes
        from work w join work_segments s on s.work_id = w.id and s.attended
        where w.status = 'done' and w.planned_minutes > 0 and ${inPeriod(sql`w.finished_at`, period)} group by w.id)
      select month, count(*)::int as works, (sum(minutes) / sum(planned))::float8 as ratio,
        percentile_cont(0.5) within group (order by abs(minutes - planned) / planned)::float8 as error
      from taken group by 1 order by 1`),
    // machines of a study count there: half of them hide what is proposed
    db.execute<{ month: string; choices: number; first: number; lost: number }>(sql`
      select ${monthOf(sql`e.at`, zone)} as month, count(*)::int as choices,
        count(*) filter (where (e.payload -> 'choice' ->> 'place')::int = 1)::int as first,
        sum((e.payload -> 'choice' ->> 'lostMinor')::float8)::float8 as lost
      from events e where e.kind in ('finding', 'quarantined', 'work started') and e.payload ? 'choice' and ${inPeriod(sql`e.at`, period)}
        and not exists (select from study_decisions d where d.unit_id = e.unit_id)
        and not exists (select from events back where back.unit_id = e.unit_id and back.voids = e.seq)
        and not exists (select from work w where w.id::text = e.payload ->> 'work' and w.status = 'dropped')
      group by 1 order by 1`),
    db.execute<{ reason: string; times: number; lost: number }>(sql`
      select reason, count(*)::int as times, sum(refund_minor + fees_minor - kept_minor)::float8 as lost
      from sale_endings where kind = 'returned' and ${inPeriod(sql`at`, period)} group by 1 order by 2 desc, 1 limit 30`),
    db.execute<{ tested: number; passed: number }>(sql`
      with first as (select distinct on (unit_id, test) unit_id, result from function_tests
        where voided_by is null and ${inPeriod(sql`at`, period)} order by unit_id, test, id),
      machines as (select unit_id, bool_and(result <> 'fail') as passed from first group by 1)
      select count(*)::int as tested, count(*) filter (where passed)::int as passed from machines`),
  ]);
  return {
    prices: prices.rows,
    times: times.rows,
    advice: advice.rows.map(({ lost, ...row }) => ({ ...row, lostMinor: Math.round(lost) })),
    returns: returns.rows.map(({ reason, times: n, lost }) => ({
      reason,
      times: n,
      lostMinor: Math.round(lost),
    })),
    tested: proof.rows[0].tested,
    passed: proof.rows[0].passed,
  };
}

/** How often what was believed of machines before they were mended was so; of those whose fault was known in the end. */
export async function beliefsOf(period: Period): Promise<BeliefsView> {
  const cases = await database().transaction((tx) =>
    closedCases(
      tx,
      sql`units.id in (select id from units where stage in ('sold', 'gone') and ${inPeriod(sql`stage_since`, period)}
          order by stage_since desc limit ${MOST_CLOSED})`,
    ),
  );
  // what left before all was known says nothing of a belief
  const known = cases.filter(({ lifts }) => lifts === undefined);
  return { closed: known.length, beliefs: known.length ? await runInWorker('calibrate', [known]) : [] };
}
