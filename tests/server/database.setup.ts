import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import pg from 'pg';
import type { TestProject } from 'vitest/node';
import { migrateDatabase } from '../../src/db/migrate';

declare module 'vitest' {
  interface ProvidedContext {
    cluster: string;
  }
}

const DIR = resolve('.test');

/**
 * URL of a throw-away cluster of the project's own: fast and unsafe (no fsync), made when it is not there.
 */
export function throwAwayCluster(): string {
  if (process.env.TEST_DATABASE_URL) return process.env.TEST_DATABASE_URL;
  execFileSync('bash', ['scripts/pg.sh', 'start'], {
    stdio: 'inherit',
    env: {
      ...process.env,
      OMNITROPE_DATA: DIR,
      OMNITROPE_PGPORT: '54429',
      OMNITROPE_PG_OPTIONS: '-c fsync=off -c synchronous_commit=off -c full_page_writes=off',
    },
  });
  return /^DATABASE_URL=(.*)$/m.exec(readFileSync(`${DIR}/pg.env`, 'utf8'))![1];
}

/** The same database by the role the shop serves with; where there is none, unchanged. */
export function asServing(url: string): string {
  const serving = existsSync(`${DIR}/pg.env`)
    ? /^SERVING_URL=(.*)$/m.exec(readFileSync(`${DIR}/pg.env`, 'utf8'))?.[1]
    : undefined;
  if (process.env.TEST_DATABASE_URL || !serving) return url;
  const own = new URL(serving);
  own.pathname = new URL(url).pathname;
  return own.toString();
}

export async function freshDatabase(cluster: string, name: string, template?: string): Promise<string> {
  const client = new pg.Client({ connectionString: cluster });
  await client.connect();
  await client.query(`drop database if exists ${name} with (force)`);
  await client.query(`create database ${name}${template ? ` template ${template}` : ''}`);
  await client.end();
  const url = new URL(cluster);
  url.pathname = `/${name}`;
  return url.toString();
}

/** One migrated template; every test file copies it. */
export default async function setup(project: TestProject): Promise<void> {
  const cluster = throwAwayCluster();
  await migrateDatabase(await freshDatabase(cluster, 'omnitrope_template'));
  project.provide('cluster', cluster);
}
