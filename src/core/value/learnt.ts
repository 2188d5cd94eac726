import type { Price, PriceLine, PriceModel } from '../price/model';
import { EIGHT_IN_TEN } from '../price/model';
import { GROUPS, rowOf, type Group, type Offered } from './columns';
import { likeness, type Learnt, type PastSale } from './learn';
import { quadratic, type SparseRow } from './normal';

/** What a line of a price stands on. */
export interface Stands {
  /** Share of it that is the house's table, 0..1; the rest was learnt. */
  table: number;
  /** Sales that have it in common. */
  sales: number;
}
export type LearntLine = Omit<PriceLine, 'what'> & { what: Group };
export interface LearntPrice extends Omit<Price, 'lines'> {
  lines: LearntLine[];
}

/** A model of prices that has learnt from sales. */
export interface LearntModel extends PriceModel {
  price(spec: Offered, at?: string): LearntPrice & Price;
  /** What each line of that price stands on. */
  standsOn(spec: Offered, at?: string): Map<Group, Stands>;
}

const WORDS: Partial<Record<Group, (spec: Offered) => string>> = {
  screen: ({ screenIn }) => (screenIn ? `${screenIn} inch screen` : 'screen not known'),
  told: ({ as }) => (as && as !== 'graded' ? `sold ${as}` : 'graded'),
  channel: ({ channel }) => (channel ? `sold ${channel}` : 'sold where it usually is'),
  season: () => 'time of the year, and how prices have gone',
};
/** What the table knows of a part is its line; what it does not know stands after them. */
const BESIDE: readonly Group[] = ['screen', 'told', 'channel', 'season'];

/**
 * What machines fetch: the table's price times what was learnt of all they are. Its lines are the table's, each moved by
 * what was learnt of it, and add up to the price.
 */
export function learntModel(table: PriceModel, learnt: Learnt, version: string): LearntModel {
  const { columns, active, beta } = learnt;
  const n = active.length;
  const covariance = Float64Array.from(learnt.covariance);
  const usual = new Float64Array(columns.groups.length);
  for (const { from, to, usual: own } of columns.families) usual.fill(own * own, from, to);
  const place = new Int32Array(columns.groups.length).fill(-1);
  active.forEach((column, i) => (place[column] = i));

  /** How unsure what a row says is: of what was learnt, and of what no sale ever had. */
  function varianceOf({ at, by }: SparseRow): number {
    const known = at.flatMap((column, k) => (place[column] >= 0 ? [k] : []));
    const rest = at.reduce(
      (sum, column, k) => sum + (place[column] < 0 ? learnt.pull[column] * by[k] ** 2 : 0),
      0,
    );
    return (
      rest + quadratic({ at: known.map((k) => place[at[k]]), by: known.map((k) => by[k]) }, covariance, n)
    );
  }

  /**
   * How much less unsure the sales have made what a group adds, against an average sale; of the base: the price of a
   * machine that is average but for what it is.
   */
  function standsOn(spec: Offered, at = columns.today): Map<Group, Stands> {
    const row = rowOf(columns, spec, at);
    const groups = new Set(row.at.map((column) => columns.groups[column]));
    return new Map(
      [...groups].map((group) => {
        const apart = new Float64Array(n);
        let before = 0;
        let rest = 0;
        row.at.forEach((column, k) => {
          if (columns.groups[column] !== group) return;
          if (place[column] >= 0) apart[place[column]] = row.by[k];
          else {
            before += usual[column] * row.by[k] ** 2;
            rest += learnt.pull[column] * row.by[k] ** 2;
          }
        });
        active.forEach((column, j) => {
          const own = columns.groups[column] === group;
          if (own && group !== 'base') apart[j] -= learnt.mean[j];
          if (!own && group === 'base') apart[j] = learnt.mean[j];
          before += usual[column] * apart[j] ** 2;
        });
        const after = rest + apart.reduce((sum, own, j) => sum + own * times(covariance, j, apart), 0);
        const like = likeness(spec).find(([each]) => each === group);
        return [
          group,
          {
            table: before > 0 ? Math.min(1, after / before) : 1,
            sales: (like && learnt.counts[`${group}: ${like[1]}`]) ?? (group === 'season' ? learnt.sales : 0),
          },
        ];
      }),
    );
  }
  const times = (matrix: Float64Array, j: number, vector: Float64Array) => {
    let sum = 0;
    for (let k = 0; k < n; k++) sum += matrix[j * n + k] * vector[k];
    return sum;
  };

  return {
    version,
    standsOn,
    price(spec, at = columns.today) {
      const known = table.price(spec, at);
      const row = rowOf(columns, spec, at);
      const adds = new Map<Group, number>();
      row.at.forEach((column, k) => {
        if (place[column] < 0) return;
        const group = columns.groups[column];
        adds.set(group, (adds.get(group) ?? 0) + beta[place[column]] * row.by[k]);
      });
      const lines = linesOf(known, adds, spec);
      const log = [...adds.values()].reduce((sum, own) => sum + own, 0);
      const middle = Math.max(1, known.minor) * Math.exp(log);
      // what was not read: the table says how much wider that makes it
      const sharp = table.price({ ...spec, ...FILLED(spec) }, at);
      const wider = Math.max(0, known.variance / known.minor ** 2 - sharp.variance / sharp.minor ** 2 || 0);
      const sd = Math.sqrt(varianceOf(row) + learnt.scatter ** 2 + wider);
      const low = middle * Math.exp(learnt.tails[0] * sd);
      const high = middle * Math.exp(learnt.tails[1] * sd);
      return {
        minor: Math.round(middle),
        variance: ((high - low) / (2 * EIGHT_IN_TEN)) ** 2,
        lowMinor: Math.round(low),
        highMinor: Math.round(high),
        lines: lines as LearntLine[] & PriceLine[],
        unknown: known.unknown,
        version,
      };
    },
  };
}

/** What is not known of a machine, as the table would take it. */
const FILLED = (spec: Offered): Partial<Offered> => ({
  level: spec.level ?? 2,
  memoryGb: spec.memoryGb ?? 4,
  driveKind: spec.driveKind ?? 'solid',
  batteryHealth: spec.batteryHealth ?? 0.65,
  grade: spec.grade ?? 'B',
});

/** The table's lines, each times all that was learnt down to it; whole minor units that add up. */
function linesOf(known: Price, adds: ReadonlyMap<Group, number>, spec: Offered): LearntLine[] {
  let table = 0;
  let log = 0;
  let told = 0;
  const lines: LearntLine[] = [];
  const used = new Set<Group>();
  const put = (what: Group, known: boolean, detail: string) => {
    if (!used.has(what)) log += adds.get(what) ?? 0;
    used.add(what);
    const to = Math.round(table * Math.exp(log));
    lines.push({ what, minor: to - told, known, detail });
    told = to;
  };
  known.lines.forEach((line, i) => {
    table += line.minor;
    // the processor's level stands in the table's base
    if (line.what === 'base' && !known.lines.some(({ what }) => what === 'processor'))
      log += fold('processor');
    put(line.what, line.known, line.detail);
    if (i === known.lines.length - 1) table = Math.max(1, known.minor);
  });
  function fold(group: Group): number {
    used.add(group);
    return adds.get(group) ?? 0;
  }
  for (const group of GROUPS)
    if (!used.has(group) && (adds.get(group) ?? 0) !== 0)
      put(group, true, BESIDE.includes(group) ? WORDS[group]!(spec) : group);
  return lines;
}

/** How far two machines are apart for whoever buys one of them; the same model at another grade is near. */
function apart(one: Offered, other: Offered): number {
  const far = (a: number | null | undefined, b: number | null | undefined, unit: number) =>
    a === null || a === undefined || b === null || b === undefined ? 0.5 : Math.abs(a - b) / unit;
  const log = (value: number | null | undefined) => (value ? Math.log2(value) : null);
  const grade = (spec: Offered) => (spec.grade ? 'ABCD'.indexOf(spec.grade) : null);
  return (
    (one.chassis === other.chassis ? 0 : 3) +
    1.5 * far(one.level, other.level, 1) +
    far(log(one.memoryGb), log(other.memoryGb), 1) +
    (one.driveKind === other.driveKind ? 0.4 * far(log(one.driveGb), log(other.driveGb), 1) : 1.2) +
    0.8 * far(grade(one), grade(other), 1) +
    (one.chassis === 'laptop' ? far(one.batteryHealth, other.batteryHealth, 0.3) : 0) +
    0.6 * far(one.screenIn, other.screenIn, 1.5) +
    ((one.channel ?? '') === (other.channel ?? '') ? 0 : 0.5) +
    ((one.as ?? 'graded') === (other.as ?? 'graded') ? 0 : 2)
  );
}

/**
 * The sales most like a machine, the nearest first; of two alike the later one.
 * @param leave places of sales that are none of the others
 * @returns places among the sales, and how far each is
 */
export function mostAlike(
  sales: readonly PastSale[],
  spec: Offered,
  count: number,
  leave: ReadonlySet<number> = new Set(),
): { sale: number; apart: number }[] {
  return sales
    .flatMap((sale, i) => (leave.has(i) ? [] : [{ sale: i, apart: apart(sale, spec), day: sale.day }]))
    .sort((a, b) => a.apart - b.apart || (a.day < b.day ? 1 : -1))
    .slice(0, count)
    .map(({ sale, apart: far }) => ({ sale, apart: far }));
}
