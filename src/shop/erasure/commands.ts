import Joi from 'joi';
import { erasures } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '../errors';
import { shortText, unitId, rowId } from '../input';
import { dataStays } from '../record/stays';
import { componentById, move } from '../components/move';

interface Record {
  unitId: string;
  componentId: string;
  kind: 'erased' | 'returned' | 'destroyed' | 'never';
  method: string;
  verified: string;
}

/**
 * What was done about the data of a drive. A drive returned or destroyed leaves the unit with the same
 * command.
 */
export const recordErasure = defineCommand<Record, { erasureId: string }>({
  name: 'recordErasure',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    componentId: rowId('drive').required(),
    kind: Joi.string().valid('erased', 'returned', 'destroyed', 'never').required().label('what'),
    method: shortText('method', 200).required(),
    verified: shortText('verification', 200).allow('').default(''),
  }),
  async run({ tx, actor, unit }, input) {
    const drive = await componentById(tx, input.componentId);
    if (drive.class !== 'drive')
      throw new ShopError('invalid', `Not recorded: ${drive.code} is not a drive.`);
    if (drive.unitId !== unit!.id)
      throw new ShopError('conflict', `Not recorded: ${drive.code} is not in this unit.`);
    if (input.kind === 'erased' && !input.verified)
      throw new ShopError('invalid', 'Not recorded: say how the erasure was verified.', {
        fields: { verified: 'is missing' },
      });
    if ((input.kind === 'erased' || input.kind === 'destroyed') && (await dataStays(tx, unit!)))
      throw new ShopError('refused', 'Not recorded: the system and the data on it stay.');
    const [row] = await tx
      .insert(erasures)
      .values({
        componentId: drive.id,
        unitId: unit!.id,
        kind: input.kind,
        method: input.method,
        verified: input.verified,
        by: actor.id,
        byName: actor.name,
      })
      .returning({ id: erasures.id });
    if (input.kind === 'returned' || input.kind === 'destroyed')
      await move(tx, actor, drive, input.kind === 'returned' ? 'returned' : 'scrap', input.kind);
    return {
      event: {
        kind: `drive ${input.kind}`,
        payload: {
          erasure: row.id,
          component: drive.id,
          code: drive.code,
          serial: drive.serial,
          method: input.method,
          verified: input.verified,
        },
      },
      answer: { erasureId: row.id },
    };
  },
});
