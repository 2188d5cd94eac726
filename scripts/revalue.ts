/**
 * One long job, in a process of its own so that no answer at a bench waits for it: `node scripts/bundled.mjs
 * scripts/revalue.ts JOB`.
 */
import { eq } from 'drizzle-orm';
import { closeDatabase, database } from '../src/db/client';
import { jobs } from '../src/db/schema';
import { workHere } from '../src/workers/pool';
import run from '../src/workers/worker';
import { runRevaluation } from '../src/shop/jobs/revaluation';

workHere(run);
const [job] = process.argv.slice(2);
try {
  const result = await runRevaluation(job);
  console.log(JSON.stringify(result));
} catch (error) {
  await database()
    .update(jobs)
    .set({ status: 'failed', note: (error as Error).message.slice(0, 200), endedAt: new Date() })
    .where(eq(jobs.id, job));
  throw error;
} finally {
  await closeDatabase();
}
