import { EMPTY, MOST, type Placement, type SlotRule } from './board';

/** What lies on the bench: module sizes in GB, slots, how the board wants them filled. */
export type BoardSetup = Pick<MemorySetup, 'sizes' | 'slots' | 'rule' | 'knownGood'>;

export interface MemorySetup {
  /** GB by module. */
  sizes: readonly number[];
  slots: number;
  rule: SlotRule;
  /** P(a module is bad), P(a slot is bad), P(its contacts are dirty), before any trial. */
  moduleBad: number;
  /** Bit by module: known-good ones from the bin, lent to the bench. */
  knownGood?: number;
  slotBad: number;
  slotDirty: number;
  /** P(one place that fails keeps the machine from starting); else it starts without counting that place. */
  halts: number;
  /** Attended minutes: off, on and wait; per module put in or out; per slot cleaned. */
  startMinutes: number;
  moveMinutes: number;
  cleanMinutes: number;
  /** Everything must be known to this before the bench stops. */
  certainty: number;
}

/** One start of the machine. */
export interface Trial {
  placement: Placement;
  /** Bit by slot: cleaned before this start (with the contacts of what sits in it), now or earlier. */
  cleaned: number;
  /** GB the machine counted; null = it did not start. */
  seen: number | null;
}

export interface MemoryBelief {
  setup: MemorySetup;
  /** P by state: module mask (bit = bad) x slots in base 3 (0 sound, 1 bad, 2 dirty as found). */
  p: Float64Array;
  cleaned: number;
  placement: Placement;
  trials: readonly Trial[];
}

interface Codes {
  count: number;
  bad: Uint8Array;
  dirty: Uint8Array;
}

const made = new Map<number, Codes>();
/** Masks of bad and of dirty slots for each base-3 code. */
export function slotCodes(slots: number): Codes {
  let codes = made.get(slots);
  if (!codes) {
    const count = 3 ** slots;
    codes = { count, bad: new Uint8Array(count), dirty: new Uint8Array(count) };
    for (let code = 0; code < count; code++) {
      for (let slot = 0, rest = code; slot < slots; slot++, rest = Math.floor(rest / 3)) {
        if (rest % 3 === 1) codes.bad[code] |= 1 << slot;
        if (rest % 3 === 2) codes.dirty[code] |= 1 << slot;
      }
    }
    made.set(slots, codes);
  }
  return codes;
}

/** For each code the code it counts as once the `cleaned` slots are clean: their dirt is gone. */
export function withoutDirt(slots: number, cleaned: number): Uint16Array {
  const codes = slotCodes(slots);
  return Uint16Array.from({ length: codes.count }, (_, code) => {
    let target = code;
    for (let slot = 0; slot < slots; slot++)
      if (codes.dirty[code] & cleaned & (1 << slot)) target -= 2 * 3 ** slot;
    return target;
  });
}

/** How many bits of a mask are set. */
export const bits = (mask: number) => {
  let count = 0;
  for (let rest = mask; rest; rest &= rest - 1) count++;
  return count;
};

/** Before any trial: modules and slots fail on their own. @throws RangeError above 8 x 8 or below 1 x 1 */
export function startMemory(setup: MemorySetup): MemoryBelief {
  const modules = setup.sizes.length;
  if (!(modules >= 1 && modules <= MOST && setup.slots >= 1 && setup.slots <= MOST))
    throw new RangeError(
      `the memory bench takes 1 to ${MOST} modules and slots, not ${modules} and ${setup.slots}`,
    );
  const codes = slotCodes(setup.slots);
  const p = new Float64Array((1 << modules) * codes.count);
  const sound = 1 - setup.slotBad - setup.slotDirty;
  for (let mask = 0; mask < 1 << modules; mask++) {
    const known = setup.knownGood ?? 0;
    const m =
      mask & known
        ? 0
        : setup.moduleBad ** bits(mask) * (1 - setup.moduleBad) ** (modules - bits(mask | known));
    for (let code = 0; code < codes.count; code++) {
      const [bad, dirty] = [bits(codes.bad[code]), bits(codes.dirty[code])];
      p[mask * codes.count + code] =
        m * setup.slotBad ** bad * setup.slotDirty ** dirty * sound ** (setup.slots - bad - dirty);
    }
  }
  return { setup, p, cleaned: 0, placement: Array.from({ length: setup.slots }, () => EMPTY), trials: [] };
}

/** The filled places of a trial. */
export const pairsOf = (placement: Placement) =>
  placement.flatMap((module, slot) => (module === EMPTY ? [] : [{ module, slot }]));

/**
 * P(what was seen | these places fail): all failing: no start; else each failing place halts the start on its
 * own, or is not counted.
 * @param failing bit by pair
 */
export function chanceOf(
  seen: number | null,
  pairs: readonly { module: number }[],
  failing: number,
  setup: MemorySetup,
): number {
  const count = bits(failing);
  const starts = count === pairs.length ? 0 : (1 - setup.halts) ** count;
  if (seen === null) return 1 - starts;
  let gb = 0;
  pairs.forEach(({ module }, i) => (gb += failing & (1 << i) ? 0 : setup.sizes[module]));
  return gb === seen ? starts : 0;
}

/** Which pairs fail, given bad modules and failing slots. */
export function failingPairs(
  pairs: readonly { module: number; slot: number }[],
  badModules: number,
  failingSlots: number,
): number {
  let mask = 0;
  for (let i = 0; i < pairs.length; i++)
    if (badModules & (1 << pairs[i].module) || failingSlots & (1 << pairs[i].slot)) mask |= 1 << i;
  return mask;
}

/**
 * Belief after a trial; null when no state could have shown it (an intermittent fault, or a slip of the pen).
 */
export const afterTrial = (belief: MemoryBelief, trial: Trial): MemoryBelief | null =>
  afterTrialWith(belief, trial)?.belief ?? null;

/** The same, with P(that is shown). */
export function afterTrialWith(
  belief: MemoryBelief,
  trial: Trial,
): { belief: MemoryBelief; chance: number } | null {
  const { setup } = belief;
  const codes = slotCodes(setup.slots);
  const pairs = pairsOf(trial.placement);
  const cleaned = belief.cleaned | trial.cleaned;
  const chance = Array.from({ length: 1 << pairs.length }, (_, failing) =>
    chanceOf(trial.seen, pairs, failing, setup),
  );
  const p = new Float64Array(belief.p.length);
  let total = 0;
  for (let mask = 0; mask < 1 << setup.sizes.length; mask++) {
    for (let code = 0; code < codes.count; code++) {
      const at = mask * codes.count + code;
      if (belief.p[at] === 0) continue;
      p[at] =
        belief.p[at] * chance[failingPairs(pairs, mask, codes.bad[code] | (codes.dirty[code] & ~cleaned))];
      total += p[at];
    }
  }
  if (total <= 0) return null;
  for (let i = 0; i < p.length; i++) p[i] /= total;
  return {
    belief: {
      setup,
      p,
      cleaned,
      placement: trial.placement,
      trials: [...belief.trials, { ...trial, cleaned }],
    },
    chance: total,
  };
}

export interface MemoryShares {
  /** P(bad) by module. */
  modules: number[];
  slots: { bad: number; dirty: number }[];
}

/** What is believed of each module and each slot: sums of the joint belief, each in [0, 1]. */
export function sharesOf({ setup, p }: MemoryBelief): MemoryShares {
  const codes = slotCodes(setup.slots);
  const modules = setup.sizes.map(() => 0);
  const slots = Array.from({ length: setup.slots }, () => ({ bad: 0, dirty: 0 }));
  for (let mask = 0; mask < 1 << modules.length; mask++) {
    for (let code = 0; code < codes.count; code++) {
      const share = p[mask * codes.count + code];
      if (share === 0) continue;
      for (let m = 0; m < modules.length; m++) if (mask & (1 << m)) modules[m] += share;
      for (let s = 0; s < slots.length; s++) {
        if (codes.bad[code] & (1 << s)) slots[s].bad += share;
        else if (codes.dirty[code] & (1 << s)) slots[s].dirty += share;
      }
    }
  }
  return { modules, slots };
}

/**
 * Would this start only repeat an earlier one? What kept the machine from starting keeps it again: the same
 * places, or more of them, tell nothing until one of their slots has been cleaned. (The chance in `chanceOf`
 * is over machines, not over tries.)
 */
export function toldAlready(trials: readonly Trial[], placement: Placement, cleaned: number): boolean {
  return trials.some((trial) => {
    const changed = trial.placement.some(
      (module, slot) => module !== EMPTY && cleaned & ~trial.cleaned & (1 << slot),
    );
    if (changed) return false;
    return trial.placement.every(
      (module, slot) => module === placement[slot] || (module === EMPTY && trial.seen === null),
    );
  });
}

/**
 * Verdicts: what is known to the asked certainty. A slot that was cleaned only needs to be known to work or
 * not.
 */
export interface MemoryVerdict {
  done: boolean;
  modules: ('sound' | 'bad' | 'open')[];
  slots: ('sound' | 'bad' | 'dirty' | 'open')[];
  /** Slots whose contacts it was: cleaned, and work since. */
  contacts: number[];
  /** Contacts were cleaned, and what fails goes on failing: it was not they. */
  cleanAndFailing: boolean;
}

/** What is certain enough to be said, at the certainty the set-up asks for; the rest is open. */
export function verdictOf(belief: MemoryBelief, shares = sharesOf(belief)): MemoryVerdict {
  const sure = belief.setup.certainty;
  const modules = shares.modules.map(
    (bad) => (bad >= sure ? 'bad' : bad <= 1 - sure ? 'sound' : 'open') as 'sound' | 'bad' | 'open',
  );
  const contacts: number[] = [];
  const slots = shares.slots.map(({ bad, dirty }, slot) => {
    if (bad >= sure) return 'bad';
    if (belief.cleaned & (1 << slot)) {
      if (bad > 1 - sure) return 'open';
      if (dirty >= 0.5) contacts.push(slot);
      return 'sound';
    }
    return dirty >= sure ? 'dirty' : bad + dirty <= 1 - sure ? 'sound' : 'open';
  });
  const fails = modules.includes('bad') || slots.includes('bad');
  return {
    done: ![...modules, ...slots].includes('open'),
    modules,
    slots,
    contacts,
    cleanAndFailing: belief.cleaned !== 0 && contacts.length === 0 && !slots.includes('dirty') && fails,
  };
}
