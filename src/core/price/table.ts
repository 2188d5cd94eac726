import type { Chassis } from '../catalogue';
import type { GraphicsClass } from '../machine/names';

export const GRADES = ['A', 'B', 'C', 'D'] as const;
export type Grade = (typeof GRADES)[number];

/** Data of the price table; all money minor units. */
export interface PriceTable {
  version: string;
  source: string;
  /** Base by chassis and processor level 0..4, with 4 GB of memory, no drive, grade A. */
  base: Record<Chassis, readonly [number, number, number, number, number]>;
  memoryPerGb: number;
  memoryCapGb: number;
  /** Factor on memory by processor level: what an old machine can be fitted with adds little to it. */
  memoryByLevel: readonly [number, number, number, number, number];
  drive: { none: number; disk: number; solid: number; solidPerGb: number };
  /** Factor on the machine by its drive: one that starts from a disk is slow, and hardly asked for. */
  driveFactor: Record<'none' | 'disk' | 'solid', number>;
  /** Added by a graphics card, by what it is good for. */
  card: Record<GraphicsClass, number>;
  /** Factor by grade. */
  grade: Record<Grade, number>;
  /** Factor of a laptop by battery health: at least `from` (0..1), best first. */
  battery: readonly { from: number; factor: number }[];
  batteryMissing: number;
  /** Half-width of the range as a share of the price, when everything is known / for each thing not known. */
  spread: { known: number; eachUnknown: number };
}

export interface PriceSpec {
  chassis: Chassis;
  level: number | null;
  memoryGb: number | null;
  driveKind: 'none' | 'disk' | 'solid' | null;
  driveGb: number | null;
  /** Full charge / design, 0..1. */
  batteryHealth: number | null;
  batteryMissing?: boolean;
  /** What a card in it is good for; nothing: it has none. */
  card?: GraphicsClass | null;
  grade: Grade | null;
}

export interface PriceLine {
  what: 'base' | 'memory' | 'drive' | 'card' | 'battery' | 'grade';
  /** Minor units added (may be negative). */
  minor: number;
  /** False when a usual value stood in for one not known. */
  known: boolean;
  detail: string;
}

export interface TablePrice {
  minor: number;
  lowMinor: number;
  highMinor: number;
  lines: PriceLine[];
  unknown: number;
}

const USUAL = { level: 2, memoryGb: 4, driveGb: 120, batteryHealth: 0.65, grade: 'B' as Grade };

/** Price from the table with its range. What is not known is taken as usual and widens the range. */
export function tablePrice(table: PriceTable, spec: PriceSpec): TablePrice {
  const lines: PriceLine[] = [];
  let price = 0;
  const add = (what: PriceLine['what'], to: number, known: boolean, detail: string) => {
    lines.push({ what, minor: Math.round(to) - Math.round(price), known, detail });
    price = to;
  };
  const level = Math.min(4, Math.max(0, spec.level ?? USUAL.level));
  add(
    'base',
    table.base[spec.chassis][level],
    spec.level !== null,
    spec.level === null ? `processor level not read, taken as ${level}` : `processor level ${level}`,
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
  add(
    'drive',
    (price + (kind === 'solid' ? table.drive.solid + size * table.drive.solidPerGb : table.drive[kind])) *
      table.driveFactor[kind],
    spec.driveKind !== null,
    kind === 'none'
      ? 'no drive'
      : `${size} GB ${kind === 'solid' ? 'solid-state drive' : 'hard disk'}${spec.driveKind === null ? ' assumed' : ''}`,
  );
  if (spec.card) add('card', price + table.card[spec.card], true, `a card for ${spec.card}`);
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
  const unknown = lines.filter((line) => !line.known).length;
  const spread = table.spread.known + unknown * table.spread.eachUnknown;
  const minor = Math.max(0, Math.round(price));
  return {
    minor,
    lowMinor: Math.max(0, Math.round(price * (1 - spread))),
    highMinor: Math.round(price * (1 + spread)),
    lines,
    unknown,
  };
}
