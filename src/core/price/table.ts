import type { Chassis } from '../catalogue';
import type { GraphicsClass } from '../machine/names';
import {
  EIGHT_IN_TEN,
  type Grade,
  type Price,
  type PriceLine,
  type PriceModel,
  type PriceSpec,
} from './model';

/** Data of the price table; all money minor units. */
export interface PriceTable {
  version: string;
  source: string;
  /** Base by chassis and processor level 0..4: the usual one of that level with 4 GB of memory, no drive, grade A. */
  base: Record<Chassis, readonly [number, number, number, number, number]>;
  /** How often a machine nobody has read turns out to be of each level, 0 to 4; sums to 1. */
  levelShare: Record<Chassis, readonly number[]>;
  /** What the usual processor of each level is, and what more or less of it does to the base. */
  within: {
    threads: readonly [number, number, number, number, number];
    year: readonly [number, number, number, number, number];
    graphics: readonly [GraphicsClass, GraphicsClass, GraphicsClass, GraphicsClass, GraphicsClass];
    /** Added by each doubling of its threads, by each year it is younger: shares of the base. */
    perDoubling: number;
    perYear: number;
    /** Never less or more of the base than these. */
    least: number;
    most: number;
  };
  memoryPerGb: number;
  memoryCapGb: number;
  /** Factor on memory by processor level: what an old machine can be fitted with adds little to it. */
  memoryByLevel: readonly [number, number, number, number, number];
  drive: { none: number; disk: number; solid: number; solidPerGb: number };
  /** Added by a hundred gigabytes of a disk. */
  diskPer100Gb: number;
  /**
   * Factor on the machine by its drive: one that starts from a disk is slow, and hardly asked for; one that has none
   * shows nobody that it starts, and never fetches more than with a disk.
   */
  driveFactor: Record<'none' | 'disk' | 'solid', number>;
  /** Added by graphics, by what they are good for: of a card all of it, of the processor's own what is over the usual. */
  card: Record<GraphicsClass, number>;
  /** Factor by grade. */
  grade: Record<Grade, number>;
  /** Factor of a laptop by battery health: at least `from` (0..1), best first. */
  battery: readonly { from: number; factor: number }[];
  batteryMissing: number;
  /** Half-width of the range as a share of the price, when everything is known / for each thing not known. */
  spread: { known: number; eachUnknown: number };
}

const USUAL = { level: 2, memoryGb: 4, driveGb: 120, batteryHealth: 0.65, grade: 'B' as Grade };
const clamp = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));

/** What is not rounded yet: lines as amounts, and the price they make. */
interface Made {
  lines: PriceLine[];
  /** Not rounded. */
  price: number;
}

function madeAt(table: PriceTable, spec: PriceSpec, level: number): Made {
  const lines: PriceLine[] = [];
  let price = 0;
  const add = (what: PriceLine['what'], to: number, known: boolean, detail: string) => {
    lines.push({ what, minor: to - price, known, detail });
    price = to;
  };
  const base = table.base[spec.chassis][level];
  add(
    'base',
    base,
    spec.level !== null,
    spec.level === null ? 'processor level not read: the mean over all' : `processor level ${level}`,
  );
  const { threads, year, ownGraphics } = spec;
  const own = table.within;
  const more =
    (threads ? own.perDoubling * Math.log2(threads / own.threads[level]) : 0) +
    (year ? own.perYear * (year - own.year[level]) : 0);
  if (threads || year)
    add(
      'processor',
      base * clamp(1 + more, own.least, own.most),
      true,
      [threads && `${threads} threads`, year && `of ${year}`].filter(Boolean).join(', '),
    );
  const memory = Math.min(spec.memoryGb ?? USUAL.memoryGb, table.memoryCapGb);
  add(
    'memory',
    price + (memory - 4) * table.memoryPerGb * table.memoryByLevel[level],
    spec.memoryGb !== null,
    spec.memoryGb === null ? `memory not read, taken as ${memory} GB` : `${spec.memoryGb} GB of memory`,
  );
  const kind = spec.driveKind ?? 'solid';
  const size = spec.driveGb ?? USUAL.driveGb;
  const disk = (price + table.drive.disk + (size / 100) * table.diskPer100Gb) * table.driveFactor.disk;
  const none = (price + table.drive.none) * table.driveFactor.none;
  const solid = (price + table.drive.solid + size * table.drive.solidPerGb) * table.driveFactor.solid;
  // a drive takes nothing from a machine, whatever the table says
  const withDrive = { none: Math.min(none, disk, solid), disk: Math.min(disk, solid), solid };
  add(
    'drive',
    withDrive[kind],
    spec.driveKind !== null,
    kind === 'none'
      ? 'no drive'
      : `${size} GB ${kind === 'solid' ? 'solid-state drive' : 'hard disk'}${spec.driveKind === null ? ' assumed' : ''}`,
  );
  if (spec.moreDrivesGb)
    add(
      'drive',
      price + (spec.moreDrivesGb / 100) * table.diskPer100Gb,
      true,
      `${Math.round(spec.moreDrivesGb)} GB of further drives`,
    );
  const usual = table.card[own.graphics[level]];
  const over = ownGraphics ? Math.max(0, table.card[ownGraphics] - usual) : 0;
  const graphics = Math.max(spec.card ? table.card[spec.card] : 0, over);
  if (spec.card || ownGraphics)
    add(
      'graphics',
      price + graphics,
      true,
      spec.card && table.card[spec.card] >= over
        ? `a card for ${spec.card}`
        : `its own graphics, for ${ownGraphics}`,
    );
  if (spec.chassis === 'laptop') {
    const health = spec.batteryHealth ?? USUAL.batteryHealth;
    const factor = spec.batteryMissing
      ? table.batteryMissing
      : (table.battery.find((band) => health >= band.from)?.factor ?? 1);
    add(
      'battery',
      price * factor,
      Boolean(spec.batteryMissing) || spec.batteryHealth !== null,
      spec.batteryMissing
        ? 'no battery'
        : `battery at ${Math.round(health * 100)} %${spec.batteryHealth === null ? ' assumed' : ''}`,
    );
  }
  const grade = spec.grade ?? USUAL.grade;
  add(
    'grade',
    price * table.grade[grade],
    spec.grade !== null,
    spec.grade === null ? `not graded, taken as ${grade}` : `grade ${grade}`,
  );
  return { lines, price };
}

/** Lines in whole minor units that add up to the whole price. */
function rounded(lines: readonly PriceLine[]): PriceLine[] {
  let exact = 0;
  let told = 0;
  return lines.map((line) => {
    exact += line.minor;
    const minor = Math.round(exact) - told;
    told += minor;
    return { ...line, minor };
  });
}

function priceFrom(table: PriceTable, spec: PriceSpec): Price {
  // of what nobody has read the mean over what it may be, never one of them
  const classes =
    spec.level === null
      ? table.levelShare[spec.chassis].map((share, level) => ({ share, ...madeAt(table, spec, level) }))
      : [{ share: 1, ...madeAt(table, spec, clamp(Math.round(spec.level), 0, 4)) }];
  const mean = (of: (one: (typeof classes)[number]) => number) =>
    classes.reduce((sum, one) => sum + one.share * of(one), 0);
  const price = mean((one) => one.price);
  const lines = rounded(
    classes[0].lines.map((line, i) => ({ ...line, minor: mean((one) => one.lines[i]?.minor ?? 0) })),
  );
  const unknown = lines.filter((line) => !line.known).length;
  const spread = table.spread.known + unknown * table.spread.eachUnknown;
  const variance = ((spread * price) / EIGHT_IN_TEN) ** 2 + mean((one) => (one.price - price) ** 2);
  const half = EIGHT_IN_TEN * Math.sqrt(variance);
  return {
    minor: Math.max(0, Math.round(price)),
    variance,
    lowMinor: Math.max(0, Math.round(price - half)),
    highMinor: Math.round(price + half),
    lines,
    unknown,
    version: table.version,
  };
}

/** The house's table as a model of prices. The day plays no part in it. */
export const tableModel = (table: PriceTable): PriceModel => ({
  version: table.version,
  price: (spec) => priceFrom(table, spec),
});
