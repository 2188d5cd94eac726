import type { SlotRule } from './board';

export interface BoardLimits {
  /** Generation and form, as the module's label says it: "DDR3 SO-DIMM". */
  type: string;
  /** Volts the board gives; modules of another voltage are left out. */
  volts?: number;
  /** GB each slot takes at most. */
  slotMax: readonly number[];
  /** GB in all. */
  boardMax: number;
  /** Slots that share a channel, by slot: equal filling of all channels runs them side by side. */
  channels: readonly number[];
  /** Fastest the board runs, million transfers a second. */
  maxRate?: number;
  rule: SlotRule;
}

export interface BinModule {
  id: string;
  type: string;
  volts?: number;
  sizeGb: number;
  /** Million transfers a second. */
  rate: number;
  costMinor: number;
}

export interface MemoryFit {
  /** Module by slot, null = empty. */
  slots: (BinModule | null)[];
  totalGb: number;
  costMinor: number;
  /** Slowest of all, million transfers a second. */
  rate: number;
  /** Channels carry the same amount. */
  paired: boolean;
  /** Peak bandwidth, MB/s. */
  bandwidth: number;
}

/**
 * Transfers a second x 8 bytes x channels, as JEDEC names modules (12,800 MB/s for 1,600 MT/s on one
 * channel).
 * @returns MB/s
 */
export const peakBandwidth = (rate: number, channels: number) => rate * 8 * channels;

/** Groups of like modules are tried by count, so that a hundred alike are one choice. */
const LIKE = (module: BinModule) => `${module.sizeGb}|${module.rate}|${module.costMinor}`;

/**
 * The least costly modules from the bin that reach the target on this board, exactly (every combination
 * within the slots is weighed, cut off by cost). Ties: channels paired, then faster, then fewer modules.
 * @returns null when the bin and the board cannot reach it; `paired` in options asks for equal channels
 */
export function bestFit(
  board: BoardLimits,
  bin: readonly BinModule[],
  targetGb: number,
  { paired = false } = {},
): MemoryFit | null {
  const groups = new Map<string, BinModule[]>();
  for (const module of bin) {
    if (
      module.type !== board.type ||
      (board.volts !== undefined && module.volts !== undefined && module.volts !== board.volts)
    )
      continue;
    if (!board.slotMax.some((limit) => limit >= module.sizeGb)) continue;
    groups.set(LIKE(module), [...(groups.get(LIKE(module)) ?? []), module]);
  }
  const kinds = [...groups.values()].sort((a, b) => a[0].costMinor - b[0].costMinor || b[0].rate - a[0].rate);
  let best: MemoryFit | null = null;
  const chosen: BinModule[] = [];
  const weigh = (kind: number, cost: number, gb: number) => {
    if (best && cost > best.costMinor) return;
    if (gb >= targetGb && gb <= board.boardMax) {
      const slots = seat(board, chosen, paired);
      const fit = slots && fitOf(board, slots);
      if (fit && (!best || better(fit, best))) best = fit;
    }
    if (kind === kinds.length || chosen.length === board.slotMax.length) return;
    const before = chosen.length;
    for (let take = 0; take <= Math.min(kinds[kind].length, board.slotMax.length - before); take++) {
      if (take > 0) chosen.push(kinds[kind][take - 1]);
      if (take === 0) weigh(kind + 1, cost, gb);
      else weigh(kind + 1, cost + take * kinds[kind][0].costMinor, gb + take * kinds[kind][0].sizeGb);
    }
    chosen.length = before;
  };
  weigh(0, 0, 0);
  return best;
}

const better = (one: MemoryFit, other: MemoryFit) => {
  if (one.costMinor !== other.costMinor) return one.costMinor < other.costMinor;
  if (one.paired !== other.paired) return one.paired;
  if (one.rate !== other.rate) return one.rate > other.rate;
  return one.slots.filter(Boolean).length < other.slots.filter(Boolean).length;
};

/** Seats modules within slot limits and the board's rule; equal channels when it can be, or must. */
function seat(
  board: BoardLimits,
  modules: readonly BinModule[],
  paired: boolean,
): (BinModule | null)[] | null {
  const slots: (BinModule | null)[] = board.slotMax.map(() => null);
  const order = [...modules].sort((a, b) => b.sizeGb - a.sizeGb);
  let fallback: (BinModule | null)[] | null = null;
  const place = (at: number): boolean => {
    if (at === order.length) {
      if (!keepsRule(board, slots)) return false;
      if (balanced(board, slots)) return true;
      fallback ??= [...slots];
      return false;
    }
    const tried = new Set<string>();
    for (let slot = 0; slot < slots.length; slot++) {
      if (slots[slot] || board.slotMax[slot] < order[at].sizeGb) continue;
      // empty slots with the same limit in the same channel are one, but for rules that count slots
      const like = `${board.slotMax[slot]}/${board.channels[slot]}/${board.rule === 'any' ? '' : slot}`;
      if (tried.has(like)) continue;
      tried.add(like);
      slots[slot] = order[at];
      if (place(at + 1)) return true;
      slots[slot] = null;
    }
    return false;
  };
  if (place(0)) return [...slots];
  return paired ? null : fallback;
}

function keepsRule({ rule }: BoardLimits, slots: readonly (BinModule | null)[]): boolean {
  if (rule === 'first') return slots[0] !== null;
  if (rule === 'pairs')
    for (let slot = 0; slot < slots.length; slot += 2)
      if ((slots[slot]?.sizeGb ?? 0) !== (slots[slot + 1]?.sizeGb ?? 0)) return false;
  return true;
}

/** Do all channels carry the same, and is there more than one? */
function balanced({ channels }: BoardLimits, slots: readonly (BinModule | null)[]): boolean {
  const loads = new Map<number, number>();
  slots.forEach((module, slot) =>
    loads.set(channels[slot], (loads.get(channels[slot]) ?? 0) + (module?.sizeGb ?? 0)),
  );
  return loads.size > 1 && new Set(loads.values()).size === 1;
}

function fitOf(board: BoardLimits, slots: (BinModule | null)[]): MemoryFit {
  const modules = slots.filter((module): module is BinModule => module !== null);
  const rate = Math.min(board.maxRate ?? Infinity, ...modules.map((module) => module.rate));
  const paired = balanced(board, slots);
  return {
    slots,
    rate,
    paired,
    totalGb: modules.reduce((sum, module) => sum + module.sizeGb, 0),
    costMinor: modules.reduce((sum, module) => sum + module.costMinor, 0),
    bandwidth: peakBandwidth(rate, paired ? new Set(board.channels).size : 1),
  };
}
