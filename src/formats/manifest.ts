import Papa from 'papaparse';
import { CHASSIS, type Chassis } from '@/core/catalogue';

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

/** Reads CSV text with any of , ; tab | between the cells. @returns header and rows with their line numbers; broken quoting is a problem of its row */
export function readManifestTable(text: string): ManifestTable {
  const clean = text.replace(/^\ufeff/, '');
  const { data, errors, meta } = Papa.parse<string[]>(clean, {
    skipEmptyLines: false,
    delimitersToGuess: [',', ';', '\t', '|'],
  });
  const rows: { line: number; cells: string[] }[] = [];
  const problems: BadRow[] = [];
  let line = 1;
  data.forEach((cells, i) => {
    const at = line;
    line += 1 + cells.reduce((sum, cell) => sum + (cell.match(/\n/g)?.length ?? 0), 0);
    const fault = errors.find((error) => error.row === i && error.type === 'Quotes');
    if (fault)
      problems.push({
        line: at,
        reason: 'a quotation mark is not closed',
        text: cells.join(' | ').slice(0, 120),
      });
    else if (cells.some((cell) => cell.trim() !== ''))
      rows.push({ line: at, cells: cells.map((cell) => cell.trim()) });
  });
  const header = rows.shift()?.cells ?? [];
  if (rows.length > MAX_ROWS)
    problems.push({
      line: rows[MAX_ROWS].line,
      reason: `more than ${MAX_ROWS} rows: split the file`,
      text: '',
    });
  return { header, delimiter: meta.delimiter, rows: rows.slice(0, MAX_ROWS), problems };
}

const HINTS: Record<ManifestField, RegExp> = {
  chassis: /^(kind|type|form|chassis|category)/i,
  maker: /^(maker|make|brand|manufacturer|vendor)/i,
  model: /^(model|product|description|machine)/i,
  serial: /^(serial|s\/?n\b|asset)/i,
  processor: /^(processor|cpu)/i,
  memoryGb: /^(memory|ram)/i,
  driveGb: /^(drive|disk|storage|hdd|ssd)(?!.*(kind|type))/i,
  driveKind: /(drive|disk|storage).*(kind|type)/i,
  condition: /^(condition|claim|state|fault|note|remark|comment)/i,
};

/** A first guess at what each column is, from its heading. */
export function guessColumns(header: readonly string[]): ColumnMap {
  const map: ColumnMap = {};
  for (const field of MANIFEST_FIELDS) {
    const at = header.findIndex(
      (name, i) => HINTS[field].test(name.trim()) && !Object.values(map).includes(i),
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

/** "8", "8 GB", "2x4GB", "1 TB", "512 MB" -> gigabytes; '' -> null; anything else -> NaN. */
export function gigabytes(text: string): number | null {
  const plain = text.trim().replace(',', '.');
  if (plain === '' || plain === '-' || /^(n\/?a|unknown|\?)$/i.test(plain)) return null;
  if (/^(none|no|0)$/i.test(plain)) return 0;
  const match = /^(?:(\d+)\s*[x×*]\s*)?(\d+(?:\.\d+)?)\s*(tb|gb|mb|g|t)?(?:\s+.*)?$/i.exec(plain);
  if (!match) return NaN;
  const unit = (match[3] ?? 'gb').toLowerCase();
  const scale = unit.startsWith('t') ? 1000 : unit === 'mb' ? 1 / 1024 : 1;
  return Number(match[1] ?? 1) * Number(match[2]) * scale;
}

function driveKindFrom(kind: string, size: string, gb: number | null): ManifestRow['driveKind'] {
  const text = `${kind} ${size}`;
  if (gb === 0 || /\b(none|no drive|removed|missing)\b/i.test(text)) return 'none';
  if (/ssd|solid|nvme|m\.?2/i.test(text)) return 'solid';
  if (/hdd|hard|disk|spinning/i.test(text)) return 'disk';
  return null;
}

/** Rows by the column map: every row either becomes a unit's description or a bad row with its line and the reason. */
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
    if (Number.isNaN(memoryGb) || (memoryGb ?? 0) > 1024) {
      refuse(`memory "${cell('memoryGb')}" is not a size`);
      continue;
    }
    const driveGb = gigabytes(cell('driveGb'));
    if (Number.isNaN(driveGb)) {
      refuse(`drive "${cell('driveGb')}" is not a size`);
      continue;
    }
    const serial = cell('serial');
    const content = cells.join('\u001f').toLowerCase();
    const before = contents.get(content) ?? 0;
    contents.set(content, before + 1);
    if (serial) {
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
      key: serial ? `serial:${serial.toLowerCase()}` : `row:${content}#${before}`,
      maker: cell('maker'),
      model: cell('model'),
      processor: cell('processor'),
      driveKind: driveKindFrom(cell('driveKind'), cell('driveGb'), driveGb),
      condition: cell('condition'),
    });
  }
  return { rows, bad: bad.sort((a, b) => a.line - b.line) };
}

const CLAIM_WORDS: [RegExp, string][] = [
  [/won.?t turn on|does not turn on|no power|\bdead\b|won.?t power/i, 'says-dead'],
  [/no (picture|display|video)|black screen|turns on,? then nothing/i, 'says-no-picture'],
  [/(bad|faulty) (memory|ram)/i, 'says-memory'],
  [/hot|noisy|shuts? (down|off)|loud fan/i, 'says-hot'],
  [/no (drive|hdd|ssd|disk)|won.?t (start|boot)|no (os|system)/i, 'says-drive'],
  [/batter(y|ies).*(dead|bad|no charge|not hold)|no charge/i, 'says-battery'],
  [/(cracked|broken|faulty) (screen|panel|lcd)|lines on/i, 'says-screen'],
  [/keys? (stick|missing|dead)|sticky key|keyboard/i, 'says-keys'],
];

/** Claim findings a seller's words amount to. Silence is no evidence, so nothing is returned for it. */
export function claimsIn(text: string): string[] {
  return CLAIM_WORDS.filter(([pattern]) => pattern.test(text)).map(([, id]) => id);
}
