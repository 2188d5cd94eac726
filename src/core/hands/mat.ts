import type { BenchState } from '../catalogue';
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
  /** Everything is out or back that was on it, and the last word was that it is closed. */
  shut: boolean;
  /** What was not back when it was closed or powered last, and has not been moved since. */
  passed: { act: Closing; asked: readonly string[] } | null;
}

/**
 * The mat after its entries, newest last. Null: it was never opened.
 * @throws RangeError as `balances`
 */
export function matOf(acts: readonly MatAct[]): Mat | null {
  let items: LedgerItem[] | null = null;
  let moves: LedgerEntry[] = [];
  let seen = 0;
  let passed: Mat['passed'] = null;
  let shut = false;
  for (const act of acts) {
    if (act.op === 'open') {
      items = [...act.items];
      moves = [];
      seen = act.seen;
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
    } else {
      const { item, move, count, spots } = act;
      moves.push({ item, move, count, ...(spots && { spots }) });
      passed = null;
      shut = false;
    }
  }
  return items && { items, moves, balances: balances(items, moves), seen, passed, shut };
}

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
  /** Causes of what was closed or powered over while it was out. */
  off: string[];
  /** Causes of what was taken out and ticked back in. */
  back: string[];
}

/** What a mat tells belief: what is out counts once somebody closed or powered the machine over it. */
export function leadsTold(mat: Mat | null): LeadsTold {
  if (!mat) return { off: [], back: [] };
  const off = mat.passed ? closingCheck(mat.items, mat.moves, mat.passed.act).raises : [];
  const touched = new Set(mat.moves.filter(({ move }) => move === 'in').map(({ item }) => item));
  const back = mat.balances.flatMap(({ item, open, missing }) =>
    touched.has(item.id) && open === 0 && missing === 0 ? (item.raises ?? []) : [],
  );
  return { off, back: [...new Set(back)].filter((cause) => !off.includes(cause)) };
}

/** How the mat says the machine lies: what is out makes it so, what is closed makes it not so. */
export function benchOfMat(mat: Mat | null): Partial<BenchState> {
  if (!mat) return {};
  if (mat.shut) return { caseOpen: false, boardOut: false, batteryOut: false };
  const state: Partial<BenchState> = {};
  for (const { item, open } of mat.balances)
    for (const [key, value] of Object.entries(item.bench ?? {}) as [keyof BenchState, boolean][])
      if (open > 0 && (item.kind !== 'fastener' || open === item.count || key === 'caseOpen'))
        state[key] = value;
  return state;
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
