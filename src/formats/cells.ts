const FORMULA = ['=', '+', '-', '@', '\t', '\r', '\n', '＝', '＋', '－', '＠', '|', '%'];

/**
 * A cell no spreadsheet takes for a formula, also behind spaces or line breaks: an apostrophe goes before it.
 * Plain numbers stay.
 */
export function plainCell(value: unknown): string {
  const text = value === null || value === undefined ? '' : String(value);
  const first = text.trimStart().charAt(0);
  const suspect = FORMULA.includes(text.charAt(0)) || FORMULA.includes(first);
  return suspect && !/^-?\d+([.,]\d+)?$/.test(text) ? `'${text}` : text;
}
