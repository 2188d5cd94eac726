import { CHASSIS } from '../catalogue';
import { GRAPHICS_CLASSES } from '../machine/names';
import { GRADES, type PriceSpec } from '../price/model';
import type { SparseRow } from './normal';

/** What a price is made of, beside what the table knows: whose line a column moves. */
export const GROUPS = [
  'base',
  'processor',
  'memory',
  'drive',
  'graphics',
  'battery',
  'screen',
  'grade',
  'told',
  'channel',
  'season',
] as const;
export type Group = (typeof GROUPS)[number];

/** A machine as it is or was offered. */
export interface Offered extends PriceSpec {
  /** Diagonal, inches. */
  screenIn?: number | null;
  /** Where it is sold; nothing: as usual. */
  channel?: string;
  /** Listed as what: graded, with its faults told, untested, for parts. Nothing: graded. */
  as?: string;
}

/** One part of what a machine is, as numbers: names of columns and what stands in them. */
type Part = readonly (readonly [name: string, value: number])[];

const DAY_MS = 86_400_000;
const over = (value: number, from: number) => Math.max(0, value - from);
const oneOf = <T>(all: readonly T[], own: T | null | undefined): Part =>
  own !== null && own !== undefined && all.includes(own) ? [[String(own), 1]] : [];
const whole = (level: number | null) => (level === null ? null : Math.min(4, Math.max(0, Math.round(level))));
const LEVELS = [0, 1, 2, 3, 4];
const DRIVES = ['none', 'disk', 'solid'];
/** Prices are not foretold further ahead than this. */
const AHEAD_YEARS = 0.25;

/** How a quantity bends: straight, and from where more or less of it counts otherwise. */
const bent = (name: string, value: number, from: readonly number[]): Part => [
  [name, value],
  ...from.map((edge) => [`${name}>${edge}`, over(value, edge)] as const),
];
const names = (part: Part) => part.map(([name]) => name);

/** What each part is called, in which line it stands, and its columns as they come. */
function partsOf(spec: Offered, yearsAgo: number, season: number, channels: readonly string[]) {
  const { memoryGb, driveGb, batteryHealth, screenIn } = spec;
  const kind = spec.driveKind;
  const laptop = spec.chassis === 'laptop';
  return {
    all: [['', 1]] as Part,
    chassis: oneOf(CHASSIS, spec.chassis),
    level: oneOf(LEVELS, whole(spec.level)),
    year: spec.year ? ([['', (spec.year - 2014) / 6]] as Part) : [],
    threads: spec.threads ? ([['', Math.log2(spec.threads / 4)]] as Part) : [],
    memory: memoryGb ? bent('', Math.log2(memoryGb / 8), [0, -1, 1]) : [],
    drive: oneOf(DRIVES, kind),
    solid: kind === 'solid' && driveGb ? bent('', Math.log2(driveGb / 240), [0, 1]) : [],
    disk: kind === 'disk' && driveGb ? bent('', Math.log2(driveGb / 500), [0]) : [],
    card: oneOf(GRAPHICS_CLASSES, spec.card),
    own: oneOf(GRAPHICS_CLASSES, spec.ownGraphics),
    battery: laptop && batteryHealth !== null && !spec.batteryMissing ? bent('', (batteryHealth - 0.65) / 0.2, [-1, 0, 1]) : spec.batteryMissing ? ([['none', 1]] as Part) : [], // prettier-ignore
    screen: screenIn ? bent(laptop ? '' : 'standing', (screenIn - (laptop ? 14 : 23)) / 3, laptop ? [-0.25, 0.4] : []) : [], // prettier-ignore
    grade: oneOf(GRADES, spec.grade),
    told: spec.as && spec.as !== 'graded' ? ([[spec.as, 1]] as Part) : [],
    channel: oneOf(channels, spec.channel),
    trend: bent('', yearsAgo, [1]),
    season: [1, 2].flatMap((n) => [
      [`sin${n}`, Math.sin(2 * Math.PI * n * season)] as const,
      [`cos${n}`, Math.cos(2 * Math.PI * n * season)] as const,
    ]),
  };
}
type Parts = ReturnType<typeof partsOf>;
type PartName = keyof Parts;

/** How far the parts alone move a price, in whose line; and pairs of parts that mean something together. Shop estimate. */
const ALONE: readonly (readonly [PartName, Group, number])[] = [
  ['all', 'base', 0.3],
  ['chassis', 'base', 0.15],
  ['level', 'processor', 0.15],
  ['year', 'processor', 0.1],
  ['threads', 'processor', 0.08],
  ['memory', 'memory', 0.1],
  ['drive', 'drive', 0.1],
  ['solid', 'drive', 0.06],
  ['disk', 'drive', 0.05],
  ['card', 'graphics', 0.12],
  ['own', 'graphics', 0.06],
  ['battery', 'battery', 0.06],
  ['screen', 'screen', 0.08],
  ['grade', 'grade', 0.1],
  ['told', 'told', 0.4],
  ['channel', 'channel', 0.12],
  ['trend', 'season', 0.1],
  ['season', 'season', 0.04],
];
const CROSSED: readonly (readonly [PartName, PartName, Group])[] = [
  ['chassis', 'level', 'processor'],
  ['chassis', 'memory', 'memory'],
  ['chassis', 'drive', 'drive'],
  ['chassis', 'solid', 'drive'],
  ['chassis', 'grade', 'grade'],
  ['level', 'memory', 'memory'],
  ['level', 'drive', 'drive'],
  ['level', 'solid', 'drive'],
  ['level', 'grade', 'grade'],
  ['level', 'battery', 'battery'],
  ['level', 'screen', 'screen'],
  ['level', 'trend', 'season'],
  ['drive', 'memory', 'memory'],
  ['grade', 'memory', 'grade'],
  ['grade', 'drive', 'grade'],
  ['grade', 'battery', 'battery'],
  ['channel', 'chassis', 'channel'],
  ['channel', 'level', 'channel'],
  ['channel', 'grade', 'channel'],
  ['chassis', 'trend', 'season'],
  ['chassis', 'season', 'season'],
];
const CROSSED_USUAL = 0.04;
/** Of what bends, only so many columns mean something together with others. */
const CROSSED_COLUMNS: Partial<Record<PartName, number>> = {
  memory: 2,
  solid: 1,
  battery: 1,
  screen: 1,
  trend: 1,
  season: 2,
};

/** The columns a shop's sales are read into. */
export interface Columns {
  /** A day of the calendar; ages count back from it. */
  today: string;
  /** Places where anything was sold. */
  channels: readonly string[];
  /** Columns that are drawn towards nothing together: by how much is learnt from what they do. */
  families: readonly Family[];
  /** Whose line each column moves. */
  groups: readonly Group[];
  /** The place of each name in its part. */
  local: Readonly<Record<PartName, Readonly<Record<string, number>>>>;
}

interface Family {
  id: string;
  group: Group;
  /** How far such a column usually moves a price, as a share of it, before anything was sold. */
  usual: number;
  /** Its columns. */
  from: number;
  to: number;
}

const someSpec: Offered = {
  chassis: 'laptop',
  level: 0,
  threads: 4,
  year: 2014,
  memoryGb: 8,
  driveKind: 'solid',
  driveGb: 240,
  batteryHealth: 0.65,
  screenIn: 14,
  grade: 'A',
};

/** What a part's columns can be called. */
function every(part: PartName, channels: readonly string[]): string[] {
  const is: Partial<Record<PartName, readonly string[]>> = {
    chassis: CHASSIS,
    level: LEVELS.map(String),
    drive: DRIVES,
    card: GRAPHICS_CLASSES,
    own: GRAPHICS_CLASSES,
    grade: GRADES,
    channel: channels,
    told: ['told', 'as found', 'for parts'],
    disk: names(partsOf({ ...someSpec, driveKind: 'disk' }, 0, 0, channels).disk),
    screen: [...names(partsOf(someSpec, 0, 0, channels).screen), 'standing'],
    battery: [...names(partsOf(someSpec, 0, 0, channels).battery), 'none'],
  };
  return [...(is[part] ?? names(partsOf(someSpec, 0, 0, channels)[part]))];
}

const crossed = (part: PartName, columns: number): number =>
  Math.min(columns, CROSSED_COLUMNS[part] ?? columns);

/** @param channels places where anything was sold */
export function columnsFor(today: string, channels: readonly string[]): Columns {
  const local = Object.fromEntries(
    ALONE.map(([part]) => [
      part,
      Object.fromEntries(every(part, channels).map((name, i) => [name, i])) as Record<string, number>,
    ]),
  ) as Record<PartName, Record<string, number>>;
  const size = (part: PartName) => Object.keys(local[part]).length;
  const families: Family[] = [];
  const groups: Group[] = [];
  const lay = (id: string, group: Group, usual: number, columns: number) => {
    families.push({ id, group, usual, from: groups.length, to: groups.length + columns });
    for (let i = 0; i < columns; i++) groups.push(group);
  };
  for (const [part, group, usual] of ALONE) lay(part, group, usual, size(part));
  for (const [one, other, group] of CROSSED)
    lay(`${one} by ${other}`, group, CROSSED_USUAL, crossed(one, size(one)) * crossed(other, size(other)));
  return { today, channels, families, groups, local };
}

/** Years from a day to another, by the calendar. */
export const yearsBetween = (from: string, to: string): number =>
  (Date.parse(to) - Date.parse(from)) / DAY_MS / 365.25;

const sizes = new WeakMap<object, number>();
/** How many names a part has; counted once. */
function sizeOf(names: Readonly<Record<string, number>>): number {
  let size = sizes.get(names);
  if (size === undefined) sizes.set(names, (size = Object.keys(names).length));
  return size;
}

/** A machine offered on a day, as a row of the regression. */
export function rowOf(columns: Columns, spec: Offered, day: string): SparseRow {
  const ago = Math.max(-AHEAD_YEARS, yearsBetween(day, columns.today));
  const season = (Date.parse(day) / DAY_MS / 365.25) % 1;
  const parts = partsOf(spec, ago, season, columns.channels);
  const at: number[] = [];
  const by: number[] = [];
  // families lie one after the other, and names of a part in their order: columns come out rising
  const put = (column: number, value: number) => {
    if (value === 0) return;
    at.push(column);
    by.push(value);
  };
  const { families, local } = columns;
  for (let f = 0; f < ALONE.length; f++) {
    const [part] = ALONE[f];
    for (const [name, value] of parts[part]) put(families[f].from + local[part][name], value);
  }
  for (let c = 0; c < CROSSED.length; c++) {
    const [one, other] = CROSSED[c];
    if (parts[one].length === 0 || parts[other].length === 0) continue;
    const { from, to } = families[ALONE.length + c];
    const wide = crossed(other, sizeOf(local[other]));
    const high = (to - from) / wide;
    for (const [a, x] of parts[one]) {
      if (local[one][a] >= high) continue;
      for (const [b, y] of parts[other])
        if (local[other][b] < wide) put(from + local[one][a] * wide + local[other][b], x * y);
    }
  }
  return { at, by };
}
