/** How a board wants its slots filled. */
export const SLOT_RULES = ['any', 'first', 'pairs'] as const;
export type SlotRule = (typeof SLOT_RULES)[number];

/** Module index by slot; -1 = empty. */
export type Placement = readonly number[];

/** A slot with nothing in it. */
export const EMPTY = -1;
/** More than this is no bench for a person. */
export const MOST = 8;

/**
 * Does the board take this filling? any: yes; first: the first slot must be filled; pairs: slots 1+2, 3+4 ...
 * are filled together with modules of one size. An empty board never starts.
 * @param sizes GB by module
 */
export function legal(placement: Placement, rule: SlotRule, sizes: readonly number[]): boolean {
  const filled = placement.filter((module) => module !== EMPTY);
  if (filled.length === 0 || new Set(filled).size !== filled.length) return false;
  if (rule === 'first') return placement[0] !== EMPTY;
  if (rule === 'pairs') {
    for (let slot = 0; slot < placement.length; slot += 2) {
      const [one, two] = [placement[slot], placement[slot + 1] ?? EMPTY];
      if ((one === EMPTY) !== (two === EMPTY) || (one !== EMPTY && sizes[one] !== sizes[two])) return false;
    }
  }
  return true;
}

/** Every legal filling with up to `most` modules. */
export function placements(
  modules: number,
  slots: number,
  rule: SlotRule,
  sizes: readonly number[],
  most = Math.min(modules, slots),
): Placement[] {
  const all: Placement[] = [];
  const fill = (slot: number, made: number[], used: number, count: number) => {
    if (slot === slots) {
      if (legal(made, rule, sizes)) all.push(made);
      return;
    }
    fill(slot + 1, [...made, EMPTY], used, count);
    if (count < most)
      for (let module = 0; module < modules; module++)
        if (!(used & (1 << module))) fill(slot + 1, [...made, module], used | (1 << module), count + 1);
  };
  fill(0, [], 0, 0);
  return all;
}

/** Every count in GB a start of this filling can show, from all of them down; each once. */
export function countsOf(placement: Placement, sizes: readonly number[]): number[] {
  const gb = placement.flatMap((module) => (module === EMPTY ? [] : [sizes[module]]));
  const sums = new Set<number>();
  for (let mask = 1; mask < 1 << gb.length; mask++)
    sums.add(gb.reduce((sum, size, i) => sum + (mask & (1 << i) ? size : 0), 0));
  return [...sums].sort((a, b) => b - a);
}

/** Modules put in, taken out or moved between two fillings. */
export function moves(from: Placement, to: Placement): number {
  let count = 0;
  to.forEach((module, slot) => {
    if (module === from[slot]) return;
    if (module !== EMPTY) count++;
    if (from[slot] !== EMPTY && !to.includes(from[slot])) count++;
  });
  return count;
}
