import pg from 'pg';
import { existsSync } from 'node:fs';
import { seededRandom } from '@/core/random';
import { migrateDatabase } from '@/db/migrate';
import { freshDatabase, throwAwayCluster } from '../tests/server/database.setup';
import { signedIn } from '../tests/browser/http';
import { PASSWORD, SECRET, startServer } from '../tests/browser/shop.setup';
import { figures, ms, ratio } from './figures';
import { snapshots } from './stock';

/**
 * The list of what to work on with 500, 5,000 and 50,000 generated units: the whole page from a running
 * server against the raw SQL of its rows (the page's own query, prepared by hand) in the same run.
 */
if (!existsSync('.next/BUILD_ID')) throw new Error('no build: run "npx next build" first');
const SIZES = [500, 5_000, 50_000];
const ROUNDS = 40;
const url = await freshDatabase(throwAwayCluster(), 'omnitrope_bench');
await migrateDatabase(url);
Object.assign(process.env, { DATABASE_URL: url, BETTER_AUTH_SECRET: SECRET, LOG_LEVEL: 'warn' });
const { makePerson } = await import('@/server/people');
await makePerson('Bench A', 'bench-a@saltmarsh.example', PASSWORD, 'technician');
const client = new pg.Client({ connectionString: url });
await client.connect();
await client.query(
  "insert into shop (name, currency_sign, rate_per_hour_minor) values ('Saltmarsh Reuse', 'CR', 1800)",
);
const {
  rows: [lot],
} = await client.query<{ id: string }>(
  "insert into lots (code, name, source, tag_prefix, price_minor, received_on) values ('B-1', 'generated', 'clearout', 'BB', 100, '2026-11-20') returning id",
);

const random = seededRandom(1);
const STAGES = ['dock', 'look', 'find', 'decide', 'hands', 'system', 'prove', 'shelf', 'sold', 'sold'];

async function grow(from: number, to: number): Promise<void> {
  for (let start = from; start < to; start += 1000) {
    const rows = Array.from({ length: Math.min(1000, to - start) }, (_, i) => {
      const one = snapshots[(start + i) % snapshots.length];
      return {
        tag: `BB-${start + i + 1}`,
        chassis: one.chassis,
        stage: STAGES[Math.floor(random() * STAGES.length)],
        score: random() * 200,
        value: Math.floor(random() * 9000),
        snapshot: one.evaluation,
      };
    });
    await client.query(
      `insert into units (tag, lot_id, chassis, maker, model, stage, bench, evaluation, probably, probability, value_minor, low_minor, high_minor, hands_minutes, rank_score, version)
       select r.tag, $1, r.chassis, 'Aldermoor', 'Keep S1', r.stage, '{}', r.snapshot::jsonb, 'memory contact', 0.4, r.value, r.value / 2, r.value * 2, 30, r.score, 1
       from json_to_recordset($2) as r(tag text, chassis text, stage text, score float8, value int, snapshot text)`,
      [lot.id, JSON.stringify(rows)],
    );
  }
  await client.query('vacuum analyze units');
}

const RAW = `select id, tag, chassis, maker, model, stage, stage_since, probably, probability, route, value_minor, low_minor, high_minor, hands_minutes, grade, claim, stop_minor
  from units where stage not in ('shelf', 'sold', 'gone') order by rank_score desc, id limit 40`;
const COUNT = "select count(*)::int from units where stage not in ('shelf', 'sold', 'gone')";

const server = await startServer(url);
const caller = await signedIn(server.url, 'bench-a@saltmarsh.example', PASSWORD);
const timed = async (work: () => Promise<unknown>) => {
  const start = performance.now();
  await work();
  return performance.now() - start;
};
let before = 0;
for (const size of SIZES) {
  await grow(before, size);
  before = size;
  const page: number[] = [];
  const raw: number[] = [];
  const empty: number[] = [];
  for (let round = 0; round < ROUNDS + 10; round++) {
    const p = await timed(async () => (await caller.get('/')).text());
    const q = await timed(async () => {
      await client.query(RAW);
      await client.query(COUNT);
    });
    const e = await timed(async () => (await caller.get('/lots/new')).text());
    if (round >= 10) {
      page.push(p);
      raw.push(q);
      empty.push(e);
    }
  }
  const [p, q, e] = [figures(page), figures(raw), figures(empty)];
  console.log(
    `${String(size).padStart(6)} units: page median ${ms(p.median)}, p95 ${ms(p.p95)}; raw SQL of its rows and count median ${ms(q.median)}; page / SQL ${ratio(p.median, q.median)}; a page with no rows ${ms(e.median)}`,
  );
}
server.process.kill('SIGTERM');
await client.end();
process.exit(0);
