/** What is undone when a machine is opened, and has to be done up again. */
export const ITEM_KINDS = ['fastener', 'lead', 'sensor', 'tape', 'clip'] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];

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
  /** Causes that are likelier while it is not back. */
  raises?: readonly string[];
}

export const MOVES = ['out', 'in', 'missing', 'rounded', 'replaced', 'improvised', 'left over'] as const;
export type Move = (typeof MOVES)[number];

/** One entry of the ledger, in the order it was made. */
export interface LedgerEntry {
  item: string;
  move: Move;
  count: number;
}

/** How an item stands. */
export interface Balance {
  item: LedgerItem;
  /** Out of its place now. */
  open: number;
  /** Was not there when it was opened: somebody was inside before. */
  missing: number;
  rounded: number;
  replaced: number;
  improvised: number;
  leftOver: number;
}

/**
 * How every item stands after its entries.
 * @throws RangeError when more come out than are there, or more go in than are out
 */
export function balances(items: readonly LedgerItem[], entries: readonly LedgerEntry[]): Balance[] {
  const all = new Map(
    items.map((item) => [
      item.id,
      { item, open: 0, missing: 0, rounded: 0, replaced: 0, improvised: 0, leftOver: 0 } as Balance,
    ]),
  );
  for (const { item: id, move, count } of entries) {
    const own = all.get(id);
    if (!own) throw new RangeError(`ledger: nothing here is called "${id}"`);
    if (!Number.isInteger(count) || count < 1)
      throw new RangeError(`ledger: ${own.item.name}: a whole number`);
    const there = own.item.count - own.missing;
    const refuse = (words: string) => new RangeError(`ledger: ${own.item.name}: ${words}`);
    if (move === 'out') {
      if (own.open + count > there) throw refuse(`${count} more out, but only ${there - own.open} are in`);
      own.open += count;
    } else if (move === 'in') {
      if (count > own.open) throw refuse(`${count} in, but only ${own.open} are out`);
      own.open -= count;
    } else if (move === 'missing') {
      if (own.open + count > there) throw refuse(`${count} missing, but only ${there - own.open} were in`);
      own.missing += count;
    } else if (move === 'replaced' || move === 'improvised') {
      // something goes where one was missing or is out
      const out = Math.min(count, own.open);
      if (count - out > own.missing) throw refuse(`${count} in place of ${own.open + own.missing}`);
      own.open -= out;
      own.missing -= count - out;
      own[move] += count;
    } else if (move === 'rounded') own.rounded += count;
    else own.leftOver += count;
  }
  return [...all.values()];
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
  const open = balances(items, entries).filter(({ open: count }) => count > 0);
  const stands = open.filter(({ item }) => act === 'close' || (item.kind !== 'tape' && item.kind !== 'clip'));
  const left = balances(items, entries).filter(({ leftOver }) => leftOver > 0);
  const words = [
    ...stands.map(({ item, open: count }) =>
      item.kind === 'fastener' || item.count > 1
        ? `${count} of ${item.count} not back (${item.name})`
        : `${item.name} not back`,
    ),
    ...left.map(({ item, leftOver }) => `${leftOver} left over (${item.name}): where do they belong?`),
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
 * The strip-down of a model from those seen of it: what most of them had, with the middle count and layer.
 * @param seen items of each strip-down of the model, matched by id
 */
export function templateOf(seen: readonly (readonly LedgerItem[])[]): LedgerItem[] {
  const ids = [...new Set(seen.flatMap((items) => items.map(({ id }) => id)))];
  return ids
    .flatMap((id) => {
      const own = seen.flatMap((items) => items.filter((item) => item.id === id));
      // what only the fewer had is one machine's own
      if (own.length * 2 < seen.length) return [];
      const last = own[own.length - 1];
      return [
        {
          ...last,
          count: middle(own.map(({ count }) => count)),
          layer: middle(own.map(({ layer }) => layer)),
        },
      ];
    })
    .sort((a, b) => a.layer - b.layer || a.id.localeCompare(b.id));
}
