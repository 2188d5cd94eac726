import PgBoss from 'pg-boss';
import { sql, type SQL } from 'drizzle-orm';
import type { Transaction } from './client';

/** The one queue: what lies in it names a row of `jobs`, which says what is to be done. */
export const QUEUE = 'shop-jobs';

/** A job that was taken and not ended in this time goes back into the queue, s. */
const LONGEST = 4 * 3600;
const TRIES = 3;

export interface QueuedJob {
  job: string;
}

/** A statement with $1, $2 ... as one of ours, so that it runs inside a transaction. */
function bound(text: string, values: readonly unknown[]): SQL {
  const chunks = text.split(/\$(\d+)/);
  return sql.join(
    chunks.map((chunk, i) => (i % 2 === 0 ? sql.raw(chunk) : sql`${sql.param(values[Number(chunk) - 1])}`)),
  );
}

const nobody = {
  executeSql: () => Promise.reject(new Error('the queue is written to inside a transaction only')),
};
let writer: PgBoss | undefined;

/** Puts a job into the queue in the caller's transaction: it is there when, and only when, that commits. */
export async function enqueue(tx: Transaction, job: string): Promise<void> {
  writer ??= new PgBoss({ db: nobody });
  await writer.send(QUEUE, { job } satisfies QueuedJob, {
    db: {
      async executeSql(text: string, values: unknown[]) {
        const { rows } = await tx.execute(bound(text, values));
        return { rows };
      },
    },
    expireInSeconds: LONGEST,
    retryLimit: TRIES,
  });
}

/** The queue's own tables, made or brought up to date; harmless when they are there. */
export async function readyQueue(connectionString: string): Promise<void> {
  const boss = new PgBoss({ connectionString, supervise: false, schedule: false, max: 2 });
  boss.on('error', () => undefined);
  await boss.start();
  await boss.createQueue(QUEUE);
  await boss.stop({ graceful: false, wait: true });
}
