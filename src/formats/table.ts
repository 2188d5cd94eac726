import Papa from 'papaparse';

/** Longest line of a table that is read, characters: one cell of a manifest is never longer than a remark. */
export const LONGEST_LINE = 20_000;
/** Most lines of a table, whatever reads it. */
export const MOST_LINES = 22_000;
export const DELIMITERS = [',', ';', '\t', '|'] as const;
export type Delimiter = (typeof DELIMITERS)[number];

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
  delimiter: Delimiter;
  rows: TableRow[];
  /** Why nothing was read at all; then `rows` is empty. */
  fault: TableFault | null;
}

/** So many lines of a file tell what stands between its cells. */
const JUDGED = 2_000;

/** How many cells each line has when a mark stands between them, outside quotation marks. */
function widths(text: string, delimiter: string): number[] {
  const out: number[] = [];
  let cells = 1;
  let quoted = false;
  let said = false;
  for (let i = 0; i < text.length && out.length < JUDGED; i++) {
    const letter = text[i];
    if (letter === '"') quoted = !quoted;
    else if (letter === delimiter && !quoted) cells++;
    else if (letter === '\n' && !quoted) {
      if (said) out.push(cells);
      [cells, said] = [1, false];
      continue;
    }
    said ||= letter !== '\r' && letter !== ' ';
  }
  if (said && !quoted) out.push(cells);
  return out;
}

/**
 * The mark between the cells, by the whole file: the one that gives most lines the same number of cells, and of
 * those the one that gives most cells; a comma when none stands there.
 */
export function delimiterOf(text: string): Delimiter {
  let best: { mark: Delimiter; same: number; cells: number } = { mark: ',', same: 0, cells: 1 };
  for (const mark of DELIMITERS) {
    const counts = new Map<number, number>();
    for (const width of widths(text, mark)) counts.set(width, (counts.get(width) ?? 0) + 1);
    for (const [cells, same] of counts)
      if (cells > 1 && (same > best.same || (same === best.same && cells > best.cells)))
        best = { mark, same, cells };
  }
  return best.mark;
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

/** So many quotation marks left open are read over; a file with more is none. */
const MOST_OPEN = 20;

/** The first line that leaves a quotation mark open, of those a row runs over. */
function openedAt(lines: readonly string[]): number {
  const at = lines.findIndex((line) => [...line].filter((letter) => letter === '"').length % 2 === 1);
  return Math.max(0, at);
}

/**
 * Reads CSV text with any of , ; tab | between the cells, in time that grows with its length only. Empty
 * lines are left out. Nothing is thrown: a file of no sensible shape is one fault. A quotation mark that is never
 * closed spoils the line it stands in, not those after it.
 * @param between the mark between the cells, when somebody said; else it is found
 */
export function readTable(text: string, between?: Delimiter): Table {
  let clean = text.replace(/^\ufeff/, '');
  const fault = shapeFault(clean);
  const delimiter = between ?? delimiterOf(clean);
  if (fault) return { delimiter, rows: [], fault };
  const rows: TableRow[] = [];
  let line = 1;
  for (let opens = 0; clean !== ''; opens++) {
    const { data, errors } = Papa.parse<string[]>(clean, { skipEmptyLines: false, delimiter });
    const odd = new Set(errors.filter((error) => error.type === 'Quotes').map((error) => error.row));
    const start = line;
    let torn = false;
    for (const [i, cells] of data.entries()) {
      const trimmed = cells.map((cell) => cell.trim());
      const own = 1 + cells.reduce((sum, cell) => sum + linesIn(cell), 0);
      // a mark left open runs over the lines after it
      torn = odd.has(i) && (own > 1 || errors.some(({ row, code }) => row === i && code === 'MissingQuotes'));
      if (torn) break;
      if (odd.has(i) || trimmed.some((cell) => cell !== ''))
        rows.push({ line, cells: trimmed, broken: odd.has(i) });
      line += own;
    }
    if (!torn) break;
    const lines = clean.split('\n');
    const length = line - start;
    const at = length + openedAt(lines.slice(length));
    // what stands before the line of the open mark, in the same row, belongs to it
    for (let n = length; n <= at; n++)
      rows.push({
        line: start + n,
        cells: (lines[n] ?? '').split(delimiter).map((cell) => cell.trim()),
        broken: true,
      });
    clean = lines.slice(at + 1).join('\n');
    line = start + at + 1;
    if (opens === MOST_OPEN)
      return { delimiter, rows: [], fault: { line, reason: 'leaves quotation marks open all over' } };
  }
  return { delimiter, rows, fault: null };
}

function linesIn(cell: string): number {
  let count = 0;
  for (let at = cell.indexOf('\n'); at >= 0; at = cell.indexOf('\n', at + 1)) count++;
  return count;
}
