import { and, asc, eq, gte, isNull, lt, or, sql } from 'drizzle-orm';
import Joi from 'joi';
import { batchFault, missingOf, MOST_BATCHES, MOST_IN_BATCH, samplesOf } from '@/core/instruments/run';
import type { SoFar } from '@/core/instruments/conduct';
import { database } from '@/db/client';
import { readingBatches, readingRuns, tokens, units } from '@/db/schema';
import { log } from '@/log';
import { runInWorker } from '@/workers/pool';
import type { Actor } from '../command';
import { ShopError } from '@/errors';
import { checkedInput } from '../input';
import { its } from '../tokens/keep';

/**
 * The lane of samples: batches are appended under a run's token, without a unit's lock, an event or a new evaluation.
 * What was sent twice counts once, whatever became of the answer.
 */

/** So often what was sampled is looked at while it goes on, seconds. */
const LOOK_SECONDS = 3;
/** A batch, with what is known besides; the most of it in bytes. */
export const MOST_BATCH_BYTES = 200_000;

const column = Joi.array().max(MOST_IN_BATCH).items(Joi.number().min(-1e9).max(1e9).allow(null));
const shape = Joi.object({
  seq: Joi.number()
    .integer()
    .min(0)
    .max(MOST_BATCHES - 1)
    .required()
    .label('seq'),
  columns: Joi.object()
    .max(12)
    .pattern(/^[+-]?[A-Za-z0-9.]{1,19}$/, column)
    .required()
    .label('columns'),
  about: Joi.object({
    limit: Joi.number().min(40).max(150),
    watts: Joi.number().min(1).max(1_000),
    health: Joi.number().min(0).max(1.5),
    interface: Joi.string().max(20),
    done: Joi.boolean(),
    by: Joi.string().max(80),
    drive: Joi.string().max(60),
  }).label('about'),
});

export interface LaneRun {
  id: string;
  unitId: string;
  tag: string;
  kind: (typeof readingRuns.$inferSelect)['kind'];
  open: boolean;
  soFar: SoFar | null;
  actor: Actor;
}

/** What a token opens. @throws ShopError when it is none, or its run is over */
export async function laneRun(token: string): Promise<LaneRun> {
  const [row] = await database()
    .select({ run: readingRuns, tag: units.tag, until: tokens.expiresAt })
    .from(readingRuns)
    .innerJoin(units, eq(units.id, readingRuns.unitId))
    .innerJoin(tokens, its('run', token))
    .where(eq(readingRuns.id, tokens.runId));
  if (!row) throw new ShopError('forbidden', 'This token is not one of ours. Begin the run again.');
  if (!row.run.endedAt && row.until.getTime() < Date.now())
    throw new ShopError('forbidden', 'This token has run out. Finish the run on the unit’s page.');
  return {
    id: row.run.id,
    unitId: row.run.unitId,
    tag: row.tag,
    kind: row.run.kind,
    open: row.run.endedAt === null,
    soFar: row.run.soFar,
    actor: { id: row.run.by, name: row.run.byName, role: 'technician', via: 'by the machine’s own run' },
  };
}

export interface LaneAnswer {
  /** What to do next; `end`: also when the run is over. */
  say: SoFar['say'];
  words: string;
  /** The batch was new; false: it was there already. */
  taken: boolean;
}

/** Batches a run may send at once after it was cut off, and then in a second. */
const BURST = 1_000;
const A_SECOND = 100;
const sent = new Map<string, { left: number; at: number }>();

/** @throws ShopError when a run sends faster than any machine samples */
function notTooFast(run: string): void {
  const now = Date.now();
  const before = sent.get(run) ?? { left: BURST, at: now };
  const left = Math.min(BURST, before.left + ((now - before.at) / 1000) * A_SECOND) - 1;
  if (sent.size > 500) sent.clear();
  sent.set(run, { left: Math.max(0, left), at: now });
  if (left < 0)
    throw new ShopError('too-many', 'Too many batches at once. Wait a second, then send it again.', {
      seconds: 1,
    });
}

/** Appends a batch. @returns the answer, and a look at the run that is under way (for whoever wants to wait) */
export async function append(token: string, body: unknown): Promise<LaneAnswer & { looked: Promise<void> }> {
  const run = await laneRun(token);
  notTooFast(run.id);
  const { seq, columns, about } = checkedInput(shape, body);
  const fault = batchFault(run.kind, { columns });
  if (fault) throw new ShopError('invalid', `Not taken in: ${fault}.`, { fields: { columns: fault } });
  // the run may end between: what comes after is not kept
  const { rows } = await database().execute<{ open: boolean; taken: number }>(sql`
    with run as (select id, date_trunc('month', started_at at time zone 'UTC')::date as month
        from reading_runs where id = ${run.id} and ended_at is null),
      put as (insert into reading_batches (run_id, seq, month, columns)
        select id, ${seq}, month, ${JSON.stringify(columns)}::jsonb from run
        on conflict do nothing returning seq)
    select exists (select 1 from run) as open, (select count(*)::int from put) as taken`);
  if (!rows[0].open) return { say: 'end', words: 'the run is over', taken: false, looked: Promise.resolve() };
  if (about && Object.keys(about).length)
    await database()
      .update(readingRuns)
      .set({ about: sql`${readingRuns.about} || ${JSON.stringify(about)}::jsonb` })
      .where(eq(readingRuns.id, run.id));
  const looked = lookAt(run.id, Boolean(about?.done)).catch((error: unknown) => {
    log.warn({ error: (error as Error).message }, 'a run could not be looked at');
  });
  return {
    say: run.soFar?.say ?? (run.kind === 'heat' ? 'rest' : 'go on'),
    words: run.soFar?.words ?? '',
    taken: rows[0].taken > 0,
    looked,
  };
}

/** Looks at what was sampled so far, in a worker; of many that want to, one does, every few seconds. */
async function lookAt(id: string, now: boolean): Promise<void> {
  const db = database();
  const due = new Date(Date.now() - LOOK_SECONDS * 1000);
  const [mine] = await db
    .update(readingRuns)
    .set({ soFarAt: new Date() })
    .where(
      and(
        eq(readingRuns.id, id),
        isNull(readingRuns.endedAt),
        now ? undefined : or(isNull(readingRuns.soFarAt), lt(readingRuns.soFarAt, due)),
      ),
    )
    .returning({ kind: readingRuns.kind, about: readingRuns.about });
  if (!mine) return;
  const batches = await batchesOf(id);
  const { room = null, limit = null, watts = null, done = false } = mine.about;
  const soFar = await runInWorker('conduct', [mine.kind, samplesOf(batches), { room, limit, watts, done }]);
  await db.update(readingRuns).set({ soFar }).where(eq(readingRuns.id, id));
}

const batchesOf = (id: string, from = 0) =>
  database()
    .select({ seq: readingBatches.seq, columns: readingBatches.columns })
    .from(readingBatches)
    .where(and(eq(readingBatches.runId, id), gte(readingBatches.seq, from)))
    .orderBy(asc(readingBatches.seq));

/** Where one that samples goes on after it was cut off: the first batch that is not here. */
export async function laneState(token: string) {
  const run = await laneRun(token);
  const seqs = (
    await database()
      .select({ seq: readingBatches.seq })
      .from(readingBatches)
      .where(eq(readingBatches.runId, run.id))
  ).map(({ seq }) => seq);
  const missing = missingOf(seqs);
  return {
    kind: run.kind,
    open: run.open,
    next: missing[0] ?? seqs.length,
    batches: seqs.length,
    say: run.open ? (run.soFar?.say ?? (run.kind === 'heat' ? 'rest' : 'go on')) : 'end',
  };
}

/** A run as a screen follows it: what came since, and what is made of it. */
export async function followRun(id: string, from: number) {
  const [row] = await database()
    .select({
      run: readingRuns,
      lastAt: sql<Date | null>`(select max(at) from reading_batches where run_id = reading_runs.id)`,
    })
    .from(readingRuns)
    .where(eq(readingRuns.id, id));
  if (!row) throw new ShopError('missing', 'There is no such run.');
  const { run, lastAt } = row;
  return {
    id: run.id,
    kind: run.kind,
    ending: run.ending,
    about: run.about,
    startedAt: run.startedAt.toISOString(),
    /** Seconds since something came; null: nothing has. */
    silent: lastAt ? Math.max(0, (Date.now() - new Date(lastAt).getTime()) / 1000) : null,
    soFar: run.soFar,
    batches: await batchesOf(id, from),
  };
}

export type FollowedRun = Awaited<ReturnType<typeof followRun>>;
