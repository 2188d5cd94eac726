import Joi from 'joi';
import { bayKinds } from '@/catalog/machine/bays';
import { machineField, machineKeys, readFact } from '@/core/parts/fields';
import { modelSheets } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { unitId } from '../input';
import { refuseHeld } from '../line';
import { writeActs } from '../record/acts';
import { modelKey, sheetOf } from './machine';

interface Note {
  unitId: string;
  facts: Record<string, string | number | null>;
  model: boolean;
}

/**
 * What the machine takes, read off its plate, its board or its maker's sheet; null takes a fact back. For every
 * machine of the model when that is said.
 */
export const noteTakes = defineCommand({
  name: 'noteTakes',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    facts: Joi.object()
      .pattern(
        Joi.string().valid(...machineKeys()),
        Joi.alternatives(Joi.string().max(400), Joi.number()).allow(null),
      )
      .min(1)
      .required(),
    model: Joi.boolean().default(false),
  }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const faults: Record<string, string> = {};
    const facts: Note['facts'] = {};
    for (const [key, typed] of Object.entries(input.facts)) {
      if (typed === null || typed === '') {
        facts[key] = null;
        continue;
      }
      const read = readFact(machineField(key, bayKinds)!, typed);
      if ('fault' in read) faults[key] = read.fault;
      else facts[key] = read.value;
    }
    if (Object.keys(faults).length)
      throw new ShopError('invalid', `Not noted: ${Object.values(faults).join('; ')}.`, { fields: faults });
    const key = input.model ? modelKey(unit!) : null;
    if (input.model && !key)
      throw new ShopError('invalid', 'Not noted: its maker and model are not known yet.');
    if (key) {
      const takes = Object.fromEntries(
        Object.entries({ ...(await sheetOf(tx, unit!)), ...facts }).filter(([, value]) => value !== null),
      ) as Record<string, string | number>;
      await tx
        .insert(modelSheets)
        .values({ model: key, takes, byName: actor.name })
        .onConflictDoUpdate({
          target: modelSheets.model,
          set: { takes, byName: actor.name, at: new Date() },
        });
    }
    const act = key ? undefined : await writeActs(tx, unit!.id, 'takes', [facts], actor.name);
    return {
      event: {
        kind: 'takes',
        payload: { facts, model: key ? `${unit!.maker} ${unit!.model}` : null, ...(act && { act }) },
      },
      answer: { facts },
    };
  },
});
