import Papa from 'papaparse';

/** Longest line of a table that is read, characters: one cell of a manifest is never longer than a remark. */
export const LONGEST_LINE = 20_000;
/** Most lines of a table, whatever reads it. */
export const MOST_LINES = 22_000;
const DELIMITERS = [',', ';', '\t', '|'] as const;

export interface TableFault {
  /** Line counted from 1 as an editor shows it; null = the whole file. */
  line: number | null;
  reason: string;
}

export interface TableRow {
  line: number;
  cells: string[];
  /** A quotation mark in it is not closed. */
  broken: boolean;
}

export interface Table {
  delimiter: string;
  rows: TableRow[];
  /** Why nothing was read at all; then `rows` is empty. */
  fault: TableFault | null;
}

/**
 * The mark that stands most often in the first line that says anything, outside quotation marks; a comma when
 * none does.
 */
function delimiterOf(text: string): string {
  const counts = new Map<string, number>();
  let quoted = false;
  let said = false;
  for (let i = 0; i < text.length && i < LONGEST_LINE; i++) {
    const letter = text[i];
    if (letter === '"') quoted = !quoted;
    else if (letter === '\n' && !quoted && said) break;
    else if (!quoted && (DELIMITERS as readonly string[]).includes(letter)) {
      counts.set(letter, (counts.get(letter) ?? 0) + 1);
    }
    said ||= letter !== '\n' && letter !== '\r';
  }
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? ',';
}

/** Refuses what no shop's table looks like before anything costly is done with it: one pass over the text. */
function shapeFault(text: string): TableFault | null {
  let line = 1;
  let start = 0;
  for (let i = 0; i <= text.length; i++) {
    if (i < text.length && text[i] !== '\n') continue;
    if (i - start > LONGEST_LINE) return { line, reason: `is longer than ${LONGEST_LINE} signs` };
    start = i + 1;
    line++;
    if (line > MOST_LINES) return { line: null, reason: `has more than ${MOST_LINES} lines: split it` };
  }
  return null;
}

/**
 * Reads CSV text with any of , ; tab | between the cells, in time that grows with its length only. Empty
 * lines are left out. Nothing is thrown: a file of no sensible shape is one fault, a quotation mark that is
 * not closed a broken row.
 */
export function readTable(text: string): Table {
  const clean = text.replace(/^\ufeff/, '');
  const fault = shapeFault(clean);
  const delimiter = delimiterOf(clean);
  if (fault) return { delimiter, rows: [], fault };
  const { data, errors } = Papa.parse<string[]>(clean, { skipEmptyLines: false, delimiter });
  const broken = new Set(errors.filter((error) => error.type === 'Quotes').map((error) => error.row));
  const rows: TableRow[] = [];
  let line = 1;
  data.forEach((cells, i) => {
    const at = line;
    line += 1 + cells.reduce((sum, cell) => sum + linesIn(cell), 0);
    const trimmed = cells.map((cell) => cell.trim());
    if (broken.has(i) || trimmed.some((cell) => cell !== '')) {
      rows.push({ line: at, cells: trimmed, broken: broken.has(i) });
    }
  });
  return { delimiter, rows, fault: null };
}

function linesIn(cell: string): number {
  let count = 0;
  for (let at = cell.indexOf('\n'); at >= 0; at = cell.indexOf('\n', at + 1)) count++;
  return count;
}
