import { EIGHT_IN_TEN } from '../price/model';
import type { PriceModel } from '../price/model';
import { columnsFor, rowOf, yearsBetween, type Columns, type Group, type Offered } from './columns';
import type { PartsLearnt } from './looseParts';
import { regress } from './regress';

/** A sale prices are learnt from: what was sold, when, for how much. */
export interface PastSale extends Offered {
  day: string;
  minor: number;
  /** How much it says beside a sale of the shop's own, 0..1: a price that was only asked says less. Nothing: 1. */
  weight?: number;
}

/** A sale that cannot be one of the others: kept apart, and shown. */
export interface Outlier {
  /** Its place among the sales. */
  sale: number;
  /** What one like it would have fetched. */
  expectedMinor: number;
  /** Its price over that. */
  times: number;
}

/** What a shop's sales have taught, as data; `learnt.ts` reads prices off it. */
export interface Learnt {
  /** Of loose parts; left out: too few were sold, or it was learnt before they taught. */
  parts?: PartsLearnt | null;
  columns: Columns;
  /** Columns that some sale fills. */
  active: number[];
  /** What each of those adds to the log of the table's price. */
  beta: number[];
  /** How uncertain that is: covariance, row after row. */
  covariance: number[];
  /** What an average sale fills them with. */
  mean: number[];
  /** Variance of every column that no sale fills. */
  pull: number[];
  /** Log prices of one machine scatter by this much, standard deviation. */
  scatter: number;
  /** In standard deviations: below the first a tenth of the sales lay, above the second another. */
  tails: readonly [number, number];
  /** How many sales it stands on, by what each was; and what all of them weigh. */
  counts: Record<string, number>;
  sales: number;
  weight: number;
  outliers: Outlier[];
  /** Medians of how far each sale lay from what was foretold without it, as a share of the price: learnt, and the table. */
  error: { learnt: number; table: number };
}

/** Sales lose half their say in so many days, as a house sets it. */
export interface LearnRules {
  halfLifeDays: number;
}
/** As a house begins. */
export const LEARN_RULES: LearnRules = { halfLifeDays: 900 };

/** Sales that the tails of a bell count as, before any were seen. */
const TAILS_COUNT = 12;

/** How sales are counted for a line: what they have in common with what is asked. */
export function likeness(spec: Offered): [Group, string][] {
  const { memoryGb, driveGb, batteryHealth, screenIn } = spec;
  const found: [Group, string | null][] = [
    ['base', spec.chassis],
    ['processor', spec.level === null ? null : `level ${spec.level}`],
    ['memory', memoryGb === null ? null : `${memoryGb} GB of memory`],
    ['drive', spec.driveKind && `${spec.driveKind} ${driveGb ? 2 ** Math.round(Math.log2(driveGb)) : ''}`],
    ['graphics', spec.card ? `card for ${spec.card}` : null],
    ['battery', batteryHealth === null ? null : `battery ${Math.floor(batteryHealth * 5)}`],
    ['screen', screenIn ? `screen ${Math.round(screenIn)}` : null],
    ['grade', spec.grade && `grade ${spec.grade}`],
    ['told', spec.as && spec.as !== 'graded' ? spec.as : null],
    ['channel', spec.channel || null],
  ];
  return found.filter((one): one is [Group, string] => one[1] !== null);
}

const median = (values: number[]): number => {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
};

/** The value below which a share of the weight lies. */
function quantile(values: readonly number[], weights: readonly number[], share: number): number {
  const order = values.map((_, i) => i).sort((a, b) => values[a] - values[b]);
  const all = weights.reduce((sum, own) => sum + own, 0);
  let sum = 0;
  for (const i of order) if ((sum += weights[i]) >= share * all) return values[i];
  return values[order.at(-1)!];
}

/**
 * What sales teach about prices: a regression of the log of each price over the table's, in which every column is pulled
 * towards nothing by how little its family has been seen to do (empirical Bayes), and a sale that cannot be one of the
 * others is found out and left aside (a mixture with a wide one). Without sales it is the table.
 * @param today prices are of that day @throws RangeError for a sale that is none
 */
export function learnPrices(
  table: PriceModel,
  sales: readonly PastSale[],
  today: string,
  rules: LearnRules = LEARN_RULES,
): Learnt {
  sales.forEach(({ minor, day }, i) => {
    if (!(minor > 0)) throw new RangeError(`sale ${i + 1}: a price is above nothing; got ${minor}`);
    if (day > today) throw new RangeError(`sale ${i + 1}: ${day} is still to come`);
  });
  const channels = [...new Set(sales.flatMap(({ channel }) => (channel ? [channel] : [])))].sort();
  const columns = columnsFor(today, channels);
  const rows = sales.map((sale) => rowOf(columns, sale, sale.day));
  const y = sales.map(
    (sale) => Math.log(sale.minor) - Math.log(Math.max(1, table.price(sale, sale.day).minor)),
  );
  const say = sales.map(
    (sale) => (sale.weight ?? 1) * 0.5 ** ((365.25 * yearsBetween(sale.day, today)) / rules.halfLifeDays),
  );
  const { sure, without, covariance, scatter2, ...found } = regress(columns, rows, y, say);
  const good = without.filter((_, i) => sure[i] > 0.5);
  const outliers = sales.flatMap(({ minor }, sale): Outlier[] => {
    if (sure[sale] > 0.5) return [];
    const times = Math.exp(without[sale].left);
    return [{ sale, expectedMinor: Math.round(minor / times), times }];
  });
  const counts: Record<string, number> = {};
  for (const sale of sales.filter((_, i) => sure[i] > 0.5))
    for (const [group, like] of likeness(sale))
      counts[`${group}: ${like}`] = (counts[`${group}: ${like}`] ?? 0) + 1;
  const share = (log: number) => Math.abs(Math.exp(log) - 1);
  return {
    columns,
    ...found,
    covariance: [...covariance],
    scatter: Math.sqrt(scatter2),
    tails: tailsOf(
      without.map(({ left, sd }) => left / sd),
      say,
    ),
    counts,
    sales: sales.length,
    weight: say.reduce((sum, own, i) => sum + own * sure[i], 0),
    outliers,
    error: good.length
      ? {
          learnt: median(good.map(({ left }) => share(-left))),
          table: median(y.filter((_, i) => sure[i] > 0.5).map((own) => share(-own))),
        }
      : { learnt: 0, table: 0 },
  };
}

/** A tenth below and a tenth above, of what was seen and of a bell that counts as a few sales. */
function tailsOf(apart: readonly number[], say: readonly number[]): readonly [number, number] {
  if (apart.length === 0) return [-EIGHT_IN_TEN, EIGHT_IN_TEN];
  const share = apart.length / (apart.length + TAILS_COUNT);
  const at = (p: number, bell: number) => share * quantile(apart, say, p) + (1 - share) * bell;
  return [Math.min(-0.3, at(0.1, -EIGHT_IN_TEN)), Math.max(0.3, at(0.9, EIGHT_IN_TEN))];
}
