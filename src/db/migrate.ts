import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { readyQueue } from './queue';

/** Brings a database up to date. An advisory lock keeps two processes from doing it at once. */
export async function migrateDatabase(url: string, folder = 'src/db/migrations'): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock(7021405)');
    await migrate(drizzle(client), { migrationsFolder: folder });
    await readyQueue(url);
  } finally {
    await client.end();
  }
}
