import type { DataEntry, PartEntry } from '@/core/record/entries';

/** A movement of a part as the ledger has it. */
export interface Moved {
  part: string;
  from: string;
  to: string;
  /** Number of the entry it was sealed with. */
  seq: number;
}

/** Work that writes on the drives of a machine. */
export interface Wrote {
  unit: string;
  what: 'installed' | 'cloned';
  at: number;
  seq: number;
}

/** In which machine, or other place, a part was after an entry. */
function placeAfter(moves: readonly Moved[], part: string, seq: number): string | null {
  let place: string | null = null;
  for (const move of moves) if (move.part === part && move.seq <= seq) place = move.to;
  return place;
}

/**
 * What was written on drives, by the machine each lay in when it was done: a clone made elsewhere comes along
 * with the drive.
 * @param moves of each drive in their own order
 */
export function writesOn(
  drives: readonly string[],
  moves: readonly Moved[],
  writes: readonly Wrote[],
): { seq: number; entry: DataEntry }[] {
  return writes.flatMap(({ unit, what, at, seq }) =>
    drives
      .filter((drive) => placeAfter(moves, drive, seq) === `unit:${unit}`)
      .map((drive) => ({ seq, entry: { kind: 'data', drive, what, at } satisfies DataEntry })),
  );
}

/** What a movement means to the machine: put on record as found in it, put in, taken out. */
export function wayOf(
  move: { from: string; to: string; reason: string },
  unit: string,
): PartEntry['way'] | null {
  const here = `unit:${unit}`;
  // what was sold with it comes back with it
  if (move.to === here && move.from === 'sold') return null;
  if (move.to === here)
    return move.from === 'arrived' || move.reason.startsWith('seen here by') ? 'found' : 'in';
  // what is sold goes with the machine
  return move.from === here && move.to !== 'sold' ? 'out' : null;
}
