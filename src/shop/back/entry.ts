import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import Joi from 'joi';
import type { Transaction } from '@/db/client';
import { events } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type Actor } from '../command';
import { ShopError } from '@/errors';
import { rowId, unitId } from '../input';
import { refuseHeld } from '../line';
import { shareLotCost } from '../lots/shareCost';
import { heldComponent } from '../moves/component';
import { leave } from '../moves/leave';
import type { Component } from '../moves/movement';
import { writeCount } from '../record/count';

/**
 * A part that was entered and never was leaves the record. Of a machine that was said to have a drive nobody knows how many
 * it has: hands look into every bay and count before it may leave.
 * @throws ShopError beginning with `done` when anything has happened to it since
 */
export async function neverHere(tx: Transaction, actor: Actor, part: Component, done: string): Promise<void> {
  await leave(tx, actor, part, {
    to: 'never',
    reason: 'entered by mistake',
    done,
    takesBack: 0,
  });
  if (part.class === 'drive' && part.unitId)
    await writeCount(tx, part.unitId, { drives: null, by: 'hands' }, actor.name);
  if (part.sharesLot && part.fromLotId) await shareLotCost(tx, part.fromLotId);
}

/** A part that was put down by mistake, in the bin or in a machine. */
export const takeBackPart = defineCommand({
  name: 'takeBackPart',
  roles: BENCH_ROLES,
  onUnit: 'named',
  input: Joi.object({ unitId: unitId.optional(), componentId: rowId('part').required() }),
  async run({ tx, actor, unit }, { componentId }) {
    if (unit) refuseHeld(unit);
    const part = await heldComponent(tx, componentId);
    if (unit ? part.unitId !== unit.id : part.place !== 'bin')
      throw new ShopError('conflict', `Not taken back: ${part.code} ${part.name} is not here any more.`);
    // no gate stands behind the bin as one does behind a machine
    if (!unit && part.class === 'drive' && actor.role !== 'owner')
      throw new ShopError(
        'forbidden',
        `Not taken back: ${part.code} is a drive in the bin, and what is on it is not accounted for. Only the owner can say that it was never here.`,
      );
    await neverHere(tx, actor, part, 'Not taken back');
    const [came] = await tx
      .select({ seq: events.seq })
      .from(events)
      .where(
        and(
          inArray(events.kind, ['part received', 'part recorded']),
          eq(sql`${events.payload} ->> 'component'`, part.id),
        ),
      )
      .orderBy(desc(events.seq))
      .limit(1);
    return {
      event: {
        kind: 'part entry back',
        ...(came && { voids: came.seq }),
        payload: {
          component: part.id,
          code: part.code,
          name: part.name,
          from: unit ? unit.tag : 'the bin',
        },
      },
      answer: { code: part.code },
    };
  },
});
