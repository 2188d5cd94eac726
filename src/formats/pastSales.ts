import { GRADES, type Grade } from '@/core/price/model';
import { processorNamed, type ProcessorName } from '@/core/machine/names';
import { driveKindIn, gigabytesIn } from '@/core/record/sizes';
import type { Offered } from '@/core/value/columns';
import { chassisFrom, readManifestTable, type BadRow, type Reading } from './manifest';

/** A sale out of a file. */
export interface ReadSale {
  line: number;
  day: string;
  minor: number;
  spec: Offered;
  called: string;
}

/** Fields a column of former sales can feed, and what their headings may begin with: English, German, French, Spanish. */
const HEADINGS = {
  day: ['day', 'date', 'sold on', 'sold', 'datum', 'verkauft am', 'jour', 'fecha', 'vendido el', 'vendu le'],
  price: ['price', 'amount', 'paid', 'preis', 'betrag', 'erlos', 'prix', 'montant', 'precio', 'importe'],
  chassis: ['kind', 'type', 'chassis', 'art', 'typ', 'genre', 'tipo', 'clase'],
  called: [
    'machine',
    'model',
    'title',
    'name',
    'item',
    'gerat',
    'modell',
    'bezeichnung',
    'modele',
    'articulo',
    'modelo',
  ],
  processor: ['processor', 'cpu', 'prozessor', 'processeur', 'procesador'],
  level: ['level', 'x86'],
  memory: ['memory', 'ram', 'speicher', 'arbeitsspeicher', 'memoire', 'memoria'],
  driveKind: ['drive kind', 'drive type', 'laufwerksart', 'type de disque', 'tipo de disco'],
  drive: [
    'drive',
    'disk',
    'storage',
    'ssd',
    'festplatte',
    'laufwerk',
    'disque',
    'stockage',
    'disco',
    'almacenamiento',
  ],
  grade: ['grade', 'note', 'zustand', 'etat', 'estado', 'condition'],
  battery: ['battery', 'akku', 'batterie', 'bateria'],
  screen: ['screen', 'display', 'bildschirm', 'ecran', 'pantalla', 'zoll', 'inch'],
  channel: ['channel', 'where', 'place', 'kanal', 'canal', 'wo'],
} as const;
type Field = keyof typeof HEADINGS;
/** What a column of former sales can feed. */
export const SALE_FIELDS = Object.keys(HEADINGS) as Field[];
/** Number of the column by field; fields left out are not in the file. */
export type SaleColumns = Partial<Record<Field, number>>;

const plainly = (name: string) =>
  name.slice(0, 200).normalize('NFD').replace(/\p{M}/gu, '').trim().toLowerCase();

/** Which column is which; the longer heading is taken first, so that "drive kind" is not the drive. */
function columnsOf(header: readonly string[]): SaleColumns {
  const map: SaleColumns = {};
  const names = header.map(plainly);
  const taken = new Set<number>();
  const hints = (Object.entries(HEADINGS) as [Field, readonly string[]][])
    .flatMap(([field, words]) => words.map((word) => ({ field, word })))
    .sort((a, b) => b.word.length - a.word.length);
  for (const exact of [true, false])
    for (const { field, word } of hints) {
      if (map[field] !== undefined) continue;
      const at = names.findIndex(
        (name, i) => !taken.has(i) && (exact ? name === word : name.startsWith(word)),
      );
      if (at < 0) continue;
      map[field] = at;
      taken.add(at);
    }
  return map;
}

/** A day as people write it: 2026-11-26, 26.11.2026, 26/11/2026; null: none, or one nobody can tell. */
export function dayFrom(text: string): string | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})/.exec(text.trim());
  const local = /^(\d{1,2})[./](\d{1,2})[./](\d{4})$/.exec(text.trim());
  const [year, month, day] = iso
    ? iso.slice(1).map(Number)
    : local
      ? local.slice(1).map(Number).reverse()
      : [0, 0, 0];
  const made = new Date(Date.UTC(year, month - 1, day));
  if (year < 1990 || made.getUTCMonth() !== month - 1 || made.getUTCDate() !== day) return null;
  return made.toISOString().slice(0, 10);
}

/** An amount as people write it, minor units: "1,299.00", "1.299,00 €", "129"; null: none. */
export function amountFrom(text: string, decimals: number): number | null {
  const digits = text.replace(/[^\d.,-]/g, '');
  if (!/\d/.test(digits) || digits.includes('-')) return null;
  // a mark with one or two digits after it, at the end, stands before decimals
  const decimal = /[.,](\d{1,2})$/.exec(digits);
  const wholePart = (decimal ? digits.slice(0, decimal.index) : digits).replace(/[.,]/g, '');
  const value = Number(wholePart || '0') + (decimal ? Number(decimal[1]) / 10 ** decimal[1].length : 0);
  return Number.isFinite(value) ? Math.round(value * 10 ** decimals) : null;
}

const shareFrom = (text: string): number | null => {
  const value = Number(text.replace('%', '').replace(',', '.').trim());
  if (text.trim() === '' || !Number.isFinite(value) || value < 0) return null;
  return text.includes('%') || value > 1.2 ? value / 100 : value;
};

/**
 * Former sales, or prices seen asked, from a CSV with headings in one of four languages. Every row becomes a sale or a
 * bad row with its line, its column and the reason.
 * @param today none is later @param decimals of the house's money @param told which column is what, where a person said so
 */
export function readPastSales(
  text: string,
  processors: readonly ProcessorName[],
  today: string,
  decimals: number,
  reading: Reading = {},
  told?: SaleColumns,
): { sales: ReadSale[]; bad: BadRow[]; columns: SaleColumns; header: string[]; delimiter: string } {
  const table = readManifestTable(text, reading);
  const { header, delimiter } = table;
  const columns = told ?? columnsOf(header);
  const bad: BadRow[] = [...table.problems];
  const sales: ReadSale[] = [];
  const missing = (['day', 'price'] as const).filter((field) => columns[field] === undefined);
  if (missing.length && table.rows.length) {
    const reason = `no column for the ${missing.join(' and the ')}: say which it is`;
    return {
      sales,
      bad: [{ line: 1, reason, text: header.join(' | ').slice(0, 120) }],
      columns,
      header,
      delimiter,
    };
  }
  for (const { line, cells } of table.rows) {
    const cell = (field: Field) => (columns[field] === undefined ? '' : (cells[columns[field]] ?? '').trim());
    const heading = (field: Field) => header[columns[field] ?? -1] ?? field;
    const refuse = (field: Field, reason: string) =>
      bad.push({
        line,
        reason: `column "${heading(field)}": ${reason}`,
        text: cells.join(' | ').slice(0, 120),
        cells,
      });
    const day = dayFrom(cell('day'));
    if (!day) {
      refuse('day', cell('day') ? `"${cell('day')}" is no day` : 'no day');
      continue;
    }
    if (day > today) {
      refuse('day', `${day} is still to come`);
      continue;
    }
    const minor = amountFrom(cell('price'), decimals);
    if (!minor) {
      refuse('price', cell('price') ? `"${cell('price')}" is no price` : 'no price');
      continue;
    }
    const chassis = chassisFrom(cell('chassis')) ?? chassisFrom(cell('called'));
    if (!chassis) {
      refuse(
        'chassis',
        `"${cell('chassis') || cell('called')}" is no kind of machine (desktop, small desktop, all-in-one, laptop)`,
      );
      continue;
    }
    const known = cell('processor') ? processorNamed(processors, cell('processor')) : null;
    const level = /^[0-4]$/.test(cell('level')) ? Number(cell('level')) : (known?.level ?? null);
    const memoryGb = gigabytesIn(cell('memory'));
    const driveGb = gigabytesIn(cell('drive'));
    const wrong = (
      [
        ['memory', memoryGb],
        ['drive', driveGb],
      ] as const
    ).find(([, gb]) => Number.isNaN(gb));
    if (wrong) {
      refuse(wrong[0], `"${cell(wrong[0])}" is no size`);
      continue;
    }
    const words = `${cell('driveKind')} ${cell('drive')}`;
    const kind =
      driveGb === 0 || /\b(none|without|ohne|sans|sin)\b/i.test(words) ? 'none' : driveKindIn(words);
    const grade = cell('grade').toUpperCase();
    if (grade && !(GRADES as readonly string[]).includes(grade)) {
      refuse('grade', `"${cell('grade')}" is none of ${GRADES.join(', ')}`);
      continue;
    }
    const screen =
      Number(
        cell('screen')
          .replace(',', '.')
          .replace(/[^\d.]/g, ''),
      ) || null;
    sales.push({
      line,
      day,
      minor,
      called: cell('called').slice(0, 200),
      spec: {
        chassis,
        level,
        threads: known?.threads ?? null,
        year: known?.year ?? null,
        memoryGb,
        driveKind: kind,
        driveGb: kind === 'none' ? 0 : driveGb,
        batteryHealth: chassis === 'laptop' ? shareFrom(cell('battery')) : null,
        grade: (grade || null) as Grade | null,
        screenIn: screen && screen > 5 && screen < 60 ? screen : null,
        channel: cell('channel').slice(0, 60),
      },
    });
  }
  return { sales, bad, columns, header, delimiter };
}
