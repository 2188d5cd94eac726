import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { migrateDatabase } from '@/db/migrate';
import { readArchive } from '@/shop/archive/read';
import { writeArchive } from '@/shop/archive/write';
import { demoDatabase } from '../tests/browser/shop.setup';
import { freshDatabase, throwAwayCluster } from '../tests/server/database.setup';
import { ms } from './figures';

// The demo with its year written into an archive and taken in by an empty shop: npm run bench:archive
const url = await demoDatabase('omnitrope_bench_archive');
execFileSync('npx', ['tsx', 'scripts/year.ts'], {
  env: { ...process.env, DATABASE_URL: url, LOG_LEVEL: 'warn' },
});
const folder = mkdtempSync(join(tmpdir(), 'omnitrope-archive-'));
const file = join(folder, 'shop-20260101-000000.tar.gz');
const quiet = async () => undefined;
let begun = performance.now();
const head = await writeArchive(url, file, quiet);
const rows = head.tables.reduce((sum, table) => sum + table.rows, 0);
console.log(
  `out: ${rows} rows, ${head.history?.seq} entries of the history, ${(statSync(file).size / 1e6).toFixed(1)} MB in ${ms(performance.now() - begun)}`,
);
const empty = await freshDatabase(throwAwayCluster(), 'omnitrope_bench_archive_in');
await migrateDatabase(empty);
const client = new pg.Client({ connectionString: empty });
await client.connect();
await client.query(
  `insert into "user" (id, name, email, role) values ('new', 'Somebody New', 'new@elsewhere.example', 'owner')`,
);
await client.end();
begun = performance.now();
const taken = await readArchive(empty, file, 'new', quiet);
console.log(`in: ${taken.rows} rows in ${ms(performance.now() - begun)}`);
rmSync(folder, { recursive: true, force: true });
