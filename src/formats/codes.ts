import Papa from 'papaparse';
import { CODE_POINTS, normaliseCode, type CodePoint, type CodeTable } from '@/core/tapper/decode';

export const CODE_COLUMNS = ['maker', 'source', 'code', 'meaning', 'points'] as const;
const MAX_LINES = 5_000;

export interface CodeFault {
  /** Line of a CSV file, or place in a JSON one. */
  where: string;
  reason: string;
}

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
    if (row.meaning.length > 200 || row.maker.length > 60 || row.source.length > 200) {
      refuse('is too long (maker 60, source 200, meaning 200 signs)');
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
      code = normaliseCode(row.code);
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
}

function fromCsv(text: string): { rows: Row[]; faults: CodeFault[] } {
  const { data, errors, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t', '|'],
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  const faults: CodeFault[] = errors
    .filter((error) => error.type === 'Quotes')
    .map((error) => ({ where: `line ${(error.row ?? 0) + 2}`, reason: 'a quotation mark is not closed' }));
  const missing = CODE_COLUMNS.filter((column) => column !== 'points' && !meta.fields?.includes(column));
  if (missing.length)
    return { rows: [], faults: [{ where: 'line 1', reason: `the heading lacks ${missing.join(', ')}` }] };
  if (data.length > MAX_LINES)
    return { rows: [], faults: [{ where: 'file', reason: `holds more than ${MAX_LINES} codes` }] };
  const cell = (row: Record<string, string>, name: string) => (row[name] ?? '').trim();
  return {
    faults,
    rows: data.map((row, i) => ({
      where: `line ${i + 2}`,
      maker: cell(row, 'maker'),
      source: cell(row, 'source'),
      code: cell(row, 'code'),
      meaning: cell(row, 'meaning'),
      points: cell(row, 'points'),
    })),
  };
}

function fromJson(text: string): { rows: Row[]; faults: CodeFault[] } {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return { rows: [], faults: [{ where: 'file', reason: `is no JSON: ${(error as Error).message}` }] };
  }
  const list = Array.isArray(value) ? value : [value];
  const faults: CodeFault[] = [];
  const text0 = (item: unknown) =>
    typeof item === 'string' || typeof item === 'number' ? String(item).trim() : '';
  const rows = list.flatMap((table: unknown, t): Row[] => {
    const { maker, source, codes } = (table ?? {}) as { maker?: unknown; source?: unknown; codes?: unknown };
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
      };
    });
  });
  if (rows.length > MAX_LINES)
    return { rows: [], faults: [{ where: 'file', reason: `holds more than ${MAX_LINES} codes` }] };
  return { rows, faults };
}
