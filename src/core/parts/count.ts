/** A count beside what should be there. */
export interface Counted {
  /** Expected and found. */
  found: string[];
  /** Expected and not found. */
  missing: string[];
  /** Found, and a part of that code has never been. */
  unknown: string[];
}

/**
 * What a count by scanning says. Every code counts once, however often it was scanned.
 * @param expected codes that should lie there @param scanned codes that do @param elsewhere codes that are on record at all
 */
export function countOf(
  expected: readonly string[],
  scanned: readonly string[],
  elsewhere: readonly string[],
): Counted {
  const seen = new Set(scanned);
  const known = new Set([...expected, ...elsewhere]);
  return {
    found: expected.filter((code) => seen.has(code)),
    missing: expected.filter((code) => !seen.has(code)),
    unknown: [...seen].filter((code) => !known.has(code)),
  };
}
