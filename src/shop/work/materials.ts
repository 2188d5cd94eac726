import Joi from 'joi';
import type { MaterialUsed } from '@/core/hands/materials';
import { minor, shortText } from '../input';

/** What was used up with a piece of work. */
export const materialsInput = Joi.array()
  .max(12)
  .items(
    Joi.object({
      name: shortText('material', 60).required(),
      amount: shortText('amount', 30).allow('').default(''),
      costMinor: minor('cost').default(0),
    }),
  )
  .label('materials');

/** As it is kept with the work. */
export const usedUp = (materials: MaterialUsed[] | undefined) =>
  materials?.length
    ? { materials, materialMinor: materials.reduce((sum, { costMinor }) => sum + costMinor, 0) }
    : {};
