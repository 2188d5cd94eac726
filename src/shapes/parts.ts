import Joi from 'joi';
import { PART_CLASSES } from '@/core/catalogue';
import { partFaults } from '@/core/parts/fields';
import { minor, shortText } from './fields';

/** What a part says of itself; what its class has fields for must be in their bounds. */
export const attributesShape = Joi.object()
  .pattern(/^[a-zA-Z]{1,20}$/, Joi.alternatives(Joi.string().max(120), Joi.number()))
  .default({})
  .custom((value: Record<string, string | number>, helpers) => {
    const { class: partClass } = helpers.state.ancestors[0] as { class?: string };
    const faults = partFaults(partClass ?? '', value);
    return faults.length ? helpers.message({ custom: faults.join('; ') }) : value;
  });

/** A part, wherever it comes from. */
export const partFields = {
  class: Joi.string()
    .valid(...PART_CLASSES)
    .required()
    .label('class'),
  name: shortText('name', 80).required(),
  serial: shortText('serial', 60).allow('').default(''),
  costMinor: minor('cost').default(0),
  worthMinor: minor('worth').default(0),
  knownGood: Joi.boolean().default(false).label('tested good'),
  attributes: attributesShape,
};

export const receivePartInput = Joi.object({
  ...partFields,
  condition: Joi.string().valid('new', 'used', '').default('').label('new or used'),
  supplier: shortText('supplier', 80).allow('').default(''),
  benchOnly: Joi.boolean().default(false).label('for the bench only'),
});
