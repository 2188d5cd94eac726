import { PART_CLASSES, type PartClass } from '../catalogue';
import { partWorth, type PartFacts, type PartRates } from '../price/parts';
import { yearsBetween } from './columns';
import { dot, type SparseRow } from './normal';
import { regress } from './regress';

/** What a loose part is, as far as its price depends on it; null: not known. */
export interface LoosePart {
  class: PartClass;
  /** Of memory or of a drive. */
  gb: number | null;
  driveKind: 'disk' | 'solid' | null;
  /** Of a processor, or of the machine the part is for: 0 to 4. */
  level: number | null;
  /** Of a battery: full charge over design. */
  health: number | null;
}

/** A loose part that was sold: the day, and for how much, minor units. */
export interface PartSale extends LoosePart {
  day: string;
  minor: number;
}

/** What sales of loose parts have taught over the house's table, as data. */
export interface PartsLearnt {
  today: string;
  active: number[];
  beta: number[];
  /** Sales by class. */
  counts: Partial<Record<PartClass, number>>;
  /** Places of sales that cannot be one of the others. */
  outliers: number[];
  /** Medians of how far each lay from what was foretold without it, as a share of its price: learnt, and the table. */
  error: { learnt: number; table: number };
}

/** How far each kind of column usually moves a price, as a share of it. Shop estimate. */
const FAMILIES = [
  { id: 'all', names: [''], usual: 0.25 },
  { id: 'class', names: PART_CLASSES, usual: 0.3 },
  { id: 'drive', names: ['disk', 'solid'], usual: 0.2 },
  { id: 'size', names: ['memory', 'disk', 'solid'], usual: 0.12 },
  { id: 'level', names: ['memory', 'processor'], usual: 0.1 },
  { id: 'health', names: [''], usual: 0.08 },
  { id: 'trend', names: [''], usual: 0.1 },
] as const;
type FamilyId = (typeof FAMILIES)[number]['id'];
const FROM = new Map<FamilyId, number>();
let width = 0;
for (const { id, names } of FAMILIES) {
  FROM.set(id, width);
  width += names.length;
}
const COLUMNS = {
  groups: new Array<string>(width).fill(''),
  families: FAMILIES.map(({ id, names, usual }) => ({
    usual,
    from: FROM.get(id)!,
    to: FROM.get(id)! + names.length,
  })),
};
/** Sizes and levels are told from these: the middle of what a bin holds. */
const MIDDLE = { memory: 8, disk: 500, solid: 240, level: 2, health: 0.65, healthUnit: 0.2 };
/** Fewer sales than this say nothing the table does not say better. */
export const LEAST_PART_SALES = 5;

/** A part on a day as a row of the regression; columns come out rising. */
function rowOf(part: LoosePart, yearsAgo: number): SparseRow {
  const at: number[] = [];
  const by: number[] = [];
  const put = (family: FamilyId, name: string, value: number) => {
    const names: readonly string[] = FAMILIES.find(({ id }) => id === family)!.names;
    const place = names.indexOf(name);
    if (place < 0 || value === 0) return;
    at.push(FROM.get(family)! + place);
    by.push(value);
  };
  const { class: own, gb, driveKind, level, health } = part;
  put('all', '', 1);
  put('class', own, 1);
  if (own === 'drive' && driveKind) put('drive', driveKind, 1);
  const sized = own === 'drive' ? driveKind : own === 'memory' ? 'memory' : null;
  if (sized && gb) put('size', sized, Math.log2(gb / MIDDLE[sized]));
  if (level !== null) put('level', own, level - MIDDLE.level);
  if (own === 'battery' && health !== null) put('health', '', (health - MIDDLE.health) / MIDDLE.healthUnit);
  put('trend', '', yearsAgo);
  return { at, by };
}

/** The part as the house's table asks for it. */
export const tableFacts = ({ class: own, gb, driveKind, level, health }: LoosePart): PartFacts => ({
  level,
  memoryGb: own === 'memory' ? gb : null,
  driveKind: own === 'drive' ? driveKind : null,
  driveGb: own === 'drive' ? gb : null,
  driveFailing: false,
  batteryHealth: own === 'battery' ? health : null,
});

const median = (values: readonly number[]): number =>
  values.length ? values.toSorted((a, b) => a - b)[values.length >> 1] : 0;

/** What a part is usually taken for, whatever machine it is for: the middle of the kinds of machine that have one. */
export function usualParts(
  by: Readonly<Record<string, Partial<Record<PartClass, number>>>>,
): Partial<Record<PartClass, number>> {
  return Object.fromEntries(
    PART_CLASSES.flatMap((own) => {
      const all = Object.values(by).flatMap((parts) => parts[own] ?? []);
      return all.length ? [[own, median(all)]] : [];
    }),
  );
}

/**
 * What sales of loose parts teach: a regression of the log of each price over the table's, by class and by what the part
 * is, every column drawn towards nothing by how little its family has been seen to do. Null: too few sales, or none the
 * table has a price for.
 * @param usual by class, minor units: what the table takes where a part's own facts say nothing
 */
export function learnParts(
  rates: PartRates,
  usual: Readonly<Partial<Record<PartClass, number>>>,
  sales: readonly PartSale[],
  today: string,
  halfLifeDays: number,
): PartsLearnt | null {
  const table = sales.map((sale) => partWorth(rates, sale.class, usual[sale.class] ?? 0, tableFacts(sale)));
  const known = [...sales.keys()].filter((i) => table[i] > 0 && sales[i].minor > 0 && sales[i].day <= today);
  if (known.length < LEAST_PART_SALES) return null;
  const own = known.map((i) => sales[i]);
  const y = known.map((i) => Math.log(sales[i].minor / table[i]));
  const ago = own.map(({ day }) => Math.max(0, yearsBetween(day, today)));
  const { active, beta, sure, without } = regress(
    COLUMNS,
    own.map((sale, i) => rowOf(sale, ago[i])),
    y,
    ago.map((years) => 0.5 ** ((365.25 * years) / halfLifeDays)),
  );
  const counts: PartsLearnt['counts'] = {};
  own.forEach((sale, i) => {
    if (sure[i] > 0.5) counts[sale.class] = (counts[sale.class] ?? 0) + 1;
  });
  const good = [...own.keys()].filter((i) => sure[i] > 0.5);
  const share = (log: number) => Math.abs(Math.exp(-log) - 1);
  return {
    today,
    active,
    beta,
    counts,
    outliers: known.filter((_, i) => sure[i] <= 0.5),
    error: {
      learnt: median(good.map((i) => share(without[i].left))),
      table: median(good.map((i) => share(y[i]))),
    },
  };
}

/** What a part fetches over the table's price of it, by what was learnt. */
export function partsFactor({ active, beta }: PartsLearnt): (part: LoosePart) => number {
  const all = new Float64Array(width);
  active.forEach((column, i) => (all[column] = beta[i]));
  return (part) => Math.exp(dot(rowOf(part, 0), all));
}
