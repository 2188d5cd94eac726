/** Deepest nesting taken from strangers: instruments nest about ten deep. */
export const DEEPEST = 64;

export type ReadJson = { value: unknown; problem: null } | { value: null; problem: string };

/** One pass over the text: does it nest deeper than `deepest`? Brackets inside strings do not count. */
function tooDeep(text: string, deepest: number): boolean {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const letter = text.charCodeAt(i);
    if (quoted) {
      if (letter === 0x5c) i++;
      else if (letter === 0x22) quoted = false;
    } else if (letter === 0x22) quoted = true;
    else if (letter === 0x7b || letter === 0x5b) {
      if (++depth > deepest) return true;
    } else if (letter === 0x7d || letter === 0x5d) depth--;
  }
  return false;
}

/**
 * JSON of a stranger: never thrown for, never walked deeper than `deepest`.
 * @returns the value, or in words why there is none
 */
export function readJson(text: string, deepest = DEEPEST): ReadJson {
  if (tooDeep(text, deepest)) return { value: null, problem: `nests deeper than ${deepest} levels` };
  try {
    return { value: JSON.parse(text), problem: null };
  } catch (error) {
    return { value: null, problem: `is no JSON: ${(error as Error).message.slice(0, 160)}` };
  }
}

/** No character a database cannot keep: NUL, or half of a surrogate pair. */
export const keepable = (text: string) => text.isWellFormed() && !text.includes('\u0000');

/** Where in a value a text or a key cannot be kept, as "files.0.text"; null = nowhere. */
export function unkeepableIn(value: unknown, path = ''): string | null {
  if (typeof value === 'string') return keepable(value) ? null : path || 'text';
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return null;
  for (const [key, inner] of Object.entries(value)) {
    if (!keepable(key)) return path || 'a field’s name';
    const found = unkeepableIn(inner, path ? `${path}.${key}` : key);
    if (found !== null) return found;
  }
  return null;
}
