import { createHash } from 'node:crypto';
import { CHASSIS, type Chassis } from '@/core/catalogue';
import { identifies } from '@/core/machine/serial';
import { gigabytesIn } from '@/core/record/sizes';
import { firstOf, followedBy, startsWithAny } from './matching';
import { readTable, type Delimiter } from './table';

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
  /** What stands in it, for whoever mends it. */
  cells?: string[];
}

/** How the file is written, where it is not left to be found; and lines a person has mended. */
export interface Reading {
  delimiter?: Delimiter;
  /** The mark before decimals: "1.000" is one or a thousand by it. */
  decimal?: '.' | ',';
  mends?: Record<string, string[]>;
}

export interface ManifestTable {
  header: string[];
  delimiter: Delimiter;
  /** The mark before decimals; null: some sizes could be read either way, and nobody has said. */
  decimal: '.' | ',' | null;
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
export function readManifestTable(text: string, reading: Reading = {}): ManifestTable {
  const table = readTable(text, reading.delimiter);
  const rows: { line: number; cells: string[] }[] = [];
  const problems: BadRow[] = [];
  const refuse = (line: number, reason: string, cells: readonly string[]) =>
    problems.push({
      line,
      reason,
      text: cells.join(' | ').slice(0, 120),
      cells: cells.slice(0, 60).map((cell) => cell.slice(0, 200)),
    });
  if (table.fault) refuse(table.fault.line ?? 1, `the file ${table.fault.reason}`, []);
  for (const { line, cells: written, broken: torn } of table.rows) {
    const mend = reading.mends?.[line];
    const cells = mend ?? written;
    const broken = torn && !mend;
    if (broken) refuse(line, 'a quotation mark is not closed', cells);
    else if (cells.some((cell) => cell.length > LONGEST_CELL))
      refuse(line, `a cell is longer than ${LONGEST_CELL} signs`, cells);
    else rows.push({ line, cells });
  }
  const [header = []] = rows
    .splice(0, headingAt(rows) + 1)
    .slice(-1)
    .map(({ cells }) => cells);
  if (rows.length > MAX_ROWS) refuse(rows[MAX_ROWS].line, `more than ${MAX_ROWS} rows: split the file`, []);
  return {
    header,
    delimiter: table.delimiter,
    decimal: reading.decimal ?? decimalOf(rows),
    rows: rows.slice(0, MAX_ROWS),
    problems,
  };
}

/** A number with a mark and three digits after it: one thousand, or one and a bit of nothing. */
const EITHER_WAY = /^\D{0,3}\d{1,3}[.,]\d{3}(?!\d)/;
const DECIMALS = /\d([.,])(?:\d{1,2}|\d{4,})(?!\d)/;

/** The mark before decimals, by every size in the file; null: some could be read either way. */
function decimalOf(rows: readonly { cells: readonly string[] }[]): '.' | ',' | null {
  const seen = new Set<string>();
  let unclear = false;
  for (const { cells } of rows)
    for (const cell of cells) {
      if (cell.length > LONGEST_SIZE || !/^[\dx×* .,]+\s*([kmgt]i?b?)?\b/i.test(cell)) continue;
      const mark = DECIMALS.exec(cell)?.[1];
      if (mark) seen.add(mark);
      unclear ||= EITHER_WAY.test(cell);
    }
  if (seen.size === 1) return [...seen][0] as '.' | ',';
  return unclear ? null : '.';
}

/** A size with its thousands' marks taken out and a point before its decimals; null: nobody can say. */
function plainSize(text: string, decimal: '.' | ',' | null): string | null {
  if (decimal === null && EITHER_WAY.test(text.trim())) return null;
  const other = decimal === ',' ? '.' : ',';
  // the other mark stands before groups of three, or it is the decimal mark after all
  const grouped = text.replace(new RegExp(`(\\d)\\${other}(?=\\d{3}(?!\\d))`, 'g'), '$1');
  return grouped.replace(',', '.');
}

const DRIVE_NAMES = [
  ...['drive', 'disk', 'storage'],
  ...['festplatte', 'laufwerk', 'disque', 'stockage', 'disco', 'almacenamiento'],
] as const;
const KIND_NAMES = ['kind', 'type', 'typ', 'art', 'tipo'] as const;
const begins =
  (...words: string[]) =>
  (name: string) =>
    startsWithAny(name, words);

/** What a heading in small letters, without its accents, may be the column of: English, German, French, Spanish. */
const HINTS: Record<ManifestField, (name: string) => boolean> = {
  chassis: begins(
    ...['kind', 'type', 'form', 'chassis', 'category'],
    ...['gerateart', 'geratetyp', 'bauform', 'kategorie', 'categorie', 'tipo', 'categoria'],
  ),
  maker: begins(
    ...['maker', 'make', 'brand', 'manufacturer', 'vendor'],
    ...['hersteller', 'marke', 'marque', 'fabricant', 'constructeur', 'marca', 'fabricante'],
  ),
  model: begins(
    ...['model', 'product', 'description', 'machine'],
    ...['bezeichnung', 'gerat', 'designation', 'modele', 'descripcion'],
  ),
  serial: (name) =>
    startsWithAny(name, ['serial', 'asset', 'serien', 'inventar', 'inventaire']) ||
    /^(numero|num|no|n)?[.°º]? ?(de )?serie\b/.test(name) ||
    /^s\/?n(?![a-z0-9_])/.test(name),
  processor: begins('processor', 'cpu', 'prozessor', 'processeur', 'procesador'),
  memoryGb: begins('memory', 'ram', 'arbeitsspeicher', 'hauptspeicher', 'speicher', 'memoire', 'memoria'),
  driveGb: (name) => startsWithAny(name, [...DRIVE_NAMES, 'hdd', 'ssd']) && firstOf(name, KIND_NAMES) < 0,
  driveKind: (name) => followedBy(name, DRIVE_NAMES, KIND_NAMES),
  condition: begins(
    ...['condition', 'claim', 'state', 'fault', 'note', 'remark', 'comment'],
    ...['zustand', 'mangel', 'defekt', 'bemerkung', 'hinweis'],
    ...['etat', 'defaut', 'panne', 'remarque', 'estado', 'defecto', 'fallo', 'observa', 'nota'],
  ),
};

/** As a heading is compared: small letters, no accents. */
const plainly = (name: string) =>
  name.slice(0, 200).normalize('NFD').replace(/\p{M}/gu, '').trim().toLowerCase();

/**
 * A first guess at what each column is: from its heading, and where no heading says so, from its cells.
 * @param rows what stands below the headings
 */
export function guessColumns(header: readonly string[], rows: ManifestTable['rows'] = []): ColumnMap {
  const map: ColumnMap = {};
  const free = (i: number) => !Object.values(map).includes(i);
  const names = header.map(plainly);
  for (const field of MANIFEST_FIELDS) {
    const at = names.findIndex((name, i) => HINTS[field](name) && free(i));
    if (at >= 0) map[field] = at;
  }
  const looked = rows.slice(0, 200);
  const columns = Math.max(0, ...looked.map(({ cells }) => cells.length));
  /** Share of the filled cells of a column that look like it; 0: hardly any is filled. */
  const share = (i: number, looks: (cell: string) => boolean) => {
    const cells = looked.flatMap((row) => row.cells[i]?.trim() || []);
    return cells.length * 2 < looked.length ? 0 : cells.filter(looks).length / cells.length;
  };
  const open = () => Array.from({ length: columns }, (_, i) => i).filter(free);
  if (map.chassis === undefined) {
    const at = open().find((i) => share(i, (cell) => cell.length <= 30 && chassisFrom(cell) !== null) >= 0.8);
    if (at !== undefined) map.chassis = at;
  }
  // of two columns of sizes the larger is the drive
  const sizes = open()
    .filter((i) => share(i, (cell) => SIZE_CELL.test(cell)) >= 0.8)
    .map((i) => ({ i, gb: middle(looked.map(({ cells }) => gigabytesIn(cells[i] ?? '') ?? 0)) }))
    .sort((a, b) => a.gb - b.gb);
  if (map.memoryGb === undefined && sizes.length && sizes[0].gb <= 64) map.memoryGb = sizes.shift()!.i;
  if (map.driveGb === undefined && sizes.length && sizes[0].gb >= 64) map.driveGb = sizes[0].i;
  return map;
}

/** A size with its unit, and nothing else. */
const SIZE_CELL = /^\d{1,5}([.,]\d{1,3})? ?[gt]i?[bo]$/i;
const middle = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

/** Lines looked at for the one with the headings. */
const HEADING_WITHIN = 12;

/**
 * Which line has the headings: the first as a rule; where that names no columns, the first that names the most, and
 * where none does, the first that is as wide as the table.
 */
function headingAt(rows: readonly { cells: readonly string[] }[]): number {
  const first = rows.slice(0, HEADING_WITHIN);
  const named = first.map(({ cells }) => Object.keys(guessColumns(cells)).length);
  if (named.length === 0 || named[0] >= 2) return 0;
  const most = Math.max(...named);
  if (most >= 2) return named.indexOf(most);
  const wide = first.map(({ cells }) => cells.filter((cell) => cell.trim() !== '').length);
  const usual = middle(rows.slice(0, 200).map(({ cells }) => cells.filter((cell) => cell.trim()).length));
  return wide[0] * 2 > usual
    ? 0
    : Math.max(
        0,
        wide.findIndex((cells) => cells * 2 > usual),
      );
}

const CHASSIS_WORDS: [RegExp, Chassis][] = [
  [/all.?in.?one|\baio\b/i, 'aio'],
  [/laptop|notebook|portable|port[aá]til/i, 'laptop'],
  [/mini|small|sff|usff|micro|tiny/i, 'small'],
  [/desktop|tower|pc|mt\b|standrechner|sobremesa|torre|ordinateur de bureau|unit[eé] centrale/i, 'desktop'],
];

export function chassisFrom(text: string): Chassis | null {
  const plain = text.trim().toLowerCase();
  if ((CHASSIS as readonly string[]).includes(plain)) return plain as Chassis;
  return CHASSIS_WORDS.find(([pattern]) => pattern.test(text))?.[1] ?? null;
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
    const refuse = (reason: string) =>
      bad.push({ line, reason, text: cells.join(' | ').slice(0, 120), cells });
    if (cells.length > table.header.length) {
      refuse(`has ${cells.length} cells, the heading has ${table.header.length}`);
      continue;
    }
    const chassis = chassisFrom(cell('chassis')) ?? chassisFrom(cell('model'));
    if (!chassis) {
      refuse(
        cell('chassis')
          ? `"${cell('chassis')}" is no kind of machine (desktop, small desktop, all-in-one, laptop)`
          : 'no kind of machine',
      );
      continue;
    }
    if (!cell('model') && !cell('maker')) {
      refuse('neither maker nor model');
      continue;
    }
    const sizes = [plainSize(cell('memoryGb'), table.decimal), plainSize(cell('driveGb'), table.decimal)];
    const unclear = sizes.findIndex((size) => size === null);
    if (unclear >= 0) {
      const text = cell(unclear === 0 ? 'memoryGb' : 'driveGb');
      refuse(`"${text}" is a thousand or one: say which mark stands before decimals`);
      continue;
    }
    const memoryGb = gigabytesIn(sizes[0]!);
    if (Number.isNaN(memoryGb) || (memoryGb ?? 0) > MOST_MEMORY_GB) {
      refuse(`memory "${cell('memoryGb')}" is not a size`);
      continue;
    }
    const driveGb = gigabytesIn(sizes[1]!);
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
