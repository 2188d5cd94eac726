import type { BenchState } from '../catalogue';

/** What is undone when a machine is opened, and has to be done up again. */
export const ITEM_KINDS = ['fastener', 'lead', 'sensor', 'tape', 'clip', 'seal'] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];

/** How it comes undone; a fastener by its head. */
export const WAYS_OPEN = [
  'cross',
  'star',
  'hex',
  'slot',
  'nut',
  'pull',
  'slide',
  'flip-lock',
  'peel',
  'unclip',
  'cut',
] as const;
export type WayOpen = (typeof WAYS_OPEN)[number];

/** Mats beside the machine's own: what is opened by itself once it is off. */
export const MATS = ['lid', 'card', 'cage'] as const;
export type MatName = (typeof MATS)[number];

/** What a fastener hides under. */
export const HIDDEN_UNDER = ['tape', 'foot', 'label', 'seal'] as const;
export type HiddenUnder = (typeof HIDDEN_UNDER)[number];

/** Where one of it sits on the drawing of the machine, 320 by 200. */
export type Spot = readonly [x: number, y: number];

/** A group of like fasteners, or one lead, sensor, tape or clip. */
export interface LedgerItem {
  id: string;
  /** "key layer", "display power". */
  name: string;
  kind: ItemKind;
  /** How many of it there are; 1 for what is one thing. */
  count: number;
  /** Under how many others it lies: 0 is the outside. */
  layer: number;
  /** The mat it lies on; left out: the machine's own. */
  mat?: MatName;
  /** What has to come off before it is seen. */
  under?: HiddenUnder;
  /** Causes that are likelier while it is not back. */
  raises?: readonly string[];
  way?: WayOpen;
  /** Length of a fastener, millimetres. */
  lengthMm?: number;
  /** Where each sits; those without a place are told by number only. */
  spots?: readonly Spot[];
  /** How the machine lies once it is out. */
  bench?: Partial<BenchState>;
}

/** What can become of a fastener, lead, tape or clip. */
export const MOVES = ['out', 'in', 'missing', 'rounded', 'replaced', 'improvised', 'left over'] as const;
export type Move = (typeof MOVES)[number];

/** One entry of the ledger, in the order it was made. */
export interface LedgerEntry {
  item: string;
  move: Move;
  count: number;
  /** Which of them, by their number from 0; left out: the first it can be said of. */
  spots?: readonly number[];
}

/** One fastener, lead, sensor, tape or clip. */
export interface SpotState {
  at: 'in' | 'out' | 'missing';
  rounded: boolean;
  /** Something else is in its place: a like one, or what was to hand. */
  by: 'replaced' | 'improvised' | null;
}

/** How an item stands. */
export interface Balance {
  item: LedgerItem;
  spots: SpotState[];
  /** Out of its place now; a seal that was broken is never put back, and is not counted here. */
  open: number;
  /** Seals broken here. */
  broken: number;
  /** Was not there when it was opened: somebody was inside before. */
  missing: number;
  rounded: number;
  replaced: number;
  improvised: number;
  leftOver: number;
}

/** Of which spots a move can be said. */
const CAN: Record<Exclude<Move, 'left over'>, (spot: SpotState) => boolean> = {
  out: ({ at }) => at === 'in',
  in: ({ at }) => at === 'out',
  missing: ({ at }) => at === 'in',
  rounded: ({ at, rounded }) => at !== 'missing' && !rounded,
  replaced: ({ at }) => at !== 'in',
  improvised: ({ at }) => at !== 'in',
};

/** Where a spot was the move changes it to. */
function moved(spot: SpotState, move: Exclude<Move, 'left over'>): SpotState {
  if (move === 'rounded') return { ...spot, rounded: true };
  if (move === 'replaced' || move === 'improvised') return { at: 'in', rounded: false, by: move };
  return { ...spot, at: move };
}

/** What of an item a move can still be said of. */
const CANNOT: Record<Exclude<Move, 'left over'>, string> = {
  out: 'are in',
  in: 'are out',
  missing: 'were in',
  rounded: 'can be',
  replaced: 'are out or missing',
  improvised: 'are out or missing',
};

/** Which spots a move is of: those named, or the first it can be said of, out of the mat before what is missing. */
function chosen(
  spots: readonly SpotState[],
  move: Exclude<Move, 'left over'>,
  { count, spots: named }: LedgerEntry,
) {
  const can = CAN[move];
  if (named) return named.every((n) => spots[n] && can(spots[n])) ? named : null;
  const free = spots.flatMap((spot, n) => (can(spot) ? [n] : []));
  const order =
    move === 'replaced' || move === 'improvised'
      ? [...free].sort((a, b) => Number(spots[a].at === 'missing') - Number(spots[b].at === 'missing'))
      : free;
  return order.length >= count ? order.slice(0, count) : null;
}

/**
 * How every item stands after its entries.
 * @throws RangeError when more come out than are there, more go in than are out, or what is named twice or not here
 */
export function balances(items: readonly LedgerItem[], entries: readonly LedgerEntry[]): Balance[] {
  const all = new Map(
    items.map((item) => [
      item.id,
      {
        item,
        spots: Array.from({ length: item.count }, (): SpotState => ({ at: 'in', rounded: false, by: null })),
        leftOver: 0,
      },
    ]),
  );
  for (const entry of entries) {
    const { item: id, move, count, spots: named } = entry;
    const own = all.get(id);
    if (!own) throw new RangeError(`ledger: nothing here is called "${id}"`);
    const refuse = (words: string) => new RangeError(`ledger: ${own.item.name}: ${words}`);
    if (!Number.isInteger(count) || count < 1) throw refuse('a whole number');
    if (named && (named.length !== count || new Set(named).size !== count))
      throw refuse(`${count} are told, and ${new Set(named).size} named`);
    if (move === 'left over') {
      own.leftOver += count;
      continue;
    }
    if (own.item.kind === 'seal' && move !== 'out' && move !== 'missing')
      throw refuse('a seal that was broken stays broken');
    const picked = chosen(own.spots, move, entry);
    if (!picked)
      throw refuse(`${count} ${move}, but only ${own.spots.filter(CAN[move]).length} ${CANNOT[move]}`);
    for (const n of picked) own.spots[n] = moved(own.spots[n], move);
  }
  return [...all.values()].map(({ item, spots, leftOver }) => {
    const number = (is: (spot: SpotState) => boolean) => spots.filter(is).length;
    return {
      item,
      spots,
      open: item.kind === 'seal' ? 0 : number(({ at }) => at === 'out'),
      broken: item.kind === 'seal' ? number(({ at }) => at === 'out') : 0,
      missing: number(({ at }) => at === 'missing'),
      rounded: number(({ rounded }) => rounded),
      replaced: number(({ by }) => by === 'replaced'),
      improvised: number(({ by }) => by === 'improvised'),
      leftOver,
    };
  });
}

/** What one wants to do with the machine. */
export type Closing = 'close' | 'power';

export interface ClosingCheck {
  /** Nothing has to be asked. */
  clear: boolean;
  /** "3 of 67 not back (key layer)", "display power not back". */
  words: string[];
  open: { item: string; count: number }[];
  /** Causes each thing that is not back makes likelier, once each. */
  raises: string[];
}

/**
 * May it be closed, or powered? Everything that is not back is said in words; a tape or a clip keeps nobody from
 * powering, a lead, a sensor or a loose fastener does.
 */
export function closingCheck(
  items: readonly LedgerItem[],
  entries: readonly LedgerEntry[],
  act: Closing,
): ClosingCheck {
  const all = balances(items, entries);
  const stands = all.filter(
    ({ item, open }) => open > 0 && (act === 'close' || (item.kind !== 'tape' && item.kind !== 'clip')),
  );
  const words = [
    ...stands.map(({ item, open: count }) =>
      item.kind === 'fastener' || item.count > 1
        ? `${count} of ${item.count} not back (${item.name})`
        : `${item.name} not back`,
    ),
    ...all
      .filter(({ leftOver }) => leftOver > 0)
      .map(({ item, leftOver }) => `${leftOver} left over (${item.name}): where do they belong?`),
  ];
  return {
    clear: words.length === 0,
    words,
    open: stands.map(({ item, open: count }) => ({ item: item.id, count })),
    raises: [...new Set(stands.flatMap(({ item }) => item.raises ?? []))],
  };
}

/** Middle value; of an even number the lower of the two, so that it is one that was seen. */
function middle(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor((sorted.length - 1) / 2)];
}

/**
 * The strip-down of a model from those seen of it: what most of them had, with the middle count and layer; where
 * things sit is as the newest with that count had it.
 * @param seen items of each strip-down of the model, oldest first, matched by id
 */
export function templateOf(seen: readonly (readonly LedgerItem[])[]): LedgerItem[] {
  const ids = [...new Set(seen.flatMap((items) => items.map(({ id }) => id)))];
  return ids
    .flatMap((id) => {
      const own = seen.flatMap((items) => items.filter((item) => item.id === id));
      // what only the fewer had is one machine's own
      if (own.length * 2 < seen.length) return [];
      const count = middle(own.map((item) => item.count));
      const like = own.findLast((item) => item.count === count)!;
      return [{ ...like, count, layer: middle(own.map(({ layer }) => layer)) }];
    })
    .sort((a, b) => a.layer - b.layer || a.id.localeCompare(b.id));
}
