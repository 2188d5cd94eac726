import pg from 'pg';
import { seededRandom } from '@/core/random';
import { migrateDatabase } from '@/db/migrate';
import { workHere } from '@/workers/pool';
import run from '@/workers/worker';
import { freshDatabase, throwAwayCluster } from '../tests/server/database.setup';

/**
 * A manifest of 20,000 rows taken in as the job takes it, beside a plain multi-row INSERT of as many machines
 * (nothing said of them, nothing worked out), in the same run on the same database.
 */
const ROWS = Number(process.argv[2] ?? 20_000);
const AT_ONCE = 1000;
const url = await freshDatabase(throwAwayCluster(), 'omnitrope_bench_import');
await migrateDatabase(url);
Object.assign(process.env, { DATABASE_URL: url, LOG_LEVEL: 'warn' });
workHere(run);
const client = new pg.Client({ connectionString: url });
await client.connect();
await client.query(`
  insert into shop (name, currency_sign, rate_per_hour_minor) values ('Saltmarsh Reuse', 'CR', 1800);
  insert into "user" (id, name, email, role) values ('owner', 'Buyer', 'buyer@saltmarsh.example', 'owner');
  insert into account (id, account_id, provider_id, user_id) values ('owner', 'owner', 'credential', 'owner');`);
const lotOf = async (code: string, prefix: string) =>
  (
    await client.query<{ id: string }>(
      "insert into lots (code, name, source, tag_prefix, price_minor, received_on) values ($1, 'generated', 'clearout', $2, 9000000, '2026-11-20') returning id",
      [code, prefix],
    )
  ).rows[0].id;

const random = seededRandom(20);
const pick = <T>(choices: readonly T[]) => choices[Math.floor(random() * choices.length)];
const lines = Array.from({ length: ROWS }, (_, i) =>
  [
    pick(['laptop', 'desktop', 'small desktop', 'all-in-one']),
    pick(['Aldermoor', 'Pellmark', 'Sundrel']),
    `Model ${Math.floor(random() * 40)}`,
    `SN${i}`,
    pick(['Corvid C2-410', 'Corvid C4-620', '']),
    pick(['4 GB', '8 GB', '16 GB', '']),
    pick(['none', '120 GB', '240 GB', '']),
    pick(['works', 'dead', 'no picture', 'not tested', '']),
  ].join(';'),
);
const text = `kind;maker;model;serial;processor;memory;drive;condition\n${lines.join('\n')}\n`;
const columns = {
  chassis: 0,
  maker: 1,
  model: 2,
  serial: 3,
  processor: 4,
  memoryGb: 5,
  driveGb: 6,
  condition: 7,
};

const plainLot = await lotOf('B-1', 'BA');
const plainFrom = performance.now();
for (let i = 0; i < ROWS; i += AT_ONCE) {
  const some = lines.slice(i, i + AT_ONCE).map((line) => line.split(';'));
  await client.query(
    `insert into units (tag, lot_id, chassis, maker, model, claim, bench, version)
     select 'BA-' || (n + $1), $2, 'laptop', maker, model, said, '{}', 1
     from unnest($3::text[], $4::text[], $5::text[]) with ordinality t(maker, model, said, n)`,
    [i, plainLot, some.map((row) => row[1]), some.map((row) => row[2]), some.map((row) => row[7])],
  );
}
const plain = (performance.now() - plainFrom) / 1000;

const { runCommand } = await import('@/shop/runner');
const { startImport } = await import('@/shop/lots/importManifest');
const { runJob } = await import('@/shop/runJob');
const { closeDatabase } = await import('@/db/client');
const owner = { id: 'owner', name: 'Buyer', role: 'owner' as const };
for (const whole of [false, true]) {
  const lotId = await lotOf(whole ? 'B-3' : 'B-2', whole ? 'BC' : 'BB');
  const from = performance.now();
  const { answer } = await runCommand(startImport, owner, { input: { lotId, text, columns, whole } });
  const ended = await runJob(answer.job, 'bench');
  const seconds = (performance.now() - from) / 1000;
  console.log(
    `${whole ? 'all or nothing' : 'page by page'}: ${ended}, ${ROWS} rows in ${seconds.toFixed(1)} s, ${Math.round(ROWS / seconds)} rows a second; ${(seconds / plain).toFixed(1)} times a plain multi-row INSERT (${plain.toFixed(2)} s)`,
  );
}
await client.end();
await closeDatabase();
