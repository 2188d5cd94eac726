import Joi from 'joi';
import { minor, shortText } from '@/shapes/fields';
import { ratesInput } from '@/shapes/rates';

export interface SetupInput {
  name: string;
  email: string;
  password: string;
  shop: string;
  place: string;
  currencySign: string;
  currencyDecimals: number;
  timeZone: string;
  ratePerHourMinor: number;
  feeBasisPoints: number;
  /** Names of benches, docks, shelves and racks where things run by themselves. */
  stations: string[];
}

/** What a new shop is asked for. The password's length is the door's own rule. */
export const setupShape = Joi.object({
  name: shortText('name', 60).required(),
  email: Joi.string().trim().lowercase().email({ tlds: false }).max(120).required().label('address'),
  password: Joi.string().required().label('password'),
  shop: shortText('the shop’s name', 60).required(),
  place: shortText('place', 60).allow('').default(''),
  currencySign: shortText('currency', 6).required(),
  currencyDecimals: Joi.number().integer().min(0).max(4).required().label('decimals'),
  timeZone: ratesInput.extract('timeZone').required(),
  ratePerHourMinor: minor('rate').required(),
  feeBasisPoints: ratesInput.extract('feeBasisPoints').required(),
  stations: Joi.array().items(shortText('station', 40)).max(30).default([]).label('stations'),
});
