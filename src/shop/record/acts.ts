import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { SPEC_KEYS } from '@/core/record/keys';
import type { Database, Transaction } from '@/db/client';
import { events, recordValues, work, workSegments, type Stage } from '@/db/schema';
import { ShopError } from '@/errors';
import { moveStage } from '../line';
import { shortText } from '../input';
import { answersBack, sealBack } from './answer';

/** What hands and instruments put on the record besides answers: each an act, taken back as one. */
export type ActKey =
  | 'mat'
  | 'clean'
  | 'note'
  | 'owner'
  | 'damage'
  | 'port count'
  | 'heat run'
  | 'battery run'
  | 'rails'
  | 'speed'
  | 'touch'
  | 'electrical test'
  | 'soak'
  | 'self-test'
  | 'on papers'
  | 'place'
  | 'takes'
  | 'drive count';

/** Editions of the JSON of acts that changed: a reading's curve lay in its value in edition 1, apart from it since. */
const SHAPES: Partial<Record<ActKey, number>> = {
  'heat run': 2,
  'battery run': 2,
  rails: 2,
  speed: 2,
  touch: 2,
  soak: 2,
};

/** What came with an act, and goes back with it. */
interface Along {
  /** Answers and verdicts it gave. */
  told?: readonly number[];
  /** Where it moved the unit. */
  stage?: { from: Stage; to: Stage };
  /** A piece of work it was reckoned as, where no clock ran. */
  work?: string;
}

const standing = (unitId: string, key: ActKey) =>
  and(eq(recordValues.unitId, unitId), eq(recordValues.key, key), isNull(recordValues.voidedBy));

/**
 * Writes the entries of one act.
 * @param more `number`: what it cost or reads, with its first entry @returns the name of the act
 */
export async function writeActs(
  tx: Transaction,
  unitId: string,
  key: ActKey,
  acts: readonly object[],
  by: string,
  { number, basis = 'typed', ...along }: Along & { number?: number; basis?: 'typed' | 'measured' } = {},
): Promise<string> {
  const origin = `${key} ${randomUUID()}`;
  const moved = along.stage && along.stage.from !== along.stage.to ? along.stage : undefined;
  const came = along.told || moved || along.work;
  await tx.insert(recordValues).values(
    acts.map((act, n) => ({
      unitId,
      key,
      basis,
      shape: SHAPES[key] ?? 1,
      value: JSON.stringify(
        n === 0 && came ? { ...act, along: { told: along.told, stage: moved, work: along.work } } : act,
      ),
      ...(n === 0 && number !== undefined && { number }),
      origin,
      by,
    })),
  );
  return origin;
}

/** Standing entries of a kind, oldest first. */
export async function standingActs<T>(tx: Transaction | Database, unitId: string, key: ActKey): Promise<T[]> {
  const rows = await tx
    .select({ value: recordValues.value })
    .from(recordValues)
    .where(standing(unitId, key))
    .orderBy(asc(recordValues.id));
  return rows.map(({ value }) => JSON.parse(value) as T);
}

/** The name of an act, where it was picked in the history. */
export const actName = shortText('act', 80);

interface TakenBack<T> {
  acts: T[];
  /** The entry of the history it was written with, where that names it. */
  voids?: number;
  onSealed: (seq: number) => Promise<void>;
}

/** One act as if it had not been: its entries, what it told, where it moved the unit as long as nothing has since. */
export async function actBack<T>(
  tx: Transaction,
  unit: { id: string; stage: Stage },
  origin: string,
): Promise<TakenBack<T>> {
  const rows = await tx
    .select()
    .from(recordValues)
    .where(
      and(eq(recordValues.unitId, unit.id), eq(recordValues.origin, origin), isNull(recordValues.voidedBy)),
    )
    .orderBy(asc(recordValues.id));
  const ids = rows.map(({ id }) => id);
  // values of the specification that came with it go back with it
  const acts = rows
    .filter(({ key }) => !Object.hasOwn(SPEC_KEYS, key))
    .map(({ value }) => JSON.parse(value) as T & { along?: Along });
  const { told = [], stage, work: reckoned } = acts[0]?.along ?? {};
  if (ids.length) await tx.update(recordValues).set({ voidedBy: 0 }).where(inArray(recordValues.id, ids));
  await answersBack(tx, told);
  if (reckoned) {
    await tx.delete(workSegments).where(eq(workSegments.workId, reckoned));
    await tx.update(work).set({ status: 'dropped' }).where(eq(work.id, reckoned));
  }
  const [sealed] = await tx
    .select({ seq: events.seq })
    .from(events)
    .where(
      and(
        eq(events.unitId, unit.id),
        sql`(${events.payload} ->> 'act' = ${origin}
          or (${events.kind} = 'mat passed' and ${events.payload} ->> 'passed' = ${origin}))`,
      ),
    )
    .limit(1);
  if (stage && unit.stage === stage.to) await moveStage(tx, unit, stage.from);
  return {
    acts,
    voids: sealed?.seq,
    async onSealed(seq) {
      if (ids.length)
        await tx.update(recordValues).set({ voidedBy: seq }).where(inArray(recordValues.id, ids));
      await sealBack(tx, seq, told);
    },
  };
}

/**
 * The last act of a kind.
 * @param only the act that is meant, where somebody took it from the history
 * @throws ShopError in the words given when there is none, or when another came after it
 */
export async function lastActBack<T>(
  tx: Transaction,
  unit: { id: string; stage: Stage },
  key: ActKey,
  none: string,
  only?: string,
): Promise<TakenBack<T>> {
  const [last] = await tx
    .select({ origin: recordValues.origin })
    .from(recordValues)
    .where(standing(unit.id, key))
    .orderBy(desc(recordValues.id))
    .limit(1);
  if (!last) throw new ShopError('refused', none);
  // an act has a name of its own: what a report wrote besides is told apart by it, and never goes with it
  const whole = last.origin.startsWith(`${key} `);
  if (!whole || (only !== undefined && only !== last.origin))
    throw new ShopError('refused', 'Not taken back: something was noted after it. Take that back first.');
  return actBack<T>(tx, unit, last.origin);
}
