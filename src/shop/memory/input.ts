import Joi from 'joi';
import { EMPTY, MOST, SLOT_RULES } from '@/core/memory/board';

const mask = Joi.number()
  .integer()
  .min(0)
  .max(2 ** MOST - 1);
/** Sizes of modules, GB. */
export const sizes = Joi.array().items(Joi.number().greater(0).max(1024)).min(1).max(MOST).label('modules');

export const setup = Joi.object({
  sizes: sizes.required(),
  slots: Joi.number().integer().min(1).max(MOST).required().label('slots'),
  rule: Joi.string()
    .valid(...SLOT_RULES)
    .required()
    .label('rule'),
  knownGood: mask.default(0).label('known-good modules'),
})
  .required()
  .label('board');

/** One start: which module in which slot, what was cleaned before, what was counted. */
export const trial = Joi.object({
  placement: Joi.array()
    .items(
      Joi.number()
        .integer()
        .min(EMPTY)
        .max(MOST - 1),
    )
    .min(1)
    .max(MOST)
    .required()
    .label('placement'),
  cleaned: mask.default(0).label('cleaned slots'),
  seen: Joi.number().min(0).max(8192).allow(null).required().label('memory counted'),
})
  .required()
  .label('start');

/** How many starts the caller has seen: a start noted elsewhere meanwhile is not written over. */
export const seenStarts = Joi.number().integer().min(0).max(200).required().label('starts');
