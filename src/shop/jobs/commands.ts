import { and, eq, lt, sql } from 'drizzle-orm';
import Joi from 'joi';
import { jobs, units } from '@/db/schema';
import { defineCommand } from '../command';
import { ShopError } from '../errors';
import { rowId } from '../input';
import { openUnits } from './revaluation';

/** A job that has not been heard of for so long has died with its process. */
const SILENT = '60 seconds';

/**
 * Work the values of all open units out again. The row is made here; the caller starts the process that does
 * it (`server/jobs`).
 */
export const startRevaluation = defineCommand<Record<string, never>, { job: string; total: number }>({
  name: 'startRevaluation',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({}),
  async run({ tx, actor }) {
    await tx
      .update(jobs)
      .set({ status: 'failed', note: 'it stopped answering', endedAt: new Date() })
      .where(
        and(
          eq(jobs.kind, 'revalue'),
          eq(jobs.status, 'running'),
          lt(jobs.beatAt, sql`now() - ${SILENT}::interval`),
        ),
      );
    const [running] = await tx
      .select()
      .from(jobs)
      .where(and(eq(jobs.kind, 'revalue'), eq(jobs.status, 'running')));
    if (running)
      throw new ShopError(
        'conflict',
        `It is being done already: ${running.byName} started it, ${running.done} of ${running.total} units are through.`,
        { job: running.id },
      );
    const [{ total }] = await tx
      .select({ total: sql<number>`count(*)::int` })
      .from(units)
      .where(openUnits);
    const [job] = await tx
      .insert(jobs)
      .values({ kind: 'revalue', total, by: actor.id, byName: actor.name })
      .onConflictDoNothing()
      .returning({ id: jobs.id });
    if (!job)
      throw new ShopError('conflict', 'It is being done already: somebody has started it this moment.');
    return {
      event: { kind: 'revaluation', payload: { job: job.id, units: total } },
      answer: { job: job.id, total },
    };
  },
});

export const cancelJob = defineCommand<{ job: string }, { done: number }>({
  name: 'cancelJob',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ job: rowId('job').required() }),
  async run({ tx }, { job: id }) {
    const [job] = await tx
      .update(jobs)
      .set({ status: 'cancelled', endedAt: new Date() })
      .where(and(eq(jobs.id, id), eq(jobs.status, 'running')))
      .returning();
    if (!job) throw new ShopError('conflict', 'It has ended already.');
    return {
      event: { kind: 'job cancelled', payload: { job: id, done: job.done, total: job.total } },
      answer: { done: job.done },
    };
  },
});
