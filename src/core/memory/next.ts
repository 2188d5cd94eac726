import { countsOf, EMPTY, legal, moves, placements, type Placement } from './board';
import {
  afterTrialWith,
  bits,
  failingPairs,
  pairsOf,
  sharesOf,
  slotCodes,
  toldAlready,
  verdictOf,
  withoutDirt,
  type MemoryBelief,
} from './belief';

export interface ProposedTrial {
  placement: Placement;
  /** Bit by slot: to be cleaned first. */
  clean: number;
  minutes: number;
  /** Expected drop of the entropy of what must be known, bits. */
  bits: number;
  /** P(the machine starts). */
  starts: number;
}

/** Boards up to this many fillings are searched whole; above, fillings are grown place by place. */
const WHOLE = 700;

/**
 * P by (bad modules, failing slots) once `cleaned` slots are clean, and the entropy of what must still be
 * known: a cleaned slot only works or not, any other is sound, bad or dirty.
 */
function collapsed(belief: MemoryBelief, cleaned: number): { joint: Float64Array; entropy: number } {
  const { setup, p } = belief;
  const codes = slotCodes(setup.slots);
  const width = 1 << setup.slots;
  const joint = new Float64Array((1 << setup.sizes.length) * width);
  // what each code counts as once those slots are clean
  const target = withoutDirt(setup.slots, cleaned);
  const failing = codes.bad.map((bad, code) => bad | (codes.dirty[code] & ~cleaned));
  const merged = new Float64Array(codes.count);
  let entropy = 0;
  for (let mask = 0, at = 0; mask < 1 << setup.sizes.length; mask++) {
    merged.fill(0);
    for (let code = 0; code < codes.count; code++, at++) {
      const share = p[at];
      if (share === 0) continue;
      joint[mask * width + failing[code]] += share;
      merged[target[code]] += share;
    }
    for (let code = 0; code < codes.count; code++)
      if (merged[code] > 0) entropy -= merged[code] * Math.log2(merged[code]);
  }
  return { joint, entropy };
}

const plogp = (p: number) => (p > 0 ? -p * Math.log2(p) : 0);

/**
 * Mutual information between a start and the state, bits; and P(it starts). Small boards' joint, big boards'
 * alike.
 */
function told(
  joint: Float64Array,
  placement: Placement,
  belief: MemoryBelief,
): { bits: number; starts: number } {
  const { setup } = belief;
  const pairs = pairsOf(placement);
  const width = 1 << setup.slots;
  const byFailing = new Float64Array(1 << pairs.length);
  const slotFail = new Uint16Array(width);
  for (let slots = 0; slots < width; slots++) slotFail[slots] = failingPairs(pairs, 0, slots);
  for (let mask = 0; mask < 1 << setup.sizes.length; mask++) {
    const moduleFail = failingPairs(pairs, mask, 0);
    for (let slots = 0; slots < width; slots++)
      byFailing[moduleFail | slotFail[slots]] += joint[mask * width + slots];
  }
  let none = 0;
  let noise = 0;
  const seen = new Map<number, number>();
  byFailing.forEach((share, failing) => {
    if (share <= 0) return;
    const count = bits(failing);
    const starts = count === pairs.length ? 0 : (1 - setup.halts) ** count;
    none += share * (1 - starts);
    noise += share * (plogp(starts) + plogp(1 - starts));
    if (starts === 0) return;
    let gb = 0;
    pairs.forEach(({ module }, i) => (gb += failing & (1 << i) ? 0 : setup.sizes[module]));
    seen.set(gb, (seen.get(gb) ?? 0) + share * starts);
  });
  let outcome = plogp(none);
  for (const share of seen.values()) outcome += plogp(share);
  return { bits: Math.max(0, outcome - noise), starts: 1 - none };
}

/**
 * What may be put in: everything on small boards; on big ones single places, pairs of places, and full
 * fillings by what is likely sound.
 */
function candidates(belief: MemoryBelief, joint: Float64Array): Placement[] {
  const { setup } = belief;
  const modules = setup.sizes.length;
  const count = (n: number, k: number) =>
    Array.from({ length: k }, (_, i) => n - i).reduce((product, value) => product * value, 1);
  let all = 0;
  for (let k = 0; k <= Math.min(modules, setup.slots); k++)
    all += (count(modules, k) * count(setup.slots, k)) / count(k, k);
  if (all <= WHOLE) return placements(modules, setup.slots, setup.rule, setup.sizes);
  const shares = sharesOf(belief);
  const doubt = {
    module: (at: number) => `${shares.modules[at].toFixed(9)} ${setup.sizes[at]}`,
    slot: (at: number) => `${shares.slots[at].bad.toFixed(9)} ${shares.slots[at].dirty.toFixed(9)}`,
  };
  // places in the same doubt tell the same: of each kind one is enough, the one that is there already before
  // others
  const alike = new Map<string, Placement>();
  for (const placement of placements(
    modules,
    setup.slots,
    setup.rule,
    setup.sizes,
    setup.rule === 'pairs' ? 2 : 1,
  )) {
    const kind = pairsOf(placement)
      .map(({ module, slot }) => `${doubt.module(module)}/${doubt.slot(slot)}`)
      .join(' ');
    const old = alike.get(kind);
    if (!old || moves(belief.placement, placement) < moves(belief.placement, old)) alike.set(kind, placement);
  }
  const small = [...alike.values()];
  // from the best single filling on, add the place that tells most, as long as it tells more
  const grown: Placement[] = [];
  let best = small.reduce(
    (top, placement) => {
      const bitsTold = told(joint, placement, belief).bits;
      return bitsTold > top.bits ? { placement, bits: bitsTold } : top;
    },
    { placement: small[0], bits: -1 },
  );
  const step = setup.rule === 'pairs' ? 2 : 1;
  const unlike = (items: number[], kind: (item: number) => string) => [
    ...new Map(items.map((item) => [kind(item), item])).values(),
  ];
  for (;;) {
    const filled = best.placement;
    const slot = filled.findIndex((module, at) => module === EMPTY && at % step === 0);
    const freeSlots = filled.flatMap((module, at) => (module === EMPTY && at % step === 0 ? [at] : []));
    const free = setup.sizes.map((_, module) => module).filter((module) => !filled.includes(module));
    if (slot < 0 || free.length < step) break;
    const someModules = unlike(free, doubt.module);
    const someSlots = unlike(freeSlots, doubt.slot);
    let next: typeof best | null = null;
    for (const at of someSlots) {
      for (const module of someModules) {
        const placement = [...filled];
        placement[at] = module;
        if (step === 2) {
          const twin = free.find((other) => other !== module && setup.sizes[other] === setup.sizes[module]);
          if (twin === undefined) continue;
          placement[at + 1] = twin;
        }
        if (!legal(placement, setup.rule, setup.sizes)) continue;
        const bitsTold = told(joint, placement, belief).bits;
        if (!next || bitsTold > next.bits) next = { placement, bits: bitsTold };
      }
    }
    if (!next) break;
    grown.push(next.placement);
    best = next;
  }
  return [...small, ...grown];
}

const EPSILON = 1e-9;
const filledOf = (placement: Placement) =>
  placement.reduce((mask, module, slot) => (module === EMPTY ? mask : mask | (1 << slot)), 0);

interface Ways {
  /** Entropy of what must be known, bits. */
  entropy: number;
  ways: ProposedTrial[];
}

/** Every start that can tell something, with what it costs; a slot under doubt may be cleaned first. */
function waysOn(belief: MemoryBelief): Ways {
  const { setup } = belief;
  const shares = sharesOf(belief);
  const plain = collapsed(belief, belief.cleaned);
  if (verdictOf(belief, shares).done) return { entropy: plain.entropy, ways: [] };
  const ways: ProposedTrial[] = [];
  const consider = (placement: Placement, clean: number, after: { joint: Float64Array; entropy: number }) => {
    if (toldAlready(belief.trials, placement, belief.cleaned | clean)) return;
    const { bits: fromStart, starts } = told(after.joint, placement, belief);
    if (fromStart < EPSILON) return;
    const minutes =
      setup.startMinutes +
      setup.moveMinutes * moves(belief.placement, placement) +
      setup.cleanMinutes * bits(clean);
    ways.push({ placement, clean, minutes, bits: fromStart + plain.entropy - after.entropy, starts });
  };
  const placed = candidates(belief, plain.joint);
  for (const placement of placed) consider(placement, 0, plain);
  const dirtyOnes = shares.slots.flatMap(({ dirty }, slot) =>
    dirty > EPSILON && !(belief.cleaned & (1 << slot)) ? [slot] : [],
  );
  const doubt = dirtyOnes.reduce((mask, slot) => mask | (1 << slot), 0);
  const sets =
    setup.slots <= 4
      ? Array.from({ length: 1 << setup.slots }, (_, mask) => mask).filter((mask) => mask && !(mask & ~doubt))
      : dirtyOnes.map((slot) => 1 << slot);
  // on a big board only the most telling fillings are weighed with cleaning
  const worth =
    setup.slots > 4
      ? [...ways]
          .sort((a, b) => b.bits - a.bits)
          .slice(0, 12)
          .map((way) => way.placement)
      : placed;
  for (const clean of sets) {
    const after = collapsed(belief, belief.cleaned | clean);
    // cleaning a slot that then stays empty shows nothing
    for (const placement of worth) if (!(clean & ~filledOf(placement))) consider(placement, clean, after);
  }
  return {
    entropy: plain.entropy,
    ways: ways.sort((a, b) => b.bits / b.minutes - a.bits / a.minutes || a.minutes - b.minutes),
  };
}

/** What a start may show: full count, no start, and counts between. */
function showings(
  belief: MemoryBelief,
  way: ProposedTrial,
): { seen: number | null; after: MemoryBelief; p: number }[] {
  const counts: (number | null)[] = [null, ...countsOf(way.placement, belief.setup.sizes)];
  return counts.flatMap((seen) => {
    const made = afterTrialWith(belief, { placement: way.placement, cleaned: way.clean, seen });
    return made && made.chance > 1e-6 ? [{ seen, after: made.belief, p: made.chance }] : [];
  });
}

/**
 * Minutes still to come after a start: the entropy at the best rate found there, with what a start usually
 * costs, wherever the modules are now.
 */
function leftMinutes({ setup }: MemoryBelief, { entropy, ways }: Ways): number {
  const usual = (way: ProposedTrial) =>
    setup.startMinutes + USUAL_MOVES * setup.moveMinutes + setup.cleanMinutes * bits(way.clean);
  const first = ways.reduce((top, way) => (way.bits / usual(way) > top.bits / usual(top) ? way : top));
  return usual(first) * Math.max(1, entropy / first.bits);
}

const USUAL_MOVES = 2;
/** Starts weighed one step further, on boards small enough to do it between two key presses. */
const LOOK = 25;

/**
 * The next start: least minutes for it and for what it leaves, where what is left is its entropy at the best
 * rate (bits a minute) found there. On boards above 4 x 4: most bits a minute.
 * @returns null when everything is known, or when no filling can tell more (a known-good module is needed)
 */
export function nextTrial(belief: MemoryBelief): ProposedTrial | null {
  const { ways } = waysOn(belief);
  if (ways.length <= 1 || belief.setup.slots > 4 || belief.setup.sizes.length > 4) return ways[0] ?? null;
  let best: { way: ProposedTrial; minutes: number } | null = null;
  for (const way of ways.slice(0, LOOK)) {
    let minutes = way.minutes;
    for (const { after, p } of showings(belief, way)) {
      const left = waysOn(after);
      if (left.ways.length) minutes += p * leftMinutes(after, left);
    }
    if (!best || minutes < best.minutes - EPSILON) best = { way, minutes };
  }
  return best!.way;
}
