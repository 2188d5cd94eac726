import { CODE_POINTS, type CodePoint, type CodeTable } from '@/core/tapper/decode';
import { normaliseCode, type Notation } from '@/core/tapper/written';
import { readJson } from './json';
import { readTable } from './table';

export const CODE_COLUMNS = ['maker', 'source', 'code', 'meaning', 'points'] as const;
const MAX_LINES = 5_000;
const LONGEST_CODE = 80;

export interface CodeFault {
  /** Line of a CSV file, or place in a JSON one. */
  where: string;
  reason: string;
}

const TOO_MANY: CodeFault = { where: 'file', reason: `holds more than ${MAX_LINES} codes` };

/** Text of a CSV or JSON file of blink and beep codes. Either everything is read, or every fault is named. */
export function readCodeTables(text: string): { tables: CodeTable[]; faults: CodeFault[] } {
  const clean = text.replace(/^\ufeff/, '').trim();
  if (clean === '') return { tables: [], faults: [{ where: 'file', reason: 'is empty' }] };
  const { rows, faults } = /^[[{]/.test(clean) ? fromJson(clean) : fromCsv(clean);
  const tables = new Map<string, CodeTable>();
  for (const row of rows) {
    const refuse = (reason: string) => faults.push({ where: row.where, reason });
    if (!row.maker) {
      refuse('names no maker');
      continue;
    }
    if (!row.source) {
      refuse('names no source: say where the code comes from');
      continue;
    }
    if (!row.meaning) {
      refuse('has no meaning');
      continue;
    }
    const over = row.meaning.length > 200 || row.maker.length > 60 || row.source.length > 200;
    if (over || row.code.length > LONGEST_CODE || row.points.length > 40) {
      refuse('is too long (maker 60, code 80, source 200, meaning 200 signs)');
      continue;
    }
    const points = row.points
      ? CODE_POINTS.find((point) => point === row.points.toLowerCase().replace(/[^a-z]+/g, '-'))
      : null;
    if (points === undefined) {
      refuse(`points to "${row.points}"; known: ${CODE_POINTS.join(', ')}`);
      continue;
    }
    let code: string;
    try {
      code = normaliseCode(row.code, row.notation);
    } catch (error) {
      refuse(`code ${(error as Error).message}`);
      continue;
    }
    const table = tables.get(row.maker.toLowerCase()) ?? { maker: row.maker, source: row.source, codes: [] };
    tables.set(row.maker.toLowerCase(), table);
    if (table.codes.some((line) => line.code === code)) {
      refuse(`${row.maker} has the code ${row.code} twice`);
      continue;
    }
    table.codes.push({ code, meaning: row.meaning, points: points as CodePoint | null });
  }
  if (rows.length === 0 && faults.length === 0) faults.push({ where: 'file', reason: 'holds no code' });
  return { tables: faults.length ? [] : [...tables.values()], faults };
}

interface Row {
  where: string;
  maker: string;
  source: string;
  code: string;
  meaning: string;
  points: string;
  /** How bare counts are meant. */
  notation: Notation;
}

const notationOf = (text: string): Notation => (/long/i.test(text) ? 'long and short' : 'pauses');

function fromCsv(text: string): { rows: Row[]; faults: CodeFault[] } {
  const table = readTable(text);
  if (table.fault) {
    const { line, reason } = table.fault;
    return { rows: [], faults: [{ where: line === null ? 'file' : `line ${line}`, reason }] };
  }
  const faults: CodeFault[] = table.rows
    .filter((row) => row.broken)
    .map((row) => ({ where: `line ${row.line}`, reason: 'a quotation mark is not closed' }));
  const [head, ...lines] = table.rows;
  const fields = head.cells.map((name) => name.toLowerCase());
  const missing = CODE_COLUMNS.filter((column) => column !== 'points' && !fields.includes(column));
  if (missing.length)
    return { rows: [], faults: [{ where: 'line 1', reason: `the heading lacks ${missing.join(', ')}` }] };
  if (lines.length > MAX_LINES) return { rows: [], faults: [TOO_MANY] };
  return {
    faults,
    rows: lines.map(({ line, cells }) => {
      const cell = (name: string) => (fields.includes(name) ? (cells[fields.indexOf(name)] ?? '') : '');
      return {
        where: `line ${line}`,
        maker: cell('maker'),
        source: cell('source'),
        code: cell('code'),
        meaning: cell('meaning'),
        points: cell('points'),
        notation: notationOf(cell('notation')),
      };
    }),
  };
}

function fromJson(text: string): { rows: Row[]; faults: CodeFault[] } {
  const { value, problem } = readJson(text);
  if (problem !== null) return { rows: [], faults: [{ where: 'file', reason: problem }] };
  const list = Array.isArray(value) ? value : [value];
  const faults: CodeFault[] = [];
  const text0 = (item: unknown) =>
    typeof item === 'string' || typeof item === 'number' ? String(item).trim() : '';
  const rows = list.flatMap((table: unknown, t): Row[] => {
    const { maker, source, codes, notation } = (table ?? {}) as Record<string, unknown>;
    if (!Array.isArray(codes)) {
      faults.push({ where: `table ${t + 1}`, reason: 'has no list "codes"' });
      return [];
    }
    return codes.map((line: unknown, i) => {
      const { code, meaning, points } = (line ?? {}) as Record<string, unknown>;
      return {
        where: `table ${t + 1}, code ${i + 1}`,
        maker: text0(maker),
        source: text0(source),
        code: text0(code),
        meaning: text0(meaning),
        points: text0(points),
        notation: notationOf(text0(notation)),
      };
    });
  });
  if (rows.length > MAX_LINES) return { rows: [], faults: [TOO_MANY] };
  return { rows, faults };
}
