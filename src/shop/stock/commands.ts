import { eq } from 'drizzle-orm';
import Joi from 'joi';
import { serialKey } from '@/core/machine/serial';
import { partFaults } from '@/core/parts/fields';
import { components } from '@/db/schema';
import { partFields } from '@/shapes/parts';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { minor, rowId, shortText } from '../input';
import { lotById } from '../lots/commands';
import { shareLotCost } from '../lots/shareCost';
import { arrive } from '../moves/arrive';
import { componentById, lockDonor } from '../moves/component';
import { dataEntries } from '../record/sources';
import { settleUnit } from '../units/revalue';

const componentId = rowId('part').required();

/** What a part is, read off its label afterwards. A part in a machine tells what the machine is. */
export const describePart = defineCommand({
  name: 'describePart',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({
    componentId,
    name: shortText('name', 80),
    serial: shortText('serial', 60).allow(''),
    attributes: Joi.object()
      .pattern(/^[a-zA-Z]{1,20}$/, Joi.alternatives(Joi.string().max(120), Joi.number()).allow(null))
      .default({}),
    worthMinor: minor('worth'),
    benchOnly: Joi.boolean().label('for the bench only'),
  }),
  async run({ tx }, { componentId: id, attributes, ...more }) {
    const part = await componentById(tx, id);
    const unit = part.unitId ? await lockDonor(tx, part.unitId) : null;
    if (part.place === 'sold' || part.place === 'returned' || part.place === 'never')
      throw new ShopError('refused', `Not noted: ${part.code} ${part.name} is not here any more.`);
    // what stands on record about its data was said of the drive with this serial, and of no other
    if (
      part.class === 'drive' &&
      more.serial !== undefined &&
      serialKey(more.serial) !== part.serialKey &&
      (await dataEntries(tx, [part.id])).length
    )
      throw new ShopError(
        'refused',
        `Not noted: something stands on record about the data of ${part.code} under ${part.serial ? `the serial ${part.serial}` : 'no serial'}. Take that back first; then the serial can be changed.`,
      );
    const merged = Object.fromEntries(
      Object.entries({ ...part.attributes, ...attributes }).filter(([, value]) => value !== null),
    ) as Record<string, string | number>;
    const faults = partFaults(part.class, merged);
    if (faults.length) throw new ShopError('invalid', `Not noted: ${faults.join('; ')}.`);
    await tx
      .update(components)
      .set({ ...more, attributes: merged })
      .where(eq(components.id, part.id));
    // the machine it is in is another one now: its price and its papers follow
    const ungraded = unit ? await settleUnit(tx, unit) : false;
    return {
      event: {
        kind: 'part described',
        ...(unit && { unitId: unit.id }),
        payload: {
          component: part.id,
          code: part.code,
          name: more.name ?? part.name,
          attributes,
          ...more,
          ...(ungraded && { ungraded }),
        },
      },
      answer: { code: part.code },
    };
  },
});

/** Parts and chargers that came loose in a lot: they take a share of what it cost by what they are worth. */
export const receiveLoose = defineCommand({
  name: 'receiveLoose',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({
    lotId: rowId('lot').required(),
    parts: Joi.array().min(1).max(200).items(Joi.object(partFields)).required(),
  }),
  async run({ tx, actor }, input) {
    const lot = await lotById(tx, input.lotId);
    const made = [];
    for (const part of input.parts)
      made.push({
        name: part.name,
        ...(await arrive(
          tx,
          actor,
          { ...part, costMinor: 0, fromLotId: lot.id, sharesLot: true },
          'bin',
          `came loose in lot ${lot.code}`,
        )),
      });
    await shareLotCost(tx, lot.id);
    return {
      event: {
        kind: 'loose parts',
        lotId: lot.id,
        payload: { parts: made.map(({ id, code, name }) => ({ component: id, code, name })) },
      },
      answer: { codes: made.map(({ code }) => code) },
    };
  },
});
