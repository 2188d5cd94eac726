import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import Joi from 'joi';
import { jobs, lots, units } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { rowId, shortText } from '../input';
import { openUnits } from './revaluation';
import { startJob } from './start';

/** Machines that are looked at for parts, the most pressing first. */
export const MOST_MACHINES = 40;
/** Machines that are set beside each other alone. */
const MOST_AMONG = 8;

/** Work the values of all open units out again, by a worker. */
export const startRevaluation = defineCommand({
  name: 'startRevaluation',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({}),
  async run({ tx, actor }) {
    const [{ total }] = await tx
      .select({ total: sql<number>`count(*)::int` })
      .from(units)
      .where(openUnits);
    const job = await startJob(tx, actor, { kind: 'revalue', total });
    return { event: { kind: 'revaluation', payload: { job, units: total } }, answer: { job, total } };
  },
});

/** Works out who gets what, of all open machines and of the bin, or of a few machines alone, by a worker. */
export const startCombining = defineCommand({
  name: 'startCombining',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({
    among: Joi.array()
      .items(shortText('tag', 20).uppercase().required())
      .min(2)
      .max(MOST_AMONG)
      .unique()
      .label('machines'),
  }),
  async run({ tx, actor }, { among }) {
    const found = await tx
      .select({ tag: units.tag })
      .from(units)
      .innerJoin(lots, eq(lots.id, units.lotId))
      .where(and(openUnits, ne(lots.source, 'owner'), among ? inArray(units.tag, among) : undefined));
    const missing = among?.filter((tag) => !found.some((unit) => unit.tag === tag)) ?? [];
    if (missing.length)
      throw new ShopError('missing', `There is no open machine of the shop’s ${missing.join(', ')}.`);
    const total = found.length;
    const job = await startJob(tx, actor, {
      kind: 'combine',
      total: Math.min(total, MOST_MACHINES),
      ...(among && { input: { among } }),
    });
    return { event: { kind: 'combining', payload: { job, units: total } }, answer: { job, total } };
  },
});

export const cancelJob = defineCommand({
  name: 'cancelJob',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({ job: rowId('job').required() }),
  async run({ tx, actor }, { job: id }) {
    const [seen] = await tx.select().from(jobs).where(eq(jobs.id, id));
    if (seen && seen.by !== actor.id && actor.role !== 'owner')
      throw new ShopError(
        'forbidden',
        `Not stopped: ${seen.byName} started it; they or an owner may stop it.`,
      );
    const [job] = await tx
      .update(jobs)
      .set({ status: 'cancelled', endedAt: new Date(), input: null })
      .where(and(eq(jobs.id, id), eq(jobs.status, 'running')))
      .returning();
    if (!job) throw new ShopError('conflict', 'It has ended already.');
    return {
      event: { kind: 'job cancelled', payload: { job: id, done: job.done, total: job.total } },
      answer: { done: job.done },
    };
  },
});
