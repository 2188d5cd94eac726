import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import { log } from '@/log';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

interface Held {
  pool: pg.Pool;
  db: Database;
}

// counts and money come as eight-byte integers; none of ours is beyond what a number holds exactly
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

/**
 * A statement that takes longer than a person waits is ended, and so is one that waits for a row that long.
 */
const PATIENCE = {
  statement_timeout: 20_000,
  lock_timeout: 8_000,
  idle_in_transaction_session_timeout: 60_000,
};

/** One pool a process, also when the module is loaded more than once by the bundler. */
const holder = globalThis as typeof globalThis & { omnitropeDatabase?: Held };

export function databaseUrl(): string {
  const url = process.env.DATABASE_URL;
  if (!url)
    throw new Error('DATABASE_URL is not set: start with "npm start", which makes a database and sets it');
  return url;
}

/** Where the database is reached for what needs a session of its own (LISTEN), past a pooler that hands them round. */
export const sessionUrl = (): string => process.env.OMNITROPE_SESSION_URL ?? databaseUrl();

function open(): Held {
  const pool = new pg.Pool({
    connectionString: databaseUrl(),
    max: Number(process.env.OMNITROPE_POOL ?? 12),
    idleTimeoutMillis: 30_000,
    ...PATIENCE,
  });
  // without a listener an idle connection that breaks would end the process
  pool.on('error', (error) => log.warn({ error: error.message }, 'an idle database connection broke'));
  return { pool, db: drizzle(pool, { schema }) };
}

export function database(): Database {
  return (holder.omnitropeDatabase ??= open()).db;
}

export function databasePool(): pg.Pool {
  return (holder.omnitropeDatabase ??= open()).pool;
}

/** What is made of the connection once; made anew when another database is open. */
export function ofDatabase<T>(make: () => T): () => T {
  let pool: pg.Pool | undefined;
  let made: T;
  return () => {
    if (pool !== databasePool()) {
      made = make();
      pool = databasePool();
    }
    return made;
  };
}

export async function closeDatabase(): Promise<void> {
  const held = holder.omnitropeDatabase;
  holder.omnitropeDatabase = undefined;
  await held?.pool.end();
}
