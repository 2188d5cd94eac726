import Joi from 'joi';
import { PASTED_ON, PASTE_FOUND, type MaterialUsed } from '@/core/hands/materials';
import { minor, shortText } from '../input';

/** What was used up with a piece of work. */
export const materialsInput = Joi.array()
  .max(12)
  .items(
    Joi.object({
      name: shortText('material', 60).required(),
      amount: shortText('amount', 30).allow('').default(''),
      costMinor: minor('cost').default(0),
      on: Joi.string()
        .valid(...PASTED_ON)
        .label('what it was put on'),
      was: Joi.string()
        .valid(...PASTE_FOUND)
        .label('how it was found'),
    }),
  )
  .label('materials');

/** As it is kept with the work. */
export const usedUp = (materials: MaterialUsed[] | undefined) =>
  materials?.length
    ? { materials, materialMinor: materials.reduce((sum, { costMinor }) => sum + costMinor, 0) }
    : {};
