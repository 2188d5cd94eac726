import { existsSync } from 'node:fs';
import pg from 'pg';
import { catalogue } from '@/catalog';
import { seededRandom } from '@/core/random';
import { migrateDatabase } from '@/db/migrate';
import { signedIn } from '../tests/browser/http';
import { PASSWORD, SECRET, startServer } from '../tests/browser/shop.setup';
import { freshDatabase, throwAwayCluster } from '../tests/server/database.setup';
import { figures, ms } from './figures';
import { snapshots } from './stock';

/**
 * A month of thirty benches played into the schema: `npm run bench:month`. Wants a build. 22 days, six machines a bench
 * and day, 25 answers a machine, a heat run of 15 batches, one photograph, two pieces of work; four of five are sold.
 * Rows are written as the commands leave them (the seal of the history is made by the database itself), then: rows and
 * bytes by table, and the list and the books over them.
 */
if (!existsSync('.next/BUILD_ID')) throw new Error('no build: run "npx next build" first');
const BENCHES = Number(process.env.BENCHES ?? 30);
const DAYS = 22;
const MACHINES = BENCHES * DAYS * 6;
const LOTS = Math.ceil(MACHINES / 40);
const ANSWERS = 25;
const ROUNDS = 40;
const PHOTO_BYTES = 120_000;

const url = await freshDatabase(throwAwayCluster(), 'omnitrope_bench_month');
await migrateDatabase(url);
Object.assign(process.env, { DATABASE_URL: url, BETTER_AUTH_SECRET: SECRET, LOG_LEVEL: 'warn' });
const { makePerson } = await import('@/server/people');
await makePerson('Bench A', 'bench-a@saltmarsh.example', PASSWORD, 'owner');
const client = new pg.Client({ connectionString: url });
await client.connect();
await client.query(
  "insert into shop (name, currency_sign, rate_per_hour_minor) values ('Saltmarsh Reuse', 'CR', 1800)",
);
await client.query(
  `insert into lots (code, name, source, tag_prefix, price_minor, received_on)
   select 'M-' || n, 'generated', 'clearout', 'MM', 120000, '2026-11-02' from generate_series(1, $1::int) n`,
  [LOTS],
);
const random = seededRandom(30);
const OPEN = ['dock', 'look', 'find', 'decide', 'hands', 'system', 'prove', 'shelf'];
const findings = catalogue.findings.filter(({ stage }) => stage !== 'claim').slice(0, ANSWERS);

const from = performance.now();
for (let start = 0; start < MACHINES; start += 500) {
  const rows = Array.from({ length: Math.min(500, MACHINES - start) }, (_, i) => ({
    n: start + i + 1,
    chassis: snapshots[i % snapshots.length].chassis,
    lot: 1 + Math.floor((start + i) / 40),
    stage: random() < 0.8 ? 'sold' : OPEN[Math.floor(random() * OPEN.length)],
    snapshot: snapshots[i % snapshots.length].evaluation,
    score: random() * 200,
    day: 2 + Math.floor(((start + i) / MACHINES) * 27),
  }));
  await client.query(
    `with r as (select * from json_to_recordset($1) as r(n int, chassis text, lot int, stage text, snapshot text, score float8, day int)),
      u as (insert into units (tag, lot_id, chassis, maker, model, stage, bench, evaluation, probably, probability, value_minor, low_minor, high_minor, hands_minutes, rank_score, version, cost_minor)
        select 'MM-' || r.n, l.id, r.chassis, 'Aldermoor', 'Keep S1', r.stage, '{}', r.snapshot::jsonb, 'memory contact', 0.4, 6000, 4000, 8000, 30, r.score, $2::int + 1, 3000
        from r join lots l on l.code = 'M-' || r.lot returning id, tag),
      m as (select u.id, r.* from u join r on u.tag = 'MM-' || r.n),
      e as (insert into events (seq, at, previous_hash, hash, actor, actor_name, kind, unit_id, payload)
        select 0, ('2026-11-' || lpad(m.day::text, 2, '0'))::timestamptz + interval '9 hours', '', '', 'x', 'Bench A', 'answered', m.id,
          jsonb_build_object('finding', f.id, 'outcome', 0, 'aside', '[]'::jsonb)
        from m cross join unnest($3::text[]) f(id)),
      o as (insert into observations (unit_id, kind, ref, outcome, outcome_id, catalogue, by, by_name, event_seq)
        select m.id, 'finding', f.id, 0, 'ok', '2026.12', 'x', 'Bench A', 1 from m cross join unnest($3::text[]) f(id)),
      w as (insert into work (unit_id, kind, ref, title, status, by, by_name)
        select m.id, 'clean', 'clean-outside', 'Clean outside', 'done', 'x', 'Bench A' from m cross join generate_series(1, 2) returning id, unit_id),
      s as (insert into work_segments (work_id, unit_id, attended, by, started_at, ended_at)
        select id, unit_id, true, 'x', now() - interval '1 hour', now() - interval '51 minutes' from w),
      ru as (insert into reading_runs (unit_id, kind, by, by_name, started_at, ended_at, ending)
        select m.id, 'heat', 'x', 'Bench A', '2026-11-10', '2026-11-10', 'finished' from m returning id, unit_id)
      insert into sales (unit_id, price_minor, fees_minor, sold_on, by, rate_per_hour_minor, attended_minutes, parts_minor, labour_minor, profit_minor, cost_minor, specification)
        select id, 6900, 552, '2026-11-25', 'x', 1800, 18, 0, 540, 2808, 3000, '{}' from m where stage = 'sold'`,
    [JSON.stringify(rows), ANSWERS, findings.map(({ id }) => id)],
  );
}
const samples = JSON.stringify({
  t: Array.from({ length: 60 }, (_, i) => i),
  hottest: Array.from({ length: 60 }, (_, i) => 45 + (i % 30)),
  fan: Array.from({ length: 60 }, () => 2400),
});
await client.query(
  `insert into reading_batches (run_id, seq, month, columns)
   select r.id, s, '2026-11-01', $1::jsonb from reading_runs r cross join generate_series(0, 14) s`,
  [samples],
);
for (let start = 0; start < MACHINES; start += 200)
  await client.query(
    `insert into photos (unit_id, width, height, bytes, by)
     select u.id, 1600, 1200, (select string_agg(sha512(convert_to(u.id::text || k, 'UTF8')), ''::bytea) from generate_series(1, $2::int) k), 'Bench A'
     from units u order by u.tag offset $1 limit 200`,
    [start, Math.ceil(PHOTO_BYTES / 64)],
  );
await client.query('vacuum analyze');
console.log(
  `${BENCHES} benches, ${DAYS} days: ${MACHINES} machines in ${LOTS} lots, ${MACHINES * ANSWERS} answers, written in ${((performance.now() - from) / 1000).toFixed(0)} s`,
);

const { rows: sizes } = await client.query<{ name: string; rows: string; bytes: string }>(`
  select coalesce(p.inhparent::regclass::text, c.relname) as name, sum(c.reltuples)::text as rows,
    sum(pg_total_relation_size(c.oid))::text as bytes
  from pg_class c left join pg_inherits p on p.inhrelid = c.oid
  where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace
  group by 1 having sum(pg_total_relation_size(c.oid)) > 500000 order by sum(pg_total_relation_size(c.oid)) desc`);
for (const { name, rows, bytes } of sizes)
  console.log(
    `${name.padEnd(18)} ${rows.padStart(8)} rows  ${(Number(bytes) / 1e6).toFixed(1).padStart(8)} MB`,
  );

const server = await startServer(url);
const caller = await signedIn(server.url, 'bench-a@saltmarsh.example', PASSWORD);
const tag = (await client.query<{ tag: string }>("select tag from units where stage = 'find' limit 1"))
  .rows[0].tag;
for (const path of ['/', '/stage/shelf', '/books', `/u/${tag}`]) {
  const times: number[] = [];
  let status = 0;
  for (let round = 0; round < ROUNDS + 5; round++) {
    const begin = performance.now();
    const answer = await caller.get(path);
    await answer.text();
    status = answer.status;
    if (round >= 5) times.push(performance.now() - begin);
  }
  const { median, p95 } = figures(times);
  console.log(`${path.padEnd(12)} ${status}: median ${ms(median)}, p95 ${ms(p95)}`);
}
const check = performance.now();
await client.query('select * from events_first_fault()');
console.log(`the whole history gone through: ${ms(performance.now() - check)}`);
server.process.kill();
await client.end();
process.exit(0);
