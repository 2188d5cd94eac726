import { createHash } from 'node:crypto';
import { CHASSIS, type Chassis } from '@/core/catalogue';
import { identifies } from '@/core/machine/serial';
import { firstOf, followedBy, Reader, startsWithAny } from './matching';
import { readTable } from './table';

/** Fields a manifest column can feed. */
export const MANIFEST_FIELDS = [
  'chassis',
  'maker',
  'model',
  'serial',
  'processor',
  'memoryGb',
  'driveGb',
  'driveKind',
  'condition',
] as const;
export type ManifestField = (typeof MANIFEST_FIELDS)[number];
/** Column index by field; fields left out are not in the file. */
export type ColumnMap = Partial<Record<ManifestField, number>>;

export interface ManifestRow {
  /** Line of the file, counted from 1 as an editor shows it. */
  line: number;
  /** Same row, same key: its serial number, else its content and how often that content came before. */
  key: string;
  chassis: Chassis;
  maker: string;
  model: string;
  serial: string;
  processor: string;
  memoryGb: number | null;
  driveGb: number | null;
  driveKind: 'none' | 'disk' | 'solid' | null;
  condition: string;
}

export interface BadRow {
  line: number;
  reason: string;
  text: string;
}

export interface ManifestTable {
  header: string[];
  delimiter: string;
  rows: { line: number; cells: string[] }[];
  problems: BadRow[];
}

const MAX_ROWS = 20_000;
/** Longest cell taken into account, characters: what is longer is refused with its line. */
const LONGEST_CELL = 2_000;
const LONGEST_SIZE = 60;
const LONGEST_SERIAL = 60;
const MOST_MEMORY_GB = 1024;
const MOST_DRIVE_GB = 1_000_000;

/**
 * Reads CSV text with any of , ; tab | between the cells.
 * @returns header and rows with their line numbers; broken quoting is a problem of its row
 */
export function readManifestTable(text: string): ManifestTable {
  const table = readTable(text);
  const rows: { line: number; cells: string[] }[] = [];
  const problems: BadRow[] = [];
  const refuse = (line: number, reason: string, cells: readonly string[]) =>
    problems.push({ line, reason, text: cells.join(' | ').slice(0, 120) });
  if (table.fault) refuse(table.fault.line ?? 1, `the file ${table.fault.reason}`, []);
  for (const { line, cells, broken } of table.rows) {
    if (broken) refuse(line, 'a quotation mark is not closed', cells);
    else if (cells.some((cell) => cell.length > LONGEST_CELL))
      refuse(line, `a cell is longer than ${LONGEST_CELL} signs`, cells);
    else rows.push({ line, cells });
  }
  const header = rows.shift()?.cells ?? [];
  if (rows.length > MAX_ROWS) refuse(rows[MAX_ROWS].line, `more than ${MAX_ROWS} rows: split the file`, []);
  return { header, delimiter: table.delimiter, rows: rows.slice(0, MAX_ROWS), problems };
}

const DRIVE_NAMES = ['drive', 'disk', 'storage'] as const;
const KIND_NAMES = ['kind', 'type'] as const;
const begins =
  (...words: string[]) =>
  (name: string) =>
    startsWithAny(name, words);

/** What a heading in small letters may be the column of. */
const HINTS: Record<ManifestField, (name: string) => boolean> = {
  chassis: begins('kind', 'type', 'form', 'chassis', 'category'),
  maker: begins('maker', 'make', 'brand', 'manufacturer', 'vendor'),
  model: begins('model', 'product', 'description', 'machine'),
  serial: (name) => startsWithAny(name, ['serial', 'asset']) || /^s\/?n(?![a-z0-9_])/.test(name),
  processor: begins('processor', 'cpu'),
  memoryGb: begins('memory', 'ram'),
  driveGb: (name) => startsWithAny(name, [...DRIVE_NAMES, 'hdd', 'ssd']) && firstOf(name, KIND_NAMES) < 0,
  driveKind: (name) => followedBy(name, DRIVE_NAMES, KIND_NAMES),
  condition: begins('condition', 'claim', 'state', 'fault', 'note', 'remark', 'comment'),
};

/** A first guess at what each column is, from its heading. */
export function guessColumns(header: readonly string[]): ColumnMap {
  const map: ColumnMap = {};
  for (const field of MANIFEST_FIELDS) {
    const at = header.findIndex(
      (name, i) => HINTS[field](name.trim().toLowerCase()) && !Object.values(map).includes(i),
    );
    if (at >= 0) map[field] = at;
  }
  return map;
}

const CHASSIS_WORDS: [RegExp, Chassis][] = [
  [/all.?in.?one|\baio\b/i, 'aio'],
  [/laptop|notebook|portable/i, 'laptop'],
  [/mini|small|sff|usff|micro|tiny/i, 'small'],
  [/desktop|tower|pc|mt\b/i, 'desktop'],
];

export function chassisFrom(text: string): Chassis | null {
  const plain = text.trim().toLowerCase();
  if ((CHASSIS as readonly string[]).includes(plain)) return plain as Chassis;
  return CHASSIS_WORDS.find(([pattern]) => pattern.test(text))?.[1] ?? null;
}

const NO_SIZE = ['-', 'n/a', 'na', 'unknown', '?'];
const NONE = ['none', 'no', '0'];
const SCALES: Record<string, number> = { tb: 1000, t: 1000, gb: 1, g: 1, mb: 1 / 1024 };

/** "8", "8 GB", "2x4GB", "1 TB", "512 MB", "500 GB HDD" -> gigabytes; '' -> null; anything else -> NaN. */
export function gigabytes(text: string): number | null {
  const plain = text.trim().toLowerCase().replace(',', '.');
  if (plain === '' || NO_SIZE.includes(plain)) return null;
  if (NONE.includes(plain)) return 0;
  if (plain.length > LONGEST_SIZE) return NaN;
  const reader = new Reader(plain);
  let pieces = '1';
  let size = reader.digits(true);
  reader.spaces();
  if (size !== '' && !size.includes('.') && reader.oneOf(['x', '×', '*'])) {
    reader.spaces();
    pieces = size;
    size = reader.digits(true);
    reader.spaces();
  }
  if (size === '') return NaN;
  const unit = reader.oneOf(['tb', 'gb', 'mb', 'g', 't']);
  // words may follow, after a space
  const apart = reader.done || reader.spaces() > 0 || (unit === '' && plain[reader.at - 1] === ' ');
  return apart ? Number(pieces) * Number(size) * SCALES[unit || 'gb'] : NaN;
}

function driveKindFrom(kind: string, size: string, gb: number | null): ManifestRow['driveKind'] {
  const text = `${kind} ${size}`;
  if (gb === 0 || /\b(none|no drive|removed|missing)\b/i.test(text)) return 'none';
  if (/ssd|solid|nvme|m\.?2/i.test(text)) return 'solid';
  if (/hdd|hard|disk|spinning/i.test(text)) return 'disk';
  return null;
}

/**
 * Rows by the column map: every row either becomes a unit's description or a bad row with its line and the
 * reason.
 */
export function readManifest(
  table: ManifestTable,
  columns: ColumnMap,
): { rows: ManifestRow[]; bad: BadRow[] } {
  const rows: ManifestRow[] = [];
  const bad: BadRow[] = [...table.problems];
  const contents = new Map<string, number>();
  const serials = new Map<string, number>();
  for (const { line, cells } of table.rows) {
    const cell = (field: ManifestField) =>
      columns[field] === undefined ? '' : (cells[columns[field]!] ?? '');
    const refuse = (reason: string) => bad.push({ line, reason, text: cells.join(' | ').slice(0, 120) });
    if (cells.length > table.header.length) {
      refuse(`has ${cells.length} cells, the heading has ${table.header.length}`);
      continue;
    }
    const chassis = chassisFrom(cell('chassis')) ?? chassisFrom(cell('model'));
    if (!chassis) {
      refuse(
        cell('chassis')
          ? `"${cell('chassis')}" is no kind of machine (desktop, small, aio, laptop)`
          : 'no kind of machine',
      );
      continue;
    }
    if (!cell('model') && !cell('maker')) {
      refuse('neither maker nor model');
      continue;
    }
    const memoryGb = gigabytes(cell('memoryGb'));
    if (Number.isNaN(memoryGb) || (memoryGb ?? 0) > MOST_MEMORY_GB) {
      refuse(`memory "${cell('memoryGb')}" is not a size`);
      continue;
    }
    const driveGb = gigabytes(cell('driveGb'));
    if (Number.isNaN(driveGb) || (driveGb ?? 0) > MOST_DRIVE_GB) {
      refuse(`drive "${cell('driveGb')}" is not a size`);
      continue;
    }
    const serial = cell('serial');
    if (serial.length > LONGEST_SERIAL) {
      refuse(`the serial is longer than ${LONGEST_SERIAL} signs`);
      continue;
    }
    const content = cells.join('\u001f').toLowerCase();
    const before = contents.get(content) ?? 0;
    contents.set(content, before + 1);
    const itself = identifies(serial);
    if (itself) {
      const earlier = serials.get(serial.toLowerCase());
      if (earlier !== undefined) {
        refuse(`serial ${serial} stands already on line ${earlier}`);
        continue;
      }
      serials.set(serial.toLowerCase(), line);
    }
    rows.push({
      line,
      chassis,
      serial,
      memoryGb,
      driveGb: driveGb === 0 ? null : driveGb,
      key: itself ? `serial:${serial.toLowerCase()}` : rowKey(content, before),
      maker: cell('maker'),
      model: cell('model'),
      processor: cell('processor'),
      driveKind: driveKindFrom(cell('driveKind'), cell('driveGb'), driveGb),
      condition: cell('condition'),
    });
  }
  return { rows, bad: bad.sort((a, b) => a.line - b.line) };
}

/**
 * Key of a row without a serial of its own: what stands in it, in few enough signs for an index, and how
 * often that came before.
 */
const rowKey = (content: string, before: number) =>
  `row:${createHash('sha256').update(content).digest('hex')}#${before}`;
