import pg from 'pg';
import { catalogue } from '@/catalog';
import { appliesTo } from '@/core/belief/model';
import { CHASSIS } from '@/core/catalogue';
import { drawIndex, seededRandom } from '@/core/random';
import { migrateDatabase } from '@/db/migrate';
import { freshDatabase, throwAwayCluster } from '../tests/server/database.setup';

/**
 * All open units worked out again: how long 5,000 units with records of their own take, one after the other,
 * in one process. `npm run bench:revalue -- [units]`
 */
const size = Number(process.argv[2] ?? 5000);
const url = await freshDatabase(throwAwayCluster(), 'omnitrope_revalue');
await migrateDatabase(url);
process.env.DATABASE_URL = url;
const client = new pg.Client({ connectionString: url });
await client.connect();
await client.query(
  "insert into shop (name, currency_sign, rate_per_hour_minor) values ('Saltmarsh Reuse', 'CR', 1800)",
);
const {
  rows: [lot],
} = await client.query<{ id: string }>(
  "insert into lots (code, name, source, tag_prefix, price_minor, received_on) values ('B-1', 'generated', 'broken', 'BB', 100, '2026-11-20') returning id",
);
const random = seededRandom(4);
const asked = Object.fromEntries(
  CHASSIS.map((chassis) => [
    chassis,
    catalogue.findings.filter(
      (finding) =>
        appliesTo(finding, chassis) &&
        finding.stage !== 'claim' &&
        !finding.outcomes.some((outcome) => outcome.settles),
    ),
  ]),
);
for (let n = 0; n < size; n++) {
  const chassis = CHASSIS[n % CHASSIS.length];
  const {
    rows: [unit],
  } = await client.query<{ id: string }>(
    "insert into units (tag, lot_id, chassis, maker, model, stage, bench, version) values ($1, $2, $3, 'Aldermoor', 'Keep S1', 'find', '{}', 1) returning id",
    [`BB-${n + 1}`, lot.id, chassis],
  );
  const chosen = new Set(
    Array.from(
      { length: 1 + Math.floor(random() * 12) },
      () => asked[chassis][Math.floor(random() * asked[chassis].length)],
    ),
  );
  for (const finding of chosen)
    await client.query(
      "insert into observations (unit_id, kind, ref, outcome, by, by_name) values ($1, 'finding', $2, $3, 'x', 'x')",
      [unit.id, finding.id, drawIndex(finding.leak, random)],
    );
}
const {
  rows: [job],
} = await client.query<{ id: string }>(
  "insert into jobs (kind, total, by, by_name) values ('revalue', $1, 'x', 'x') returning id",
  [size],
);
const { runJob } = await import('@/shop/runJob');
const { closeDatabase } = await import('@/db/client');
const from = performance.now();
const ended = await runJob(job.id, 'bench');
const seconds = (performance.now() - from) / 1000;
console.log(
  `${size} units in ${seconds.toFixed(0)} s, ${((1000 * seconds) / size).toFixed(1)} ms each: ${ended}`,
);
await client.end();
await closeDatabase();
