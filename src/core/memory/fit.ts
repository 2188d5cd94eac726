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
  /** It takes modules with a register, or without; left out: nobody knows, so that only one kind is used. */
  registered?: boolean;
  /** Error correction: it takes none, may have it, or wants it; left out: as `may`. */
  ecc?: 'none' | 'may' | 'wants';
  /** What is soldered to the board, and on which channel: it stays, and counts. */
  soldered?: readonly { sizeGb: number; rate: number; channel: number }[];
}

export interface BinModule {
  id: string;
  type: string;
  volts?: number;
  sizeGb: number;
  /** Million transfers a second; 0: not known. */
  rate: number;
  costMinor: number;
  /** With a register, with error correction; left out: not known. */
  registered?: boolean;
  ecc?: boolean;
}

export interface MemoryFit {
  /** Module by slot, null = empty. */
  slots: (BinModule | null)[];
  /** With what is soldered to the board. */
  totalGb: number;
  costMinor: number;
  /** Slowest of all, million transfers a second; 0: of one nobody knows it. */
  rate: number;
  /** GB on each channel, by its number. */
  loads: number[];
  /** Channels carry the same amount. */
  paired: boolean;
  /** GB that all channels carry side by side; the rest runs on fewer. */
  besideGb: number;
  /** Peak bandwidth of what runs side by side, MB/s. */
  bandwidth: number;
}

/**
 * Transfers a second x 8 bytes x channels, as JEDEC names modules (12,800 MB/s for 1,600 MT/s on one
 * channel).
 * @returns MB/s
 */
export const peakBandwidth = (rate: number, channels: number) => rate * 8 * channels;

/** How slots share channels: 1 2 1 2, or 1 1 2 2. */
export const channelsOf = (slots: number, channels: number, inTurn = true): number[] =>
  Array.from({ length: slots }, (_, slot) =>
    inTurn ? slot % channels : Math.min(channels - 1, Math.floor((slot * channels) / slots)),
  );

/** Groups of like modules are tried by count, so that a hundred alike are one choice. */
const LIKE = ({ sizeGb, rate, costMinor, registered, ecc }: BinModule) =>
  [sizeGb, rate, costMinor, registered, ecc].join('|');

/** Could a module ever work on a board, whatever else is in it? */
const mayGo = (module: BinModule, { type, volts, slotMax, registered, ecc = 'may' }: BoardLimits): boolean =>
  module.type === type &&
  (volts === undefined || module.volts === undefined || module.volts === volts) &&
  slotMax.some((limit) => limit >= module.sizeGb) &&
  (registered === undefined || module.registered === undefined || module.registered === registered) &&
  !(ecc === 'none' && module.ecc === true) &&
  !(ecc === 'wants' && module.ecc === false);

/** Modules with and without a register never run together; with and without error correction they run without. */
const together = (modules: readonly BinModule[]): boolean =>
  new Set(modules.flatMap(({ registered }) => registered ?? [])).size < 2;

/**
 * The least costly modules from the bin that reach the target on this board, exactly (every combination
 * within the slots is weighed, cut off by cost). Ties: channels paired, then more side by side, then faster, then fewer
 * modules.
 * @returns null when the bin and the board cannot reach it; `paired` in options asks for equal channels
 */
export function bestFit(
  board: BoardLimits,
  bin: readonly BinModule[],
  targetGb: number,
  { paired = false } = {},
): MemoryFit | null {
  const groups = new Map<string, BinModule[]>();
  for (const module of bin)
    if (mayGo(module, board)) groups.set(LIKE(module), [...(groups.get(LIKE(module)) ?? []), module]);
  const kinds = [...groups.values()].sort((a, b) => a[0].costMinor - b[0].costMinor || b[0].rate - a[0].rate);
  const soldered = (board.soldered ?? []).reduce((sum, { sizeGb }) => sum + sizeGb, 0);
  let best: MemoryFit | null = null;
  const chosen: BinModule[] = [];
  const weigh = (kind: number, cost: number, gb: number) => {
    if (best && cost > best.costMinor) return;
    if (gb >= targetGb && gb <= board.boardMax && together(chosen)) {
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
  weigh(0, 0, soldered);
  return best;
}

const better = (one: MemoryFit, other: MemoryFit) => {
  if (one.costMinor !== other.costMinor) return one.costMinor < other.costMinor;
  if (one.paired !== other.paired) return one.paired;
  if (one.besideGb !== other.besideGb) return one.besideGb > other.besideGb;
  if (one.rate !== other.rate) return one.rate > other.rate;
  return one.slots.filter(Boolean).length < other.slots.filter(Boolean).length;
};

/** Seats modules within slot limits and the board's rule; channels as equal as they can be, or equal where they must. */
function seat(
  board: BoardLimits,
  modules: readonly BinModule[],
  paired: boolean,
): (BinModule | null)[] | null {
  const slots: (BinModule | null)[] = board.slotMax.map(() => null);
  const order = [...modules].sort((a, b) => b.sizeGb - a.sizeGb);
  let fallback: { slots: (BinModule | null)[]; beside: number } | null = null;
  const place = (at: number): boolean => {
    if (at === order.length) {
      if (!keepsRule(board, slots)) return false;
      const loads = loadsOf(board, slots);
      if (balanced(loads)) return true;
      const beside = besideOf(loads);
      if (!fallback || beside > fallback.beside) fallback = { slots: [...slots], beside };
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
  return paired ? null : ((fallback as { slots: (BinModule | null)[] } | null)?.slots ?? null);
}

function keepsRule({ rule }: BoardLimits, slots: readonly (BinModule | null)[]): boolean {
  if (rule === 'first') return slots[0] !== null;
  if (rule === 'pairs')
    for (let slot = 0; slot < slots.length; slot += 2) {
      const [one, two] = [slots[slot], slots[slot + 1] ?? null];
      // a pair is of one size and, where both are known, of one speed
      if ((one?.sizeGb ?? 0) !== (two?.sizeGb ?? 0)) return false;
      if (one && two && one.rate && two.rate && one.rate !== two.rate) return false;
    }
  return true;
}

/** GB on each channel, what is soldered among it. */
function loadsOf({ channels, soldered = [] }: BoardLimits, slots: readonly (BinModule | null)[]): number[] {
  const most = Math.max(-1, ...channels, ...soldered.map(({ channel }) => channel));
  const loads = Array.from({ length: most + 1 }, () => 0);
  slots.forEach((module, slot) => (loads[channels[slot]] += module?.sizeGb ?? 0));
  for (const { channel, sizeGb } of soldered) loads[channel] += sizeGb;
  return loads;
}

/** Do all channels carry the same, and is there more than one? */
const balanced = (loads: readonly number[]): boolean =>
  loads.length > 1 && loads[0] > 0 && loads.every((load) => load === loads[0]);

/** GB that all channels carry side by side. */
const besideOf = (loads: readonly number[]): number =>
  loads.length > 1 ? Math.min(...loads) * loads.length : 0;

function fitOf(board: BoardLimits, slots: (BinModule | null)[]): MemoryFit {
  const modules = slots.filter((module): module is BinModule => module !== null);
  const soldered = board.soldered ?? [];
  const rates = [...modules, ...soldered].map(({ rate }) => rate);
  const rate = rates.includes(0) ? 0 : Math.min(board.maxRate ?? Infinity, ...rates);
  const loads = loadsOf(board, slots);
  const besideGb = besideOf(loads);
  return {
    slots,
    rate,
    loads,
    besideGb,
    paired: balanced(loads),
    totalGb: [...modules, ...soldered].reduce((sum, { sizeGb }) => sum + sizeGb, 0),
    costMinor: modules.reduce((sum, module) => sum + module.costMinor, 0),
    bandwidth: peakBandwidth(rate, besideGb > 0 ? loads.length : 1),
  };
}
