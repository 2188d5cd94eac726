import pg from 'pg';
import { migrateDatabase } from '@/db/migrate';
import { freshDatabase, throwAwayCluster } from '../tests/server/database.setup';
import { figures, ms, ratio } from './figures';

/** What each lot has earned, with 5,000 and 50,000 sold units in 100 lots, two stretches of hands each. */
const SIZES = [5_000, 50_000];
const ROUNDS = 12;
const url = await freshDatabase(throwAwayCluster(), 'omnitrope_bench_books');
await migrateDatabase(url);
Object.assign(process.env, { DATABASE_URL: url, LOG_LEVEL: 'warn' });
const client = new pg.Client({ connectionString: url });
await client.connect();
await client.query(`
  insert into shop (name, currency_sign, rate_per_hour_minor) values ('Saltmarsh Reuse', 'CR', 1800);
  insert into lots (code, name, source, tag_prefix, price_minor, received_on)
    select 'B-' || n, 'generated', 'clearout', 'BB', 500000, '2026-11-20' from generate_series(1, 100) n;`);
const { lotBooks } = await import('@/shop/ledger/lot');
const { closeDatabase } = await import('@/db/client');
let made = 0;
let least = 0;
for (const size of SIZES) {
  await client.query(
    `with l as (select id, row_number() over (order by code) as n from lots),
      u as (insert into units (tag, lot_id, chassis, maker, model, stage, bench, version, cost_minor)
        select 'BB-' || g, l.id, 'laptop', 'Aldermoor', 'Keep S1', 'sold', '{}', 1, 900
        from generate_series($1::int, $2::int) g join l on l.n = 1 + g % 100 returning id),
      w as (insert into work (unit_id, kind, ref, title, status, by, by_name)
        select id, 'clean', 'clean-outside', 'Clean outside', 'done', 'x', 'x' from u returning id, unit_id),
      s as (insert into work_segments (work_id, unit_id, attended, by, started_at, ended_at)
        select w.id, w.unit_id, true, 'x', now() - interval '1 hour' * k, now() - interval '1 hour' * k + interval '9 minutes'
        from w cross join generate_series(1, 2) k)
      insert into sales (unit_id, price_minor, fees_minor, sold_on, by, rate_per_hour_minor, attended_minutes, parts_minor, labour_minor, profit_minor, cost_minor, specification)
        select id, 6900, 552, '2026-11-25', 'x', 1800, 18, 0, 540, 4908, 900, '{}' from u`,
    [made + 1, size],
  );
  made = size;
  await client.query('vacuum analyze');
  const times: number[] = [];
  let lots = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const from = performance.now();
    lots = (await lotBooks()).length;
    times.push(performance.now() - from);
  }
  const { median, p95 } = figures(times.slice(2));
  least ||= median;
  console.log(
    `${size} sold units in ${lots} lots: median ${ms(median)}, p95 ${ms(p95)}, ${ratio(median, least)} the first`,
  );
}
await client.end();
await closeDatabase();
