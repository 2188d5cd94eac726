import type { FanSeen } from './fan';

/** A sink before and after, as a change of its kelvin a watt to the air. Shares of the first; -0.4: two fifths less. */
export interface SinkChange {
  /** As it was read. */
  read: number;
  /** With the fan as it turned before, from and to; null: it stood once, and what the sink does alone cannot be told from it. */
  like: readonly [number, number] | null;
  /** The fan turned alike both times, or was not read: what was read is what counts. */
  alike: boolean;
}

interface Sink {
  sinkPerWatt: number | null;
  fan: Pick<FanSeen, 'way' | 'load'> | null;
}

/** Speeds that differ by less are one. */
const ALIKE = 1.12;
/**
 * Air takes heat off fins about as the speed of it to a power between these: laminar to turbulent flow along plates (any
 * textbook of heat transfer, from memory).
 */
const POWERS = [0.5, 0.8] as const;

/**
 * What became of a heatsink, the fan left out of it: a fan that turns faster than before takes more heat off the same
 * fins. @returns null where kelvin a watt are not known of both
 */
export function sinkChange(before: Sink, after: Sink): SinkChange | null {
  if (before.sinkPerWatt === null || after.sinkPerWatt === null || before.sinkPerWatt <= 0) return null;
  const ratio = after.sinkPerWatt / before.sinkPerWatt;
  const read = ratio - 1;
  if (!before.fan || !after.fan) return { read, like: [read, read], alike: true };
  if (before.fan.way === 'stands' && after.fan.way === 'stands')
    return { read, like: [read, read], alike: true };
  if (before.fan.way === 'stands' || after.fan.way === 'stands') return { read, like: null, alike: false };
  const faster = after.fan.load / before.fan.load;
  if (Math.max(faster, 1 / faster) < ALIKE) return { read, like: [read, read], alike: true };
  const [a, b] = POWERS.map((power) => ratio * faster ** power - 1);
  return { read, like: [Math.min(a, b), Math.max(a, b)], alike: false };
}
