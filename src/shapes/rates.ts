import Joi from 'joi';
import { minor, shortText } from './fields';

export const timeZone = Joi.string()
  .custom((value: string, helpers) =>
    value === 'UTC' || Intl.supportedValuesOf('timeZone').includes(value)
      ? value
      : helpers.error('zone.none'),
  )
  .label('zone')
  .messages({ 'zone.none': '{{#label}} is no zone anybody knows' });

/** What selling takes, in hundredths of a per cent. */
export const feeBasisPoints = Joi.number().integer().min(0).max(5000).label('fees').messages({
  'number.base': '{{#label}} must be 0 to 50 %',
  'number.max': '{{#label}} must be 0 to 50 %',
});

/** What an hour of hands costs, what selling takes, and where the shop is. */
export const ratesInput = Joi.object({
  name: shortText('name', 60),
  trader: shortText('address on papers', 160).allow(''),
  warranty: shortText('warranty', 160).allow(''),
  ratePerHourMinor: minor('rate'),
  feeBasisPoints,
  timeZone,
}).min(1);
