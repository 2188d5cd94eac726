/** Money is integer minor units everywhere; words are made only at the edge. */

export interface Currency {
  /** Printed before the number, e.g. "CR". */
  sign: string;
  /** Decimals of the minor unit, 0..4. */
  decimals: number;
}

/** @returns the value as it came @throws TypeError when it is no whole number of minor units */
export function assertMinor(value: number, name: string): number {
  if (!Number.isSafeInteger(value)) throw new TypeError(`${name}: expected whole minor units, got ${value}`);
  return value;
}

/** "1234" -> "12.34"; the sign is a true minus. With `plus`, positive numbers carry one. */
export function minorText(minor: number, decimals = 2, plus = false): string {
  assertMinor(minor, 'minorText');
  const digits = Math.abs(minor)
    .toString()
    .padStart(decimals + 1, '0');
  const whole = digits.slice(0, digits.length - decimals).replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f');
  const sign = minor < 0 ? '−' : plus && minor > 0 ? '+' : '';
  return sign + whole + (decimals ? '.' + digits.slice(-decimals) : '');
}

/**
 * "1 234,5" or "1,234.50" or "12" -> minor units. The last comma or point followed by 1 to `decimals` digits
 * is the decimal mark.
 * @returns null when the text is not an amount
 */
export function parseMinor(text: string, decimals = 2): number | null {
  const bare = text
    .trim()
    .replace(/[\s\u202f\u00a0']/g, '')
    .replace(/^[^\d\-−+.,]+/, '')
    .replace('−', '-');
  const match = /^([+-]?)(\d[\d.,]*|[.,]\d+)$/.exec(bare);
  if (!match) return null;
  const mark = /^(.*)[.,](\d+)$/.exec(match[2]);
  const isFraction = mark && mark[2].length <= decimals;
  const grouped = isFraction ? mark[1] : match[2];
  // marks before the decimal one may only part thousands, all with the same sign and another than the decimal
  // one
  if (
    /[.,]/.test(grouped) &&
    (!/^\d{1,3}(?:,\d{3})+$|^\d{1,3}(?:\.\d{3})+$/.test(grouped) ||
      (isFraction && grouped.includes(match[2][mark[1].length])))
  )
    return null;
  const whole = grouped.replace(/[.,]/g, '') || '0';
  const fraction = isFraction ? mark[2].padEnd(decimals, '0') : '0'.repeat(decimals);
  const value = Number(whole + fraction);
  return Number.isSafeInteger(value) ? (match[1] === '-' ? -value : value) : null;
}
