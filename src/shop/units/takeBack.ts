import type { PartExchanged } from '@/core/record/events';
import { events, observations } from '@/db/schema';
import { and, eq, isNull, desc, inArray } from 'drizzle-orm';
import Joi from 'joi';
import { defineCommand, BENCH_ROLES } from '../command';
import { ShopError } from '@/errors';
import { rowNumber, unitId } from '../input';
import { moveBack, refuseHeld } from '../line';
import { exchangeBack } from '../parts/exchange';
import { actBack } from '../record/acts';

/**
 * Takes back an answer or a verdict (the last one unless named). The row stays and is marked; belief is what
 * it was without it.
 */
export const voidObservation = defineCommand({
  name: 'voidObservation',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, observation: rowNumber('answer') }),
  async run({ tx, actor, unit }, input) {
    const standing = and(eq(observations.unitId, unit!.id), isNull(observations.voidedBy));
    const [row] = await tx
      .select()
      .from(observations)
      .where(
        input.observation === undefined ? standing : and(standing, eq(observations.id, input.observation)),
      )
      .orderBy(desc(observations.id))
      .limit(1);
    if (!row)
      throw new ShopError(
        'refused',
        input.observation === undefined
          ? 'There is nothing to take back.'
          : 'That answer has already been taken back.',
      );
    // a memory board is one act, taken back as one; a report's answers are each looked at for themselves
    const [act] = await tx
      .select({ kind: events.kind, payload: events.payload })
      .from(events)
      .where(eq(events.seq, row.eventSeq ?? -1));
    // the very answer that put it there may be taken back: it was a slip, and the owner says so
    if (!(unit!.stage === 'quarantine' && actor.role === 'owner' && act?.kind === 'quarantined'))
      refuseHeld(unit!);
    const whole =
      act?.kind === 'memory board'
        ? await tx
            .select()
            .from(observations)
            .where(and(standing, eq(observations.eventSeq, row.eventSeq!)))
        : [row];
    const ids = whole.map(({ id }) => id);
    // parts that went in or came out with it are back where they were
    const { parts, passed } = (act?.payload ?? {}) as { parts?: PartExchanged[]; passed?: string };
    if (parts) await exchangeBack(tx, actor, unit!, parts);
    // it was powered over an open mat for it: that goes with it
    const unpassed = passed ? await actBack(tx, unit!, passed) : null;
    await tx.update(observations).set({ voidedBy: 0 }).where(inArray(observations.id, ids));
    // an answer that had replaced an earlier one gives that one back
    if (row.eventSeq !== null)
      await tx
        .update(observations)
        .set({ voidedBy: null })
        .where(
          and(
            eq(observations.unitId, unit!.id),
            eq(observations.voidedBy, row.eventSeq),
            inArray(
              observations.ref,
              whole.map(({ ref }) => ref),
            ),
          ),
        );
    await moveBack(tx, unit!, act?.payload);
    return {
      event: {
        kind: 'voided',
        voids: row.eventSeq ?? undefined,
        payload: {
          observation: row.id,
          ref: row.ref,
          outcome: row.outcome,
          ...(ids.length > 1 && { refs: whole.map(({ ref }) => ref) }),
        },
      },
      answer: { voided: row.ref },
      voided: ids,
      onSealed: unpassed?.onSealed,
    };
  },
});
