import { randomUUID } from 'node:crypto';
import { hostname } from 'node:os';
import PgBoss from 'pg-boss';
import { lt, sql } from 'drizzle-orm';
import { closeDatabase, database } from '@/db/client';
import { workerBeats } from '@/db/schema';
import { QUEUE, readyQueue, type QueuedJob } from '@/db/queue';
import { log } from '@/log';
import { runJob } from '@/shop/runJob';
import { reviveSilent } from '@/shop/jobs/start';
import { markLots } from '@/shop/lots/points';
import { publishMinutes } from '@/shop/jobs/publishMinutes';
import { workHere } from '@/workers/pool';
import run from '@/workers/worker';
import { monthsReady } from '@/shop/readings/months';
import { sweepPhotos } from '@/shop/photos/store';
import { nightly } from './nightly';

/**
 * npm run worker: takes long jobs out of the shop's queue, one at a time, until it is told to stop. Any
 * number of them may run, on any machine that reaches the database. OMNITROPE_OWNER_URL: the database as its owner. OMNITROPE_PARENT: stops with that process.
 */
const connectionString = process.env.DATABASE_URL;
if (!connectionString) throw new Error('worker: DATABASE_URL is not set');
const name = `${hostname()}/${process.pid}/${randomUUID().slice(0, 4)}`;
const POLL_SECONDS = 0.5;
const REVIVE_MS = 30_000;
const PARENT_MS = 2_000;
const BEAT_MS = 20_000;
const DAY_MS = 24 * 3_600_000;
const CHORES_MS = 10 * 60_000;
/** What is under way gets this long when it is told to stop; then another worker begins it anew. */
const GRACE_MS = 5_000;

workHere(run);
// the queue's tables are their owner's to make
await readyQueue(process.env.OMNITROPE_OWNER_URL ?? connectionString);
const boss = new PgBoss({ connectionString, max: 3, schedule: false, migrate: false });
boss.on('error', (error) => log.warn({ error: error.message }, 'worker: the queue does not answer'));
await boss.start();
await boss.work<QueuedJob>(QUEUE, { pollingIntervalSeconds: POLL_SECONDS }, async (queued) => {
  for (const { data } of queued) {
    const ended = await runJob(data.job, name);
    log.info({ job: data.job, ended }, 'worker: a job ended');
  }
});
const revive = () =>
  database()
    .transaction((tx) => reviveSilent(tx))
    .catch((error: unknown) => log.warn({ error }, 'worker: silent jobs not looked for'));
void revive();
setInterval(() => void revive(), REVIVE_MS).unref();
const beat = () =>
  database()
    .insert(workerBeats)
    .values({ name, at: new Date() })
    .onConflictDoUpdate({ target: workerBeats.name, set: { at: new Date() } })
    .then(() =>
      database()
        .delete(workerBeats)
        .where(lt(workerBeats.at, sql`now() - interval '1 day'`)),
    )
    .catch((error: unknown) => log.warn({ error }, 'worker: not heard of'));
void beat();
setInterval(() => void beat(), BEAT_MS).unref();
// every night a backup, once a week one is put back to see whether it can be
if (process.env.OMNITROPE_BACKUPS)
  setInterval(() => void nightly(process.env.OMNITROPE_BACKUPS!), CHORES_MS).unref();
// once a day objects go whose photographs are gone, where photographs lie in a store
setInterval(
  () => void sweepPhotos().catch((error: unknown) => log.warn({ error }, 'worker: photographs not swept')),
  DAY_MS,
).unref();
// samples of this month and the next have tables of their own before they come
setInterval(
  () => void monthsReady().catch((error: unknown) => log.warn({ error }, 'worker: months not made ready')),
  CHORES_MS,
).unref();
// once a day what clocks have taught is reckoned with
setInterval(
  () =>
    void publishMinutes().catch((error: unknown) => log.warn({ error }, 'worker: minutes not taken over')),
  CHORES_MS,
).unref();
// once a day what each lot will make is put down, as it is seen then
setInterval(
  () => void markLots().catch((error: unknown) => log.warn({ error }, 'worker: lots not marked')),
  CHORES_MS,
).unref();
log.info({ worker: name }, 'worker: ready');

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  setTimeout(() => process.exit(0), GRACE_MS + 1_000).unref();
  await boss.stop({ graceful: true, timeout: GRACE_MS }).catch(() => undefined);
  await closeDatabase().catch(() => undefined);
  process.exit(0);
}
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => void stop());

const parent = Number(process.env.OMNITROPE_PARENT);
if (parent)
  setInterval(() => {
    try {
      process.kill(parent, 0);
    } catch {
      void stop();
    }
  }, PARENT_MS).unref();
