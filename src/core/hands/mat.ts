import type { BenchState } from '../catalogue';
import type { Stripped } from '../minutes/opening';
import {
  balances,
  closingCheck,
  type Balance,
  type Closing,
  type LedgerEntry,
  type LedgerItem,
} from './ledger';

/** One entry of a machine's mat. */
export type MatAct =
  /** Opened: what is undone, as the model's strip-downs or the kind of machine have it. */
  | { op: 'open'; items: readonly LedgerItem[]; seen: number }
  /** A group, lead, tape or clip that is there besides, or is otherwise than it stood. */
  | { op: 'item'; item: LedgerItem }
  | ({ op: 'move' } & LedgerEntry)
  /** Closed or powered; `asked`: what was not back, and was said so. */
  | { op: 'closed'; act: Closing; asked: readonly string[] };

/** A mat as it lies. */
export interface Mat {
  items: LedgerItem[];
  moves: LedgerEntry[];
  balances: Balance[];
  /** How many strip-downs of the model it began with; 0: of the kind of machine. */
  seen: number;
  /** The last word was that it is closed. */
  shut: boolean;
  /** What was not back when it was closed or powered last, and was said so; nothing has been moved since. */
  passed: { act: Closing; asked: readonly string[] } | null;
  /** Items it was closed or powered over, not all back since. */
  over: string[];
}

/**
 * The mat after its entries, newest last. Null: it was never opened. Opened again, everything lies where it lay.
 * @throws RangeError as `balances`
 */
export function matOf(acts: readonly MatAct[]): Mat | null {
  let items: LedgerItem[] | null = null;
  const moves: LedgerEntry[] = [];
  const over = new Set<string>();
  let seen = 0;
  let passed: Mat['passed'] = null;
  let shut = false;
  for (const act of acts) {
    if (act.op === 'open') {
      if (items === null) {
        items = [...act.items];
        seen = act.seen;
      }
      passed = null;
      shut = false;
    } else if (items === null) continue;
    else if (act.op === 'item') {
      const at = items.findIndex(({ id }) => id === act.item.id);
      if (at < 0) items.push(act.item);
      else items[at] = act.item;
    } else if (act.op === 'closed') {
      passed = { act: act.act, asked: act.asked };
      shut = act.act === 'close';
      for (const { item } of closingCheck(items, moves, act.act).open) over.add(item);
    } else {
      const { item, move, count, spots } = act;
      moves.push({ item, move, count, ...(spots && { spots }) });
      passed = null;
      shut = false;
      // what is all back is not what it was powered over any more, also when it comes out again
      if (over.has(item) && openOf(items, moves, item) === 0) over.delete(item);
    }
  }
  return items && { items, moves, balances: balances(items, moves), seen, passed, shut, over: [...over] };
}

const openOf = (items: readonly LedgerItem[], moves: readonly LedgerEntry[], id: string) =>
  balances(items, moves).find(({ item }) => item.id === id)?.open ?? 0;

/**
 * What has to be said before it is closed or powered; nothing that was said already of just this.
 * @param looks what else is to be looked at first, in words
 */
export function askedBefore(mat: Mat | null, act: Closing, looks: readonly string[] = []): string[] {
  if (!mat || mat.shut) return [];
  const words = [...closingCheck(mat.items, mat.moves, act).words, ...looks];
  const told = new Set(mat.passed?.asked ?? []);
  return words.every((line) => told.has(line)) ? [] : words;
}

/** Leads and sensors as a mat leaves them to belief. */
export interface LeadsTold {
  /** Causes of what was closed or powered over while it was out, and is out still. */
  off: string[];
  /** Causes of what was taken out and ticked back in. */
  back: string[];
}

/** What a mat tells belief: what is out counts once somebody closed or powered the machine over it. */
export function leadsTold(mat: Mat | null): LeadsTold {
  if (!mat) return { off: [], back: [] };
  const over = new Set(mat.over);
  const touched = new Set(mat.moves.filter(({ move }) => move === 'in').map(({ item }) => item));
  const off = new Set(mat.items.flatMap(({ id, raises }) => (over.has(id) ? (raises ?? []) : [])));
  const back = mat.balances.flatMap(({ item, open, missing }) =>
    touched.has(item.id) && open === 0 && missing === 0 ? (item.raises ?? []) : [],
  );
  return { off: [...off], back: [...new Set(back)].filter((cause) => !off.has(cause)) };
}

/**
 * Should it be back by now? Once things go back, whatever lies as deep or deeper; and all that was out when the machine
 * was closed or powered.
 */
export function shouldBeBack(
  stands: readonly Balance[],
  moves: readonly LedgerEntry[],
  passed: Mat['passed'],
): (item: LedgerItem) => boolean {
  const last = moves.findLast(({ move }) => ['out', 'in', 'replaced', 'improvised'].includes(move));
  const layer = stands.find(({ item }) => item.id === last?.item)?.item.layer ?? 0;
  return (item) => passed !== null || (last !== undefined && last.move !== 'out' && item.layer >= layer);
}

/** How the mat says the machine lies: what is out makes it so, what is back or closed makes it not so. */
export function benchOfMat(mat: Mat | null): Partial<BenchState> {
  if (!mat) return {};
  const touched = new Set(mat.moves.map(({ item }) => item));
  const state: Partial<BenchState> = mat.shut ? { caseOpen: false, boardOut: false } : {};
  for (const { item, open } of mat.balances)
    for (const key of Object.keys(item.bench ?? {}) as (keyof BenchState)[]) {
      if (!touched.has(item.id)) continue;
      // a case is open until it is closed, whatever goes back; a board is out when all that holds it is
      if (key === 'caseOpen') {
        if (open > 0 && !mat.shut) state.caseOpen = true;
      } else if (key !== 'boardOut' || !mat.shut)
        state[key] = Boolean(state[key]) || (item.kind === 'fastener' ? open === item.count : open > 0);
    }
  return state;
}

/**
 * How far the mat says it is stripped behind its case: whatever holds a part is out, all of it.
 * @param strips what is stripped once all of an item is out, by the item's id
 */
export function strippedOf(mat: Mat | null, strips: Readonly<Record<string, Stripped>>): Stripped[] {
  if (!mat || mat.shut) return [];
  const out = mat.balances.filter(({ item, open, missing }) => open > 0 && open + missing === item.count);
  return [...new Set(out.flatMap(({ item }) => strips[item.id] ?? []))];
}

/** Missing when it was opened, over all fasteners: how many, of how many. */
export function missingAtOpening(mat: Mat): { missing: number; of: number } {
  const told = mat.moves.filter(({ move }) => move === 'missing');
  const fasteners = mat.items.filter(({ kind }) => kind === 'fastener');
  const outer = fasteners.filter(({ layer }) => layer === 0);
  const ids = new Set(outer.map(({ id }) => id));
  return {
    missing: told.filter(({ item }) => ids.has(item)).reduce((sum, { count }) => sum + count, 0),
    of: outer.reduce((sum, { count }) => sum + count, 0),
  };
}
