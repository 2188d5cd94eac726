import Papa from 'papaparse';
import { plainCell } from './cells';

/** Rows as CSV a spreadsheet takes no formula from, with a mark for its letters. */
export function csvOf(rows: readonly Record<string, unknown>[]): string {
  const cells = rows.map((row) =>
    Object.fromEntries(Object.entries(row).map(([name, value]) => [name, plainCell(value)])),
  );
  return `\ufeff${Papa.unparse(cells, { newline: '\r\n' })}\r\n`;
}
