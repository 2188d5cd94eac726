import type Joi from 'joi';
import { unkeepableIn } from '@/formats/json';
import { PLAIN_WORDS } from '@/shapes/plainWords';
import { ShopError } from '@/errors';

export { isoDate, isRowId, minor, rowId, rowNumber, shortText, unitId } from '@/shapes/fields';

/** Largest whole number of an int4 column. */
const MOST_INT = 2_147_483_647;

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
export function checkedInput<I>(shape: Joi.ObjectSchema<I>, input: unknown): I {
  const where = unkeepableIn(input);
  if (where !== null)
    throw new ShopError(
      'invalid',
      `Not done: ${where} contains a character that cannot be stored (an empty one, or half of one).`,
      {
        fields: { [where]: 'contains a character that cannot be stored' },
      },
    );
  const { value, error } = shape.validate(input ?? {}, {
    abortEarly: false,
    stripUnknown: false,
    messages: PLAIN_WORDS,
  });
  if (!error) return value as I;
  const said = error.details.slice(0, 12);
  const fields = Object.fromEntries(said.map((detail) => [detail.path.join('.') || 'input', detail.message]));
  throw new ShopError('invalid', `Not done: ${said.map((detail) => detail.message).join('; ')}.`, { fields });
}
