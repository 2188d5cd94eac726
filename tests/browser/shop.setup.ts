import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import type { TestProject } from 'vitest/node';
import { migrateDatabase } from '../../src/db/migrate';
import { asServing, freshDatabase, throwAwayCluster } from '../server/database.setup';

declare module 'vitest' {
  interface ProvidedContext {
    url: string;
    /** A second process of the application on the same database. */
    otherUrl: string;
    password: string;
    databaseUrl: string;
  }
}

export const PASSWORD = 'a-password-for-tests';
export const SECRET = 'a-secret-for-tests-only-0123456789';

/** Where servers and workers of this process keep archives. */
const archives = () => join(tmpdir(), `omnitrope-archives-${process.pid}`);

export function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });
}

/**
 * A production server of the built application. Its output goes to the tests' own only when it fails to
 * start.
 */
export async function startServer(
  databaseUrl: string,
  more: Record<string, string> = {},
): Promise<{ url: string; process: ChildProcess; output: () => string }> {
  const port = Number(more.PORT) || (await freePort());
  const url = `http://127.0.0.1:${port}`;
  const child = spawn('node', ['scripts/serve.mjs'], {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      ...reachedBy(asServing(databaseUrl)),
      BETTER_AUTH_SECRET: SECRET,
      PORT: String(port),
      HOST: '127.0.0.1',
      OMNITROPE_RATE_LIMIT: 'off',
      NEXT_TELEMETRY_DISABLED: '1',
      LOG_LEVEL: 'warn',
      OMNITROPE_ARCHIVES: archives(),
      ...more,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  child.stdout!.on('data', (chunk: Buffer) => (output += chunk));
  child.stderr!.on('data', (chunk: Buffer) => (output += chunk));
  for (let tries = 0; tries < 120; tries++) {
    if (
      await fetch(`${url}/sign-in`).then(
        (response) => response.ok,
        () => false,
      )
    )
      return { url, process: child, output: () => output };
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  child.kill('SIGKILL');
  throw new Error(`the server did not start:\n${output}`);
}

/**
 * A database of that name with the demo shop in it; OMNITROPE_DEMO: made once under that name for all who ask meanwhile,
 * and copied. @returns its address
 */
export async function demoDatabase(name: string): Promise<string> {
  const once = process.env.OMNITROPE_DEMO;
  if (!once) return furnished(name);
  const cluster = throwAwayCluster();
  const client = new pg.Client({ connectionString: cluster });
  await client.connect();
  try {
    // whoever comes first makes it, the others wait
    await client.query('select pg_advisory_lock(7021431)');
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [once]);
    if (!rowCount) await furnished(once);
    return await freshDatabase(cluster, name, once);
  } finally {
    await client.end();
  }
}

async function furnished(name: string): Promise<string> {
  const databaseUrl = await freshDatabase(throwAwayCluster(), name);
  await migrateDatabase(databaseUrl);
  execFileSync('npx', ['tsx', 'scripts/demo.ts'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      BETTER_AUTH_SECRET: SECRET,
      OMNITROPE_DEMO_PASSWORD: PASSWORD,
      LOG_LEVEL: 'warn',
    },
  });
  return databaseUrl;
}

/** Through the transaction pooler, where one was asked for (`npm run bench:pooled`). */
function reachedBy(direct: string): Record<string, string> {
  const port = process.env.OMNITROPE_POOLPORT;
  if (!port) return { DATABASE_URL: direct };
  const pooled = new URL(direct);
  pooled.port = port;
  return { DATABASE_URL: pooled.toString(), OMNITROPE_SESSION_URL: direct };
}

/** A worker of a shop. */
export const startWorker = (databaseUrl: string): ChildProcess =>
  spawn('node', ['scripts/bundled.mjs', 'scripts/worker.ts'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      ...reachedBy(asServing(databaseUrl)),
      OMNITROPE_OWNER_URL: databaseUrl,
      OMNITROPE_ARCHIVES: archives(),
      LOG_LEVEL: 'warn',
    },
  });

/** The demo shop on a fresh database, served by two processes. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  if (!existsSync('.next/BUILD_ID')) throw new Error('no build: run "npm test", or "npx next build" first');
  const databaseUrl = await demoDatabase(`omnitrope_browser_${process.env.OMNITROPE_SHARD ?? 1}`);
  const workers = Array.from({ length: process.env.OMNITROPE_POOLPORT ? 3 : 1 }, () => startWorker(databaseUrl)); // prettier-ignore
  const servers = [await startServer(databaseUrl), await startServer(databaseUrl)];
  project.provide('url', servers[0].url);
  project.provide('otherUrl', servers[1].url);
  project.provide('password', PASSWORD);
  project.provide('databaseUrl', databaseUrl);
  return async () => {
    for (const server of servers) server.process.kill('SIGTERM');
    for (const worker of workers) worker.kill('SIGTERM');
  };
}
