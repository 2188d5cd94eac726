import Joi from 'joi';
import { BENCH_ROLES, defineCommand } from '../command';
import { shortText, unitId, rowId } from '../input';
import { putErasure, type Erasure } from './put';

interface Record extends Erasure {
  unitId: string;
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
    const told = await putErasure(tx, actor, unit!, input);
    return { event: { kind: `drive ${input.kind}`, payload: told }, answer: { erasureId: told.erasure } };
  },
});
