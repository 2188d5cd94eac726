import type { Chassis, PartClass } from '../catalogue';
import { GRAPHICS_CLASSES } from '../machine/names';
import type { Grade, PriceSpec } from '../price/model';
import type { Machine, TypedPart } from './attributes';
import { typedPart, type Facts } from './fields';
import { fits, type FitReason, type FitRules } from './fits';

/** Most changes of one set. */
export const MOST_CHANGES = 3;

/** What decides about the price of a machine and changes with its parts. */
export interface UpgradeState {
  /** Sizes of the modules in it; empty with a total: modules nobody has told apart. */
  modules: readonly { id: string; gb: number; worthMinor: number; soldered?: boolean }[];
  memoryGb: number | null;
  driveKind: 'none' | 'disk' | 'solid' | null;
  driveGb: number | null;
  moreDrivesGb: number | null;
  /** Worth of the drive that would come out, minor units. */
  driveWorthMinor: number;
  batteryHealth: number | null;
  batteryWorthMinor: number;
  level: number | null;
  processorWorthMinor: number;
  threads: number | null;
  year: number | null;
  /** What its processor's own graphics and a card in it are good for, places in GRAPHICS_CLASSES. */
  ownGraphics: number | null;
  graphics: number | null;
}

/** A part that could go in. */
export interface Candidate {
  id: string;
  from: 'bin' | 'quote';
  part: TypedPart & {
    gb?: number;
    kind?: string;
    health?: number;
    level?: number;
    threads?: number;
    year?: number;
    /** Of a card: what it is good for. */
    graphics?: number;
  };
  /** What it costs the shop to use it: what a bin part would fetch, what a quote asks delivered. */
  costMinor: number;
}

/** A part that could go in, from the facts known of it. null: no rules are known for its class. */
export function candidateOf(
  { id, from, costMinor, isNew }: Pick<Candidate, 'id' | 'from' | 'costMinor'> & { isNew?: boolean },
  partClass: string,
  facts: Facts,
): Candidate | null {
  const typed = typedPart(partClass, facts);
  if (!typed) return null;
  const part = { ...typed } as Candidate['part'];
  if (partClass === 'drive' && typeof facts.kind === 'string') part.kind = facts.kind;
  // a new pack holds what its maker made it for
  if (partClass === 'battery' && isNew) part.health ??= 1;
  if (typeof facts.graphics === 'string') part.graphics = graphicsAt(facts.graphics) ?? undefined;
  return { id, from, part, costMinor };
}

/** Place of a class of graphics among them; null: it is none of them. */
export function graphicsAt(name: string | null): number | null {
  const at = GRAPHICS_CLASSES.findIndex((each) => each === name);
  return at < 0 ? null : at;
}

/** What decides about the price of a machine in such a state. A drive it lacks is lacking in its price, too. */
export const priceSpecOf = (
  chassis: Chassis,
  state: UpgradeState,
  grade: Grade | null,
  batteryMissing = false,
): PriceSpec => ({
  chassis,
  level: state.level,
  threads: state.threads,
  year: state.year,
  ownGraphics: state.ownGraphics === null ? null : GRAPHICS_CLASSES[state.ownGraphics],
  memoryGb: state.memoryGb,
  driveKind: state.driveKind,
  driveGb: state.driveGb,
  moreDrivesGb: state.moreDrivesGb,
  batteryHealth: state.batteryHealth,
  batteryMissing: batteryMissing && state.batteryHealth === null,
  card: state.graphics === null ? null : GRAPHICS_CLASSES[state.graphics],
  grade,
});

export interface UpgradeProblem {
  machine: Machine;
  state: UpgradeState;
  candidates: readonly Candidate[];
  rules: FitRules;
  /** Price of the machine sound, by what it is then, minor units net of selling. */
  priceOf: (state: UpgradeState) => number;
  perMinute: number;
  /** Attended minutes of putting one in, by class; opening the machine once. */
  minutes: Partial<Record<PartClass, number>>;
  /** Taking one out takes this share of putting one in. */
  outShare: number;
  openMinutes: number;
  /** P(a part fits all the same) for each thing about that nobody knows. */
  unknownFits: number;
  /** What a machine must have for a card of each graphics class to be of any use. */
  cardNeeds: Readonly<Record<number, { threads: number; level: number }>>;
}

export interface UpgradeSet {
  /** Candidates that go in, and modules that come out. */
  put: string[];
  out: string[];
  /** Classes of what goes in. */
  classes: PartClass[];
  partsMinor: number;
  /** What comes out is worth, minor units; it is taken off `partsMinor`. */
  backMinor: number;
  minutes: number;
  beforeMinor: number;
  afterMinor: number;
  /** Chance x (after - before - parts) - minutes: what does not fit goes back into the bin. */
  netMinor: number;
  /** Most the parts of this set may cost together for it to pay. */
  mostMinor: number;
  care: string[];
  /** P(all of it fits). */
  chance: number;
  /** Two like modules: two channels. */
  channels: boolean;
  after: UpgradeState;
}

export interface Upgrades {
  /** Best first; every one brings something. */
  sets: UpgradeSet[];
  /** Parts that cannot go in, and why; parts that could and do not pay alone. */
  refused: { id: string; why: string[] }[];
  unpaid: { id: string; netMinor: number; mostMinor: number }[];
  /** How many feasible sets were weighed. */
  weighed: number;
}

/** A candidate that may go in, and what is to be watched. */
interface Open {
  candidate: Candidate;
  care: string[];
  /** How much of what decides nobody knows. */
  unknowns: number;
}

const words = (reasons: readonly FitReason[]) => reasons.map((reason) => reason.words);
const sum = (all: readonly number[]) => all.reduce((total, each) => total + each, 0);

/** Why a card would be of no use, whatever the slot. */
function idleCard({ part }: Candidate, { state, cardNeeds }: UpgradeProblem): string[] {
  if (part.class !== 'card' || part.graphics === undefined) return [];
  const needs = cardNeeds[part.graphics];
  if (!needs) return [];
  const reasons: string[] = [];
  if (state.threads !== null && state.threads < needs.threads)
    reasons.push(`the processor cannot use it: ${state.threads} threads, it wants ${needs.threads}`);
  if (state.level !== null && state.level < needs.level)
    reasons.push(`the processor cannot use it: level ${state.level}, it wants ${needs.level}`);
  return reasons;
}

/** What decides about the price and nobody has read: a part nobody knows is worth no guess. */
function unread({ part }: Candidate): string[] {
  const open: Partial<Record<string, [string, unknown][]>> = {
    memory: [['its size', part.gb]],
    drive: [
      ['whether it is a disk or solid-state', part.kind],
      ['its size', part.gb],
    ],
    battery: [['what it still holds', part.health]],
    processor: [['its level', part.level]],
    card: [['what it is good for', part.graphics]],
  };
  return (open[part.class] ?? []).flatMap(([what, told]) =>
    told === undefined ? [`${what} is not known: read its label`] : [],
  );
}

/** May this part go in at all, as far as its place goes? Slots and sums of memory are looked at set by set. */
function opened(candidate: Candidate, problem: UpgradeProblem): Open | { why: string[] } {
  const { machine, rules } = problem;
  const alone =
    candidate.part.class === 'memory' && machine.memory
      ? {
          ...machine,
          memory: { ...machine.memory, fitted: [], free: undefined, slots: undefined, boardGb: undefined },
        }
      : machine;
  const { answer, reasons } = fits(candidate.part, alone, rules);
  const idle = idleCard(candidate, problem);
  if (answer === 'no') return { why: words(reasons.filter(({ weighs }) => weighs === 'no')) };
  // a part for a socket nobody knows is bought for a drawer
  const blind =
    candidate.part.class === 'processor' && machine.processor?.socket === undefined
      ? ['which socket its board has is not known: read it first']
      : [];
  const missing = [...unread(candidate), ...blind];
  if (idle.length + missing.length) return { why: [...idle, ...missing] };
  const { slotGb, provenSlotGb } = machine.memory ?? {};
  if (
    candidate.part.class === 'memory' &&
    slotGb !== undefined &&
    (candidate.part.gb ?? 0) > Math.max(slotGb, provenSlotGb ?? 0)
  )
    return { why: words(reasons) };
  return {
    candidate,
    care: words(reasons),
    unknowns: reasons.filter(({ unknown }) => unknown).length,
  };
}

/** All sets of at most `most` of a list, the empty one first. */
function* choices<T>(list: readonly T[], most: number, from = 0): Generator<T[]> {
  yield [];
  if (most === 0) return;
  for (let i = from; i < list.length; i++)
    for (const rest of choices(list, most - 1, i + 1)) yield [list[i], ...rest];
}

/** What decides about what a part does to the machine; of parts that do the same the cheaper are enough. */
function effectOf({ candidate, care, unknowns }: Open): string {
  const { part } = candidate;
  const size = [part.gb, part.kind, part.health, part.level, part.threads, part.year, part.graphics]
    .map((each) => each ?? '')
    .join();
  return `${part.class}|${size}|${care.length > 0}|${unknowns}`;
}

/** Of parts with the same effect only so many of the cheapest can be in a best set. */
function cheapest(list: readonly Open[], most: number): Open[] {
  const groups = new Map<string, Open[]>();
  for (const open of list) {
    const key = effectOf(open);
    groups.set(key, [...(groups.get(key) ?? []), open]);
  }
  return [...groups.values()].flatMap((group) =>
    [...group].sort((a, b) => a.candidate.costMinor - b.candidate.costMinor).slice(0, most),
  );
}

/** What the machine's memory would be, or why this is no set. */
function memoryAfter(
  { machine, state }: UpgradeProblem,
  put: readonly Open[],
  out: readonly { id: string; gb: number }[],
): { gb: number | null; sizes: number[] } | null {
  if (put.length === 0 && out.length === 0)
    return { gb: state.memoryGb, sizes: state.modules.map(({ gb }) => gb) };
  const stay = state.modules.filter(({ id }) => !out.some((each) => each.id === id));
  const { slots, free, boardGb, slotGb, provenSlotGb } = machine.memory ?? {};
  // modules nobody has told apart take at least one slot; where nobody counted the slots, one more may be there
  const unseen = state.modules.length === 0 && (state.memoryGb ?? 0) > 0 ? 1 : 0;
  const slotted = state.modules.filter(({ soldered }) => !soldered).length;
  const room = free === undefined ? (slots ?? slotted + unseen + 1) : Infinity;
  // what is soldered to the board takes no slot
  const inSlots = stay.filter(({ soldered }) => !soldered).length;
  const filled = inSlots + unseen + put.length;
  if (filled > room || stay.length + unseen + put.length === 0) return null;
  // seen slot by slot: what comes out makes room, what is in it and nobody read does not
  if (free !== undefined && put.length - out.length > free) return null;
  // modules of different generations never work together
  const kinds = new Set(put.flatMap(({ candidate }) => candidate.part.kind ?? []));
  if (kinds.size > 1) return null;
  if (put.some(({ candidate }) => candidate.part.gb === undefined)) return null;
  const inside = state.modules.length ? sum(stay.map(({ gb }) => gb)) : (state.memoryGb ?? 0);
  const gb = inside + sum(put.map(({ candidate }) => candidate.part.gb!));
  const proven = provenSlotGb !== undefined && slotGb !== undefined && provenSlotGb > slotGb;
  if (boardGb !== undefined && gb > boardGb && !(proven && slots && gb <= provenSlotGb * slots)) return null;
  return { gb, sizes: [...stay.map((each) => each.gb), ...put.map(({ candidate }) => candidate.part.gb!)] };
}

/**
 * What is worth putting into a machine: every set of at most three changes (parts in, modules out) that fits,
 * weighed by price after - before - parts - minutes. Exact: parts that do the same are only left out where a
 * cheaper one is in.
 */
export function upgradesOf(problem: UpgradeProblem): Upgrades {
  const { state, priceOf, perMinute, minutes, outShare, openMinutes } = problem;
  const refused: Upgrades['refused'] = [];
  const open: Open[] = [];
  for (const candidate of problem.candidates) {
    const own = opened(candidate, problem);
    if ('why' in own) refused.push({ id: candidate.id, why: own.why });
    else open.push(own);
  }
  const of = (partClass: PartClass) => open.filter(({ candidate }) => candidate.part.class === partClass);
  const single = (partClass: PartClass): (Open | null)[] => [null, ...cheapest(of(partClass), 1)];
  const beforeMinor = priceOf(state);
  const sets: UpgradeSet[] = [];
  /** What one part alone brings before its own cost, by what it does. */
  const alone = new Map<string, number>();
  let weighed = 0;
  const prices = new Map<string, number>();
  const priced = (after: UpgradeState): number => {
    const { memoryGb, driveKind, driveGb, batteryHealth, level, threads, year, graphics } = after;
    const key = [memoryGb, driveKind, driveGb, batteryHealth, level, threads, year, graphics].join();
    const found = prices.get(key);
    if (found !== undefined) return found;
    const made = priceOf(after);
    prices.set(key, made);
    return made;
  };
  const counted = problem.machine.memory;
  const unsure =
    counted?.free === undefined &&
    (counted?.slots === undefined || (state.modules.length === 0 && (state.memoryGb ?? 0) > 0))
      ? ['whether a slot is free is not known: look before it is opened for this']
      : [];
  const memorySets: {
    put: Open[];
    out: UpgradeState['modules'][number][];
    gb: number | null;
    sizes: number[];
  }[] = [];
  // what is soldered to the board never comes out
  const loose = state.modules.filter(({ soldered }) => !soldered);
  for (const out of choices(loose, MOST_CHANGES))
    for (const put of choices(cheapest(of('memory'), MOST_CHANGES), MOST_CHANGES - out.length)) {
      const memory = memoryAfter(problem, put, out);
      if (memory) memorySets.push({ put, out, ...memory });
    }
  const rest = [single('drive'), single('battery'), single('processor'), single('card')] as const;
  for (const drive of rest[0])
    for (const battery of rest[1])
      for (const processor of rest[2])
        for (const card of rest[3]) {
          const others = [drive, battery, processor, card].filter((each) => each !== null);
          if (others.length > MOST_CHANGES) continue;
          for (const memory of memorySets) {
            const changes = others.length + memory.put.length + memory.out.length;
            if (changes === 0 || changes > MOST_CHANGES) continue;
            // a processor that is put in decides what a card can do
            const level = processor?.candidate.part.level ?? (processor ? null : state.level);
            const after: UpgradeState = {
              ...state,
              memoryGb: memory.gb,
              level,
              // what the new one is beside its level is on its label, or as usual
              ...(processor && {
                threads: processor.candidate.part.threads ?? null,
                year: processor.candidate.part.year ?? null,
                ownGraphics: null,
              }),
              ...(drive && {
                driveKind: (drive.candidate.part.kind as 'disk' | 'solid' | undefined) ?? null,
                driveGb: drive.candidate.part.gb ?? null,
              }),
              ...(battery && { batteryHealth: battery.candidate.part.health ?? null }),
              ...(card && { graphics: card.candidate.part.graphics ?? null }),
            };
            weighed++;
            const put = [...memory.put, ...others];
            const back =
              sum(memory.out.map(({ worthMinor }) => worthMinor)) +
              (drive ? state.driveWorthMinor : 0) +
              (battery ? state.batteryWorthMinor : 0) +
              (processor ? state.processorWorthMinor : 0);
            const cost = sum(put.map(({ candidate }) => candidate.costMinor));
            const hands =
              openMinutes +
              sum(put.map(({ candidate }) => minutes[candidate.part.class] ?? 0)) +
              memory.out.length * (minutes.memory ?? 0) * outShare;
            const unknowns = sum(put.map((each) => each.unknowns)) + (memory.put.length ? unsure.length : 0);
            const chance = problem.unknownFits ** unknowns;
            const mostMinor = priced(after) - beforeMinor + back - (hands * perMinute) / chance;
            const netMinor = chance * (mostMinor - cost);
            if (changes === 1 && put.length === 1) alone.set(effectOf(put[0]), mostMinor);
            if (!(netMinor > 0)) continue;
            sets.push({
              put: put.map(({ candidate }) => candidate.id),
              out: memory.out.map(({ id }) => id),
              classes: put.map(({ candidate }) => candidate.part.class),
              partsMinor: cost - back,
              backMinor: back,
              minutes: hands,
              beforeMinor,
              afterMinor: priced(after),
              netMinor,
              mostMinor,
              chance,
              care: [...new Set([...put.flatMap(({ care }) => care), ...(memory.put.length ? unsure : [])])],
              channels:
                memory.put.length > 0 && memory.sizes.length === 2 && memory.sizes[0] === memory.sizes[1],
              after,
            });
          }
        }
  sets.sort((a, b) => b.netMinor - a.netMinor || a.put.length + a.out.length - b.put.length - b.out.length);
  return {
    sets,
    refused,
    unpaid: open.flatMap((own) => {
      const { id, costMinor } = own.candidate;
      const mostMinor = alone.get(effectOf(own));
      return mostMinor === undefined || mostMinor > costMinor
        ? []
        : [{ id, netMinor: mostMinor - costMinor, mostMinor }];
    }),
    weighed,
  };
}
