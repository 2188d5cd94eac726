import { and, eq } from 'drizzle-orm';
import Joi from 'joi';
import { components } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { unitId } from '../input';
import { refuseHeld } from '../line';
import { writeActs } from '../record/acts';

/**
 * Somebody looked into every bay and socket and counted the drives. The machine leaves only when as many are on its
 * record; where nobody could read a serial, each must bear its code, so that none is taken for the other.
 */
export const countDrives = defineCommand({
  name: 'countDrives',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    drives: Joi.number().integer().min(0).max(24).required().label('how many drives'),
    /** Each drive without a serial bears the code of its record. */
    labelled: Joi.boolean().default(false).label('each bears its code'),
  }),
  async run({ tx, actor, unit }, { drives, labelled }) {
    refuseHeld(unit!);
    const nameless = await tx
      .select({ code: components.code })
      .from(components)
      .where(
        and(eq(components.unitId, unit!.id), eq(components.class, 'drive'), eq(components.serialKey, '')),
      );
    if (labelled && nameless.length > drives)
      throw new ShopError(
        'refused',
        `Not counted: ${nameless.map(({ code }) => code).join(', ')} are on record without a serial, and you count ${drives}. Take out what is not in it first.`,
      );
    const counted = { drives, by: 'hands' as const, labelled };
    const act = await writeActs(tx, unit!.id, 'drive count', [counted], actor.name);
    return { event: { kind: 'drives counted', payload: { drives, labelled, act } }, answer: { drives } };
  },
});
