/**
 * What the database said was wrong, from whatever wrapped it. See the SQLSTATE table of the PostgreSQL
 * manual, appendix A.
 */
export function sqlState(error: unknown): string | null {
  for (let at = error, n = 0; at && n < 5; at = (at as { cause?: unknown }).cause, n++) {
    const { code } = at as { code?: unknown };
    if (typeof code === 'string' && /^[0-9A-Z]{5}$/.test(code)) return code;
  }
  return null;
}

/** Two transactions stood in each other's way; the same one may simply be tried again. */
export const worthRetrying = (state: string | null) => state === '40001' || state === '40P01';

/**
 * A wait for a row or a statement that took too long: the database is busy, nothing is wrong with what was
 * sent.
 */
export const tooBusy = (state: string | null) =>
  state === '55P03' || state === '57014' || state === '53300' || state === '25P03';

/** The constraint that refused a row, when one did. */
export function constraintOf(error: unknown): string | null {
  for (let at = error, n = 0; at && n < 5; at = (at as { cause?: unknown }).cause, n++) {
    const { constraint } = at as { constraint?: unknown };
    if (typeof constraint === 'string') return constraint;
  }
  return null;
}
