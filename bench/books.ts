import pg from 'pg';
import { migrateDatabase } from '@/db/migrate';
import { freshDatabase, throwAwayCluster } from '../tests/server/database.setup';
import { figures, ms, ratio } from './figures';

/** The pages of the books, with 5,000 and 50,000 sold units of two years in 100 lots, two stretches of hands each. */
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
const { BOOK_GROUPS } = await import('@/words/books/view');
const { madeBy } = await import('@/shop/books/made');
const { stockNow, partsBy, minutesBy } = await import('@/shop/books/stock');
const { claimsBySource } = await import('@/shop/books/sources');
const { rightView } = await import('@/shop/books/right');
const { periodOf } = await import('@/shop/books/period');
const { closeDatabase } = await import('@/db/client');
let made = 0;
const first: Record<string, number> = {};
for (const size of SIZES) {
  await client.query(
    `with l as (select id, row_number() over (order by code) as n from lots),
      u as (insert into units (tag, lot_id, chassis, maker, model, stage, bench, version, cost_minor)
        select 'BB-' || g, l.id, (array['laptop', 'desktop', 'small', 'aio'])[1 + g % 4], 'Aldermoor', 'Keep S' || g % 40, 'sold', '{}', 1, 900
        from generate_series($1::int, $2::int) g join l on l.n = 1 + g % 100 returning id),
      w as (insert into work (unit_id, kind, ref, title, status, by, by_name)
        select id, 'clean', 'clean-outside', 'Clean outside', 'done', 'x', 'x' from u returning id, unit_id),
      s as (insert into work_segments (work_id, unit_id, attended, by, started_at, ended_at)
        select w.id, w.unit_id, true, 'x', now() - interval '1 hour' * k, now() - interval '1 hour' * k + interval '9 minutes'
        from w cross join generate_series(1, 2) k)
      insert into sales (unit_id, price_minor, fees_minor, sold_on, channel, grade, by, rate_per_hour_minor, attended_minutes, parts_minor, labour_minor, profit_minor, cost_minor, specification)
        select id, 5000 + row_number() over () % 4000, 552, (current_date - (row_number() over () % 700)::int)::text, (array['counter', 'web', 'market'])[1 + row_number() over () % 3], (array['A', 'B', 'C'])[1 + row_number() over () % 3], 'x', 1800, 18, 0, 540, 4908, 900, '{}' from u`,
    [made + 1, size],
  );
  made = size;
  await client.query('vacuum analyze');
  const period = periodOf({}, 'UTC');
  const pages: Record<string, () => Promise<unknown>> = {
    lots: lotBooks,
    ...Object.fromEntries(BOOK_GROUPS.map((group) => [`made by ${group}`, () => madeBy(group, period)])),
    stock: stockNow,
    'loose parts': () => partsBy(period),
    hands: () => minutesBy('step', period, null),
    'claims by source': () => claimsBySource(period),
    'is it right': () => rightView(period),
  };
  for (const [name, page] of Object.entries(pages)) {
    const times: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      const from = performance.now();
      await page();
      times.push(performance.now() - from);
    }
    const { median, p95 } = figures(times.slice(2));
    first[name] ??= median;
    console.log(
      `${size} sold, ${name}: median ${ms(median)}, p95 ${ms(p95)}, ${ratio(median, first[name])} the first`,
    );
  }
}
await client.end();
await closeDatabase();
