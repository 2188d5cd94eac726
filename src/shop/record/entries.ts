import type { DataEntry, PartEntry } from '@/core/record/entries';

/** A movement of a part as the ledger has it. */
export interface Moved {
  part: string;
  from: string;
  to: string;
  at: number;
}

/** Work that writes on the drives of a machine. */
export interface Wrote {
  unit: string;
  what: 'installed' | 'cloned';
  at: number;
}

/** In which machine, or other place, a part was at a moment. */
function placeAt(moves: readonly Moved[], part: string, at: number): string | null {
  let place: string | null = null;
  for (const move of moves) if (move.part === part && move.at <= at) place = move.to;
  return place;
}

/**
 * What was written on drives, by the machine each lay in when it was done: a clone made elsewhere comes along
 * with the drive.
 */
export function writesOn(
  drives: readonly string[],
  moves: readonly Moved[],
  writes: readonly Wrote[],
): DataEntry[] {
  return writes.flatMap(({ unit, what, at }) =>
    drives
      .filter((drive) => placeAt(moves, drive, at) === `unit:${unit}`)
      .map((drive): DataEntry => ({ kind: 'data', drive, what, at })),
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
