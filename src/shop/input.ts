import Joi from 'joi';
import { unkeepableIn } from '@/formats/json';
import { ShopError } from './errors';

/**
 * The one place that says what a text, an id, a date, money and a number from outside may be. Messages name
 * the field in plain words.
 */

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;
/** Largest sum one field takes, minor units. */
export const MOST_MINOR = 1_000_000_000;
/** Largest whole number of an int4 column. */
const MOST_INT = 2_147_483_647;
const EARLIEST_YEAR = 1970;
const LATEST_YEAR = 2099;

/** A row's id, in any letter case, never in brackets. */
export const rowId = (label: string) =>
  Joi.string()
    .lowercase()
    .pattern(UUID)
    .label(label)
    .messages({ 'string.pattern.base': '{{#label}} is not an id of ours' });
export const unitId = rowId('unit').required();

export const isRowId = (text: string) => UUID.test(text.toLowerCase());

export const shortText = (label: string, max = 120) => Joi.string().trim().max(max).label(label);

export const minor = (label: string) => Joi.number().integer().min(0).max(MOST_MINOR).label(label);

/** A day of the calendar that can be meant: 2026-02-30 and the year 9999 cannot. */
export const isoDate = (label: string) =>
  Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .custom((value: string, helpers) => (isDay(value) ? value : helpers.error('date.none')))
    .label(label)
    .messages({
      'string.pattern.base': '{{#label}} must be a date like 2026-11-25',
      'date.none': `{{#label}} is no day between ${EARLIEST_YEAR} and ${LATEST_YEAR}`,
    });

function isDay(text: string): boolean {
  const at = new Date(`${text}T00:00:00Z`);
  const year = at.getUTCFullYear();
  return (
    !Number.isNaN(at.getTime()) &&
    at.toISOString().slice(0, 10) === text &&
    year >= EARLIEST_YEAR &&
    year <= LATEST_YEAR
  );
}

/** Number of a row that counts up. */
export const rowNumber = (label: string) =>
  Joi.number().integer().min(1).max(Number.MAX_SAFE_INTEGER).label(label);

/** A tag as printed: two to four letters, a dash, a number. Nothing else is looked up. */
export const isTag = (text: string) => /^[A-Za-z]{2,4}-\d{1,9}$/.test(text);
export const isLotCode = (text: string) => /^[A-Za-z0-9-]{1,20}$/.test(text);

const KEY = /^[\x21-\x7e]{8,80}$/;

/**
 * The caller's own key of an act.
 * @throws ShopError when it is no such key: one that was dropped would act twice
 */
export function commandKey(key: unknown): string | undefined {
  if (key === undefined || key === null) return undefined;
  if (typeof key === 'string' && KEY.test(key)) return key;
  throw new ShopError(
    'invalid',
    'Not done: the key of a command is 8 to 80 letters, digits and marks without spaces.',
  );
}

/** Version of the unit the caller was looking at. @throws ShopError when it is no whole number */
export function versionSeen(version: unknown): number | undefined {
  if (version === undefined || version === null) return undefined;
  if (typeof version === 'number' && Number.isInteger(version) && version >= 0 && version <= MOST_INT)
    return version;
  throw new ShopError('invalid', 'Not done: a version is a whole number.');
}

/**
 * Checks a command's input: every text can be kept, and the shape fits.
 * @returns the input as the shape makes it (trimmed, defaults filled in) @throws ShopError naming every field
 * that does not fit
 */
export function checkedInput<I>(shape: Joi.ObjectSchema, input: unknown): I {
  const where = unkeepableIn(input);
  if (where !== null)
    throw new ShopError(
      'invalid',
      `Not done: ${where} holds a sign that cannot be kept (an empty one, or half of one).`,
      {
        fields: { [where]: 'holds a sign that cannot be kept' },
      },
    );
  const { value, error } = shape.validate(input ?? {}, { abortEarly: false, stripUnknown: false });
  if (!error) return value as I;
  const said = error.details.slice(0, 12);
  const fields = Object.fromEntries(said.map((detail) => [detail.path.join('.') || 'input', detail.message]));
  throw new ShopError('invalid', `Not done: ${said.map((detail) => detail.message).join('; ')}.`, { fields });
}
