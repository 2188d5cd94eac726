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

export const LESS_REASONS = ['nothing', 'unseated', 'slot-small', 'memory-limit', 'half-seen', 'system-32', 'graphics-share'] as const;
export type LessReason = (typeof LESS_REASONS)[number];

export interface LessExplanation {
  reason: LessReason;
  /** Slot it speaks of. */
  slot?: number;
  /** What would be counted (or usable) under it. */
  from: number;
  to: number;
  probability: number;
}

/** Firmware keeps a little for itself; counts are rounded. */
const SLACK = 0.06;
/** Address space of a 32-bit system in GiB, and what mapped devices take from it (typically 0.25 to 1.25). */
const CEILING_32 = 4;
const MAPPED = { least: 0.25, most: 1.25 };
/** What built-in graphics may take. */
const SHARE = { least: 0.03, most: 2 };
/** No explanation fits better than this by accident: density of a count anywhere. */
const ANYWHERE = 1e-4;

/**
 * Why less is counted than is fitted, most likely first: each reason predicts a count (or a span of counts), and is weighed by how well it does.
 * @param usual how often each is the reason before the numbers are looked at
 * A reason that fixed limits rule out or make certain says so by its prediction: the slot's limit, the board's limit.
 */
export function whyLess(count: MemoryCount, usual: Record<LessReason, number>): LessExplanation[] {
  const { fitted, seen } = count;
  const total = fitted.reduce((sum, gb) => sum + gb, 0);
  const told = count.usable ?? seen;
  const found: Omit<LessExplanation, 'probability'>[] = [{ reason: 'nothing', from: total, to: total }];
  const weights: number[] = [usual.nothing];
  const add = (reason: LessReason, from: number, to: number, weight: number, slot?: number) => {
    found.push({ reason, from, to, ...(slot !== undefined && { slot }) });
    weights.push(weight);
  };
  const filled = fitted.flatMap((gb, slot) => (gb > 0 ? [slot] : []));
  for (const slot of filled) {
    add('unseated', total - fitted[slot], total - fitted[slot], usual.unseated / filled.length, slot);
    const limit = count.slotMax?.[slot];
    if (limit === undefined || limit === null) add('half-seen', total - fitted[slot] / 2, total - fitted[slot] / 2, usual['half-seen'] / filled.length, slot);
  }
  const bySlot = fitted.reduce((sum, gb, slot) => sum + Math.min(gb, count.slotMax?.[slot] ?? gb), 0);
  // a module too large for its slot is counted up to the limit, or not at all
  if (bySlot < total) {
    add('slot-small', bySlot, bySlot, usual['slot-small'] * 4);
    const left = fitted.reduce((sum, gb, slot) => sum + (gb > (count.slotMax?.[slot] ?? gb) ? 0 : gb), 0);
    add('slot-small', left, left, usual['slot-small'] * 2);
  }
  if (count.boardMax !== undefined && count.boardMax < total) add('memory-limit', count.boardMax, count.boardMax, usual['memory-limit'] * 6);
  else if (count.boardMax === undefined) for (const limit of [1, 2, 3, 4, 8, 16, 32]) if (limit < total) add('memory-limit', limit, limit, usual['memory-limit'] / 7);
  if (count.moduleMax !== undefined) {
    const within = fitted.reduce((sum, gb) => sum + Math.min(gb, count.moduleMax!), 0);
    if (within < total) add('memory-limit', within, within, usual['memory-limit'] * 6);
  }
  if (total >= CEILING_32 && count.bits32 !== false) add('system-32', CEILING_32 - MAPPED.most, CEILING_32 - MAPPED.least, usual['system-32'] * (count.bits32 ? 8 : 1));
  add('graphics-share', total - SHARE.most, total - SHARE.least, usual['graphics-share']);
  // a limit of the system or the graphics shows in what is usable, the others in what is counted
  const likelihood = found.map(({ reason, from, to }) => {
    const value = reason === 'system-32' || reason === 'graphics-share' ? told : seen;
    const other = reason === 'system-32' || reason === 'graphics-share' || count.usable === undefined || Math.abs(count.usable - seen) <= 0.3;
    return ANYWHERE + (other ? span(value, from, to) : 0.02 * span(value, from, to));
  });
  const joint = likelihood.map((value, i) => value * weights[i]);
  const sum = joint.reduce((all, value) => all + value, 0);
  return found.map((line, i) => ({ ...line, probability: joint[i] / sum })).filter((line) => line.probability >= 0.01).sort((a, b) => b.probability - a.probability);
}

/** Density of a value spread evenly from..to with rounding of about SLACK on either side. */
function span(value: number, from: number, to: number): number {
  const outside = value < from ? from - value : value > to ? value - to : 0;
  return Math.exp(-((outside / SLACK) ** 2) / 2) / (to - from + SLACK * Math.sqrt(2 * Math.PI));
}
