import Joi from 'joi';
import { PART_CLASSES } from '@/core/catalogue';
import { minor, shortText } from './fields';

/** A part, wherever it comes from. */
export const partFields = {
  class: Joi.string()
    .valid(...PART_CLASSES)
    .required()
    .label('class'),
  name: shortText('name', 80).required(),
  serial: shortText('serial', 60).allow('').default(''),
  costMinor: minor('cost').default(0),
  knownGood: Joi.boolean().default(false).label('tested good'),
  attributes: Joi.object()
    .pattern(/^[a-zA-Z]{1,20}$/, Joi.alternatives(Joi.string().max(60), Joi.number()))
    .default({}),
};

export const receivePartInput = Joi.object(partFields);
