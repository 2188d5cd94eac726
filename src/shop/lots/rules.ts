import Joi from 'joi';
import { DELIMITERS } from '@/formats/table';
import { MANIFEST_FIELDS, type ColumnMap, type Reading } from '@/formats/manifest';
import { rowId } from '../input';

export const MAX_MANIFEST = 4_000_000;
/** Longer manifests are taken in by a worker. */
export const MOST_AT_ONCE = 400;

export interface ManifestInput {
  lotId: string;
  text: string;
  columns?: ColumnMap;
  reading: Reading;
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
  reading: Joi.object({
    delimiter: Joi.string().valid(...DELIMITERS),
    decimal: Joi.string().valid('.', ','),
    mends: Joi.object()
      .pattern(/^\d{1,6}$/, Joi.array().items(Joi.string().allow('').max(2000)).max(200))
      .max(500),
  })
    .default({})
    .label('reading'),
});
