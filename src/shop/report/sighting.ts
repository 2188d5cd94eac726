import { and, asc, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { database, type Transaction } from '@/db/client';
import { components, sightings, units } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { rowId, unitId } from '../input';
import { refuseHeld } from '../line';
import { arrive } from '../moves/arrive';
import { heldComponent } from '../moves/component';
import { move } from '../moves/move';
import { dataEntries } from '../record/sources';
import { settleUnit } from '../units/revalue';
import { lockDonor } from '../moves/component';

/** @throws ShopError when what is on record about its data was said of a drive without that serial */
async function assertNothingSaid(tx: Transaction, part: typeof components.$inferSelect): Promise<void> {
  if (part.class === 'drive' && (await dataEntries(tx, [part.id])).length)
    throw new ShopError(
      'refused',
      `Not noted: ${part.code} has no serial on record, and something stands on record about its data. Take that back first, then say that it is the same.`,
    );
}

/**
 * A report showed a part that may be one on record: here without a serial, in another machine, or in the bin. Somebody
 * who has looked says whether it is. The same moves here, or takes the serial; another one is a part of its own.
 */
export const answerSighting = defineCommand({
  name: 'answerSighting',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    sightingId: rowId('sighting').required(),
    answer: Joi.string().valid('same', 'another').required().label('which'),
  }),
  async run({ tx, actor, unit }, { sightingId, answer }) {
    refuseHeld(unit!);
    const [seen] = await tx
      .select()
      .from(sightings)
      .where(and(eq(sightings.id, sightingId), eq(sightings.unitId, unit!.id), isNull(sightings.answer)))
      .for('update');
    if (!seen) throw new ShopError('missing', 'Not noted: nobody asks that here any more.');
    await tx.update(sightings).set({ answer }).where(eq(sightings.id, seen.id));
    const part = await heldComponent(tx, seen.componentId);
    const named = { component: part.id, code: part.code, name: part.name, serial: seen.serial, answer };
    if (answer === 'another') {
      const { name, serial, attributes } = seen;
      const made = await arrive(
        tx,
        actor,
        { class: part.class, name, serial, attributes, fromLotId: unit!.lotId },
        `unit:${unit!.id}`,
        'came with the unit',
      );
      return {
        event: { kind: 'part seen', payload: { ...named, made: made.code } },
        answer: { code: made.code },
      };
    }
    const also = part.unitId && part.unitId !== unit!.id ? part.unitId : null;
    if (part.serial === '') {
      await assertNothingSaid(tx, part);
      await tx
        .update(components)
        .set({ serial: seen.serial, name: seen.name, attributes: { ...part.attributes, ...seen.attributes } })
        .where(eq(components.id, part.id));
    } else if (part.unitId !== unit!.id) {
      if (part.place !== 'bin' && part.place !== 'unit')
        throw new ShopError('conflict', `Not noted: ${part.code} has left the shop: it is another one.`);
      const donor = also && (await lockDonor(tx, also));
      if (donor) refuseHeld(donor);
      await move(tx, actor, part, `unit:${unit!.id}`, 'seen here by the machine’s report');
      if (donor) await settleUnit(tx, donor);
    }
    return {
      event: { kind: 'part seen', payload: named, ...(also && { alsoUnits: [also] }) },
      answer: { code: part.code },
    };
  },
});

/** What the report of a machine showed that nobody has said yes or no to, newest last. */
export async function openSightings(unit: string) {
  const rows = await database()
    .select({
      row: sightings,
      code: components.code,
      class: components.class,
      in: components.unitId,
      tag: units.tag,
    })
    .from(sightings)
    .innerJoin(components, eq(components.id, sightings.componentId))
    .leftJoin(units, eq(units.id, components.unitId))
    .where(and(eq(sightings.unitId, unit), isNull(sightings.answer)))
    .orderBy(asc(sightings.at));
  return rows.map(({ row, code, class: partClass, in: holder, tag }) => ({
    id: row.id,
    name: row.name,
    serial: row.serial,
    class: partClass,
    code,
    holder: tag,
    here: holder === unit,
  }));
}
