import Joi from 'joi';
import { DELIMITERS } from '@/formats/table';
import { MANIFEST_FIELDS } from '@/formats/manifest';
import { keyed } from '@/shapes/fields';
import type { ValueOf } from '@/shapes/inferred';
import { rowId } from '../input';

export const MAX_MANIFEST = 4_000_000;
/** Longer manifests are taken in by a worker. */
export const MOST_AT_ONCE = 400;

const columns = keyed(MANIFEST_FIELDS, () => Joi.number().integer().min(0).max(200)).label('columns');
const sheet = {
  text: Joi.string()
    .max(MAX_MANIFEST)
    .required()
    .label('file')
    .messages({ 'string.max': 'the file is over 4 MB: split it', 'string.empty': 'the file is empty' }),
  reading: Joi.object({
    delimiter: Joi.string().valid(...DELIMITERS),
    decimal: Joi.string().valid('.', ','),
    mends: Joi.object()
      .pattern(/^\d{1,6}$/, Joi.array().items(Joi.string().allow('').max(2000)).max(200))
      .max(500),
  })
    .default({})
    .label('reading'),
};
const file = { lotId: rowId('lot').required(), ...sheet };

/** A file of rows that is looked at before there is a lot; the terms of a bid as they are typed. */
export const offerInput = Joi.object({
  ...sheet,
  columns,
  terms: Joi.object()
    .pattern(/^[a-z]{1,12}$/, Joi.string().allow('').max(40))
    .max(20)
    .required()
    .label('terms'),
});
/** Rows of former sales: how the file is written, and which column is what. */
export const sheetReading = sheet.reading;

/** Without columns a preview guesses them. */
export const previewInput = Joi.object({ ...file, columns });
/** An import wants them said. */
export const manifestInput = Joi.object({ ...file, columns: columns.required() });
/** A long one: all of it or nothing, where it is asked; then one bad row, or a cancel, and nothing is in. */
export const importInput = Joi.object({
  ...file,
  columns: columns.required(),
  whole: Joi.boolean().default(false).label('all or nothing'),
});
/** What a queued import is given. */
export type ImportInput = ValueOf<typeof importInput>;
export type Manifest = ValueOf<typeof manifestInput>;
