import Joi from 'joi';
import { minor, shortText } from '@/shapes/fields';
import type { ValueOf } from '@/shapes/inferred';
import { feeBasisPoints, timeZone } from '@/shapes/rates';

/** What a new shop is asked for. The password's length is the door's own rule. */
export const setupShape = Joi.object({
  name: shortText('name', 60).required(),
  email: Joi.string().trim().lowercase().email({ tlds: false }).max(120).required().label('address'),
  password: Joi.string().required().label('password'),
  shop: shortText('the shop’s name', 60).required(),
  place: shortText('place', 60).allow('').default(''),
  currencySign: shortText('currency', 6).required(),
  currencyDecimals: Joi.number().integer().min(0).max(4).required().label('decimals'),
  timeZone: timeZone.required(),
  ratePerHourMinor: minor('rate').required(),
  feeBasisPoints: feeBasisPoints.required(),
  /** Names of benches, docks, shelves and racks where things run by themselves. */
  stations: Joi.array().items(shortText('station', 40)).max(30).default([]).label('stations'),
});
export type SetupInput = ValueOf<typeof setupShape>;
