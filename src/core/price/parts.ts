import type { PartClass } from '../catalogue';

/** What a used part is worth by what it is; money in minor units. */
export interface PartRates {
  /** A gigabyte of memory, by the processor level (0 to 4) of the machine it fits. */
  memoryPerGb: readonly [number, number, number, number, number];
  drive: { disk: number; diskPer100Gb: number; solid: number; solidPer100Gb: number };
  /** A processor out of its socket, by its level. */
  processor: readonly [number, number, number, number, number];
  /** Full charge / design under which a battery is worth nothing; at 1 it is worth `full`, between in proportion. */
  battery: { from: number; full: number };
}

/** What is known of the machine a part is in. */
export interface PartFacts {
  level: number | null;
  memoryGb: number | null;
  driveKind: string | null;
  driveGb: number | null;
  /** The drive was read as failing. */
  driveFailing: boolean;
  batteryHealth: number | null;
}

/**
 * What a part of a machine is worth, minor units: by what it is where that was read, else the usual value of
 * its class in such a machine.
 * @param usual minor units
 */
export function partWorth(rates: PartRates, part: PartClass, usual: number, facts: PartFacts): number {
  const { level, memoryGb, driveKind, driveGb, driveFailing, batteryHealth } = facts;
  const own = level === null ? null : Math.min(4, Math.max(0, Math.round(level)));
  if (part === 'memory' && memoryGb !== null) return Math.round(memoryGb * rates.memoryPerGb[own ?? 2]);
  if (part === 'processor' && own !== null) return rates.processor[own];
  if (part === 'drive') {
    if (driveKind === 'none' || driveFailing) return 0;
    if (driveKind === 'disk' && driveGb !== null)
      return Math.round(rates.drive.disk + (driveGb / 100) * rates.drive.diskPer100Gb);
    if (driveKind === 'solid' && driveGb !== null)
      return Math.round(rates.drive.solid + (driveGb / 100) * rates.drive.solidPer100Gb);
  }
  if (part === 'battery' && batteryHealth !== null) {
    const { from, full } = rates.battery;
    return batteryHealth < from ? 0 : Math.round(full * Math.min(1, batteryHealth));
  }
  return usual;
}

/**
 * Parts of one machine at what they fetch, and all of them together never above a share of what an equal machine
 * brings: who buys parts could buy the machine. Minor units.
 * @param most share of the whole, 0..1
 */
export function cappedParts(
  parts: Readonly<Partial<Record<PartClass, number>>>,
  wholeMinor: number,
  most: number,
): Partial<Record<PartClass, number>> {
  const all = Object.values(parts).reduce((sum, worth) => sum + worth, 0);
  const share = Math.min(1, all > 0 ? (most * wholeMinor) / all : 1);
  return Object.fromEntries(Object.entries(parts).map(([part, worth]) => [part, Math.round(worth * share)]));
}
