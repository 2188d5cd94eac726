import Joi from 'joi';
import { CHASSIS, LOT_SOURCES } from '@/core/catalogue';
import { isoDate, minor, rowId, shortText } from './fields';

export const receiveLotInput = Joi.object({
  code: shortText('lot', 20)
    .pattern(/^[A-Za-z0-9-]+$/)
    .required()
    .messages({ 'string.pattern.base': '{{#label}} may hold letters, digits and dashes' }),
  name: shortText('name', 120).required(),
  source: Joi.string()
    .valid(...LOT_SOURCES)
    .required()
    .label('source'),
  tagPrefix: shortText('tag letters', 4)
    .uppercase()
    .pattern(/^[A-Z]{2,4}$/)
    .required()
    .messages({ 'string.pattern.base': '{{#label}} must be two to four letters' }),
  priceMinor: minor('price').required(),
  freightMinor: minor('freight').default(0),
  feesMinor: minor('fees').default(0),
  allocation: Joi.string().valid('value', 'equal').default('value'),
  receivedOn: isoDate('date').required(),
  claims: shortText('claims', 2000).allow('').default(''),
});

export const lotCorrection = Joi.object({
  lotId: rowId('lot').required(),
  name: shortText('name', 120),
  priceMinor: minor('price'),
  freightMinor: minor('freight'),
  feesMinor: minor('fees'),
  receivedOn: isoDate('date'),
  why: shortText('why', 200).required(),
}).or('name', 'priceMinor', 'freightMinor', 'feesMinor', 'receivedOn');

export const addUnitInput = Joi.object({
  lotId: rowId('lot').required(),
  chassis: Joi.string()
    .valid(...CHASSIS)
    .required()
    .label('kind'),
  maker: shortText('maker', 60).allow('').default(''),
  model: shortText('model', 80).required(),
  serial: shortText('serial', 60).allow('').default(''),
  condition: shortText('claim', 400).allow('').default(''),
});

const one = {
  chassis: Joi.string()
    .valid(...CHASSIS)
    .required()
    .label('kind'),
  source: Joi.string()
    .valid(...LOT_SOURCES)
    .required()
    .label('source'),
  words: shortText('what the listing says', 400).allow('').default(''),
  postageMinor: minor('postage').default(0),
  plateVolts: Joi.number().min(0).max(60).label('volts of its plate'),
  plateAmps: Joi.number().min(0).max(20).label('amperes of its plate'),
};

/** One machine that was bought. */
export const buyOneInput = Joi.object({
  ...one,
  maker: shortText('maker', 60).allow('').default(''),
  model: shortText('model', 80).required(),
  serial: shortText('serial', 60).allow('').default(''),
  paidMinor: minor('paid').required(),
  from: shortText('from whom', 80).allow('').default(''),
  boughtOn: isoDate('bought on').required(),
});

/** One machine that is offered: what is it worth to the shop? */
export const offeredInput = Joi.object({
  ...one,
  level: Joi.number().integer().min(0).max(4).label('level'),
  memoryGb: Joi.number().min(0).max(1024).label('memory'),
  driveKind: Joi.string().valid('none', 'disk', 'solid').label('drive'),
  driveGb: Joi.number().min(0).max(100_000).label('drive size'),
});
