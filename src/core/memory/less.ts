/** What is known about memory that does not add up. GB throughout, in binary thousands as memory is sold. */
export interface MemoryCount {
  /** By slot, in the board's order; 0 = empty. */
  fitted: readonly number[];
  /** What the machine counts at start. */
  seen: number;
  /** What the system can use, when that was read. */
  usable?: number;
  /** Largest module each slot takes, when known. */
  slotMax?: readonly (number | null)[];
  /** Most the chipset takes in all, and in one module, when known. */
  boardMax?: number;
  moduleMax?: number;
  /** 32-bit system. */
  bits32?: boolean;
}

/** Why less memory may be seen than is fitted; how likely each is stands with the numbers of the trade. */
export const LESS_REASONS = [
  'nothing',
  'unseated',
  'slot-small',
  'memory-limit',
  'half-seen',
  'system-32',
  'graphics-share',
] as const;
export type LessReason = (typeof LESS_REASONS)[number];

export interface LessExplanation {
  reason: LessReason;
  /** Slots it speaks of: of modules alike in size any one would show the same. */
  slots: number[];
  /** What would be counted (or usable) under it. */
  from: number;
  to: number;
  probability: number;
}

/** What is usual where memory is counted. */
export interface LessUsual {
  /** How often each is the reason before the numbers are looked at. */
  reasons: Record<LessReason, number>;
  /** Address space of a 32-bit system, and what mapped devices take from it, GB. */
  ceiling32: number;
  mapped: { least: number; most: number };
  /** What built-in graphics may take, GB. */
  share: { least: number; most: number };
  /** Limits boards have when this board's is not known, GB. */
  boardLimits: readonly number[];
}

/** Firmware keeps a little for itself; counts are rounded. */
const SLACK = 0.06;
/** No explanation fits better than this by accident: density of a count anywhere. */
const ANYWHERE = 1e-4;

/**
 * Why less is counted than is fitted, most likely first: each reason predicts a count (or a span of counts),
 * and is weighed by how well it does. A reason that fixed limits rule out or make certain says so by its
 * prediction: the slot's limit, the board's limit.
 */
export function whyLess(count: MemoryCount, usual: LessUsual): LessExplanation[] {
  const { reasons, ceiling32, mapped, share, boardLimits } = usual;
  const { fitted, seen } = count;
  const total = fitted.reduce((sum, gb) => sum + gb, 0);
  const told = count.usable ?? seen;
  const found: Omit<LessExplanation, 'probability'>[] = [
    { reason: 'nothing', slots: [], from: total, to: total },
  ];
  const weights: number[] = [reasons.nothing];
  const add = (reason: LessReason, from: number, to: number, weight: number, slot?: number) => {
    const like =
      slot === undefined ? -1 : found.findIndex((line) => line.reason === reason && line.to === to);
    if (like >= 0) {
      found[like].slots.push(slot!);
      weights[like] += weight;
    } else {
      found.push({ reason, from, to, slots: slot === undefined ? [] : [slot] });
      weights.push(weight);
    }
  };
  const filled = fitted.flatMap((gb, slot) => (gb > 0 ? [slot] : []));
  for (const slot of filled) {
    add('unseated', total - fitted[slot], total - fitted[slot], reasons.unseated / filled.length, slot);
    const limit = count.slotMax?.[slot];
    if (limit === undefined || limit === null)
      add(
        'half-seen',
        total - fitted[slot] / 2,
        total - fitted[slot] / 2,
        reasons['half-seen'] / filled.length,
        slot,
      );
  }
  const bySlot = fitted.reduce((sum, gb, slot) => sum + Math.min(gb, count.slotMax?.[slot] ?? gb), 0);
  // a module too large for its slot is counted up to the limit, or not at all
  if (bySlot < total) {
    add('slot-small', bySlot, bySlot, reasons['slot-small'] * 4);
    const left = fitted.reduce((sum, gb, slot) => sum + (gb > (count.slotMax?.[slot] ?? gb) ? 0 : gb), 0);
    add('slot-small', left, left, reasons['slot-small'] * 2);
  }
  if (count.boardMax !== undefined && count.boardMax < total)
    add('memory-limit', count.boardMax, count.boardMax, reasons['memory-limit'] * 6);
  else if (count.boardMax === undefined)
    for (const limit of boardLimits)
      if (limit < total) add('memory-limit', limit, limit, reasons['memory-limit'] / boardLimits.length);
  if (count.moduleMax !== undefined) {
    const within = fitted.reduce((sum, gb) => sum + Math.min(gb, count.moduleMax!), 0);
    if (within < total) add('memory-limit', within, within, reasons['memory-limit'] * 6);
  }
  if (total >= ceiling32 && count.bits32 !== false)
    add(
      'system-32',
      ceiling32 - mapped.most,
      ceiling32 - mapped.least,
      reasons['system-32'] * (count.bits32 ? 8 : 1),
    );
  add('graphics-share', total - share.most, total - share.least, reasons['graphics-share']);
  // a limit of the system or the graphics shows in what is usable, the others in what is counted
  const likelihood = found.map(({ reason, from, to }) => {
    const value = reason === 'system-32' || reason === 'graphics-share' ? told : seen;
    const other =
      reason === 'system-32' ||
      reason === 'graphics-share' ||
      count.usable === undefined ||
      Math.abs(count.usable - seen) <= 0.3;
    return ANYWHERE + (other ? span(value, from, to) : 0.02 * span(value, from, to));
  });
  const joint = likelihood.map((value, i) => value * weights[i]);
  const sum = joint.reduce((all, value) => all + value, 0);
  return found
    .map((line, i) => ({ ...line, probability: joint[i] / sum }))
    .filter((line) => line.probability >= 0.01)
    .sort((a, b) => b.probability - a.probability);
}

/** Density of a value spread evenly from..to with rounding of about SLACK on either side. */
function span(value: number, from: number, to: number): number {
  const outside = value < from ? from - value : value > to ? value - to : 0;
  return Math.exp(-((outside / SLACK) ** 2) / 2) / (to - from + SLACK * Math.sqrt(2 * Math.PI));
}
