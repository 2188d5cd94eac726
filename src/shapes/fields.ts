import Joi from 'joi';
import type { ValueOf } from './inferred';

/**
 * The one place that says what a text, an id, a date, money and a number from outside may be. Messages name
 * the field in plain words.
 */

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;
/** Largest sum one field takes, minor units. */
export const MOST_MINOR = 1_000_000_000;
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

export const minor = (label: string) =>
  Joi.number()
    .integer()
    .min(0)
    .max(MOST_MINOR)
    .label(label)
    .messages({ 'number.base': '{{#label}} is not an amount', 'number.min': '{{#label}} is not an amount' });

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

export function isDay(text: string): boolean {
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

/** An object with any of these keys, each of its shape. */
export const keyed = <K extends string, S extends Joi.Schema>(keys: readonly K[], shape: (key: K) => S) =>
  Joi.object(Object.fromEntries(keys.map((key) => [key, shape(key)]))) as Joi.ObjectSchema<
    Partial<Record<K, ValueOf<S>>>
  >;
