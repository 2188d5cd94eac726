/** What a parser gives back: what it could read, and in words what it could not. Nothing is thrown for bad input. */
export interface Parsed<T> {
  value: T | null;
  problems: string[];
}

export function parseJson(text: string, what: string): Parsed<unknown> {
  try {
    const value: unknown = JSON.parse(text);
    return value === null ? { value, problems: [`${what}: holds nothing`] } : { value, problems: [] };
  } catch (error) {
    return { value: null, problems: [`${what}: not readable as JSON (${(error as Error).message})`] };
  }
}

/** A string worth keeping: trimmed, and none of the fillers board makers leave in. */
export function meaningful(value: unknown): string | null {
  if (typeof value !== 'string' && typeof value !== 'number') return null;
  const text = String(value).replace(/\s+/g, ' ').trim();
  if (
    !text ||
    /^(to be filled|not specified|default string|system (serial|product|manufacturer)|not present|no asset)/i.test(
      text,
    )
  )
    return null;
  if (/^(none|unknown|n\/?a|empty|0+|x+|-+|\.+|0?123456789)$/i.test(text)) return null;
  return text.slice(0, 200);
}

export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
