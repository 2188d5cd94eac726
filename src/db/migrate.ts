import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { readyQueue } from './queue';
import { grantServing } from './roles';

/** Brings a database up to date. An advisory lock keeps two processes from doing it at once. */
export async function migrateDatabase(url: string, folder = 'src/db/migrations'): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock(7021405)');
    await refuseNewer(client, folder);
    await migrate(drizzle(client), { migrationsFolder: folder });
    await readyQueue(url);
    await grantServing(client);
  } finally {
    await client.end();
  }
}

/** @throws Error when a newer version has been at this database: an older one would write rows the newer cannot read */
async function refuseNewer(client: pg.Client, folder: string): Promise<void> {
  const { rows } = await client.query<{ there: boolean }>(
    "select to_regclass('drizzle.__drizzle_migrations') is not null as there",
  );
  if (!rows[0].there) return;
  const done = await client.query<{ n: number }>(
    'select count(*)::int as n from drizzle.__drizzle_migrations',
  );
  const journal = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as {
    entries: unknown[];
  };
  if (done.rows[0].n > journal.entries.length)
    throw new Error(
      'This database was brought up to date by a newer version. Start that version, or restore a backup made by this one (npm run restore -- FILE).',
    );
}
