import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import { catalogue, findingById } from '@/catalog';
import type { Transaction } from '@/db/client';
import { observations } from '@/db/schema';
import type { Actor, Put } from '../command';
import { replaceEarlier } from './replace';

/**
 * Puts an answer on the record that some other act gave: a mat, a cleaned zone, a closing check.
 * @throws RangeError when the catalogue has no such question or outcome
 */
export async function putAnswer(
  tx: Transaction,
  actor: Actor,
  unitId: string,
  finding: string,
  outcome: string,
  basis: 'typed' | 'measured' = 'typed',
): Promise<Put> {
  const at = findingById(finding)?.outcomes.findIndex(({ id }) => id === outcome) ?? -1;
  if (at < 0) throw new RangeError(`record: there is no outcome "${outcome}" of "${finding}"`);
  return put(tx, actor, unitId, { kind: 'finding', ref: finding, outcome: at, outcomeId: outcome, basis });
}

/** The question is open again: what was answered is to be looked at anew. */
export const putAgain = (tx: Transaction, actor: Actor, unitId: string, finding: string): Promise<Put> =>
  put(tx, actor, unitId, { kind: 'unanswered', ref: finding, outcome: 0, outcomeId: 'look-again' });

async function put(
  tx: Transaction,
  actor: Actor,
  unitId: string,
  said: {
    kind: 'finding' | 'unanswered';
    ref: string;
    outcome: number;
    outcomeId: string;
    basis?: 'typed' | 'measured';
  },
): Promise<Put> {
  const replaced = await replaceEarlier(tx, unitId, [said.ref]);
  const [row] = await tx
    .insert(observations)
    .values({ unitId, ...said, catalogue: catalogue.version, by: actor.id, byName: actor.name })
    .returning({ id: observations.id });
  return { id: row.id, replaced };
}

/** How a question stands answered; null: it is not. */
export async function standingOutcome(
  tx: Transaction,
  unitId: string,
  finding: string,
): Promise<string | null> {
  const [row] = await tx
    .select({ outcome: observations.outcomeId })
    .from(observations)
    .where(
      and(
        eq(observations.unitId, unitId),
        eq(observations.kind, 'finding'),
        eq(observations.ref, finding),
        isNull(observations.voidedBy),
      ),
    )
    .orderBy(desc(observations.id))
    .limit(1);
  return row?.outcome ?? null;
}

/** The answers and verdicts an act gave are taken back with it; what they had put aside stands again. */
export async function answersBack(tx: Transaction, ids: readonly number[]): Promise<void> {
  for (const id of ids) {
    const [row] = await tx.select().from(observations).where(eq(observations.id, id));
    if (!row || row.voidedBy !== null) continue;
    await tx.update(observations).set({ voidedBy: 0 }).where(eq(observations.id, id));
    if (row.eventSeq !== null)
      await tx.update(observations).set({ voidedBy: null }).where(eq(observations.voidedBy, row.eventSeq));
  }
}

/** The event that took them back is known by now. */
export async function sealBack(tx: Transaction, seq: number, ids: readonly number[]): Promise<void> {
  if (ids.length)
    await tx
      .update(observations)
      .set({ voidedBy: seq })
      .where(and(inArray(observations.id, [...ids]), eq(observations.voidedBy, 0)));
}
