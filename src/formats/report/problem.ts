import { keepable, readJson } from '../json';

/**
 * What a parser gives back: what it could read, and in words what it could not. Nothing is thrown for bad
 * input.
 */
export interface Parsed<T> {
  value: T | null;
  problems: string[];
}

export function parseJson(text: string, what: string): Parsed<unknown> {
  const { value, problem } = readJson(text);
  if (problem !== null) return { value: null, problems: [`${what}: ${problem}`] };
  return value === null ? { value, problems: [`${what}: holds nothing`] } : { value, problems: [] };
}

const LONGEST_VALUE = 400;
const KEPT_VALUE = 200;

/** A string worth keeping: trimmed, and none of the fillers board makers leave in. */
export function meaningful(value: unknown): string | null {
  if (typeof value !== 'string' && typeof value !== 'number') return null;
  const text = String(value).slice(0, LONGEST_VALUE).replace(/\s+/g, ' ').trim();
  if (
    !text ||
    /^(to be filled|not specified|default string|system (serial|product|manufacturer)|not present|no asset)/i.test(
      text,
    )
  )
    return null;
  if (/^(none|unknown|n\/?a|empty|0+|x+|-+|\.+|0?123456789)$/i.test(text)) return null;
  return keepable(text) ? text.slice(0, KEPT_VALUE).toWellFormed() : null;
}

/**
 * Lines "name: value" of a block, names in small letters; the first of a name counts. One pass, whatever
 * stands in it.
 */
export function fieldsOf(block: string): Map<string, string> {
  const fields = new Map<string, string>();
  for (const line of block.split('\n')) {
    const at = line.indexOf(':');
    if (at < 1) continue;
    const name = line.slice(0, at).trim().toLowerCase();
    if (!fields.has(name)) fields.set(name, line.slice(at + 1, at + 1 + LONGEST_VALUE).trim());
  }
  return fields;
}

/** A finite number from `least` to `most`, or nothing. */
export const within = (value: unknown, least: number, most: number): number | null =>
  typeof value === 'number' && value >= least && value <= most ? value : null;

/** A text or a number as text; nothing for anything else, which may not even be turned into one. */
export const textOf = (value: unknown): string =>
  typeof value === 'string' || typeof value === 'number' ? String(value) : '';

export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
