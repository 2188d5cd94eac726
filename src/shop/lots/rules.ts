import Joi from 'joi';
import { LOT_SOURCES } from '@/core/catalogue';
import { MANIFEST_FIELDS, type ColumnMap } from '@/formats/manifest';
import { isoDate, minor, shortText, rowId } from '../input';

export const MAX_MANIFEST = 4_000_000;
/** Longer manifests are taken in by a worker. */
export const MOST_AT_ONCE = 400;

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

export interface ManifestInput {
  lotId: string;
  text: string;
  columns?: ColumnMap;
}

/** Without columns a preview guesses them; an import wants them said. */
export const manifestInput = Joi.object({
  lotId: rowId('lot').required(),
  text: Joi.string()
    .max(MAX_MANIFEST)
    .required()
    .label('file')
    .messages({ 'string.max': 'the file is over 4 MB: split it', 'string.empty': 'the file is empty' }),
  columns: Joi.object(
    Object.fromEntries(MANIFEST_FIELDS.map((field) => [field, Joi.number().integer().min(0).max(200)])),
  ).label('columns'),
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
