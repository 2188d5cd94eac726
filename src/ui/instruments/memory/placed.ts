import { EMPTY, type Placement } from '@/core/memory/board';

/** Puts a module into a slot; what was there changes places with it, or goes to the tray. */
export function placed(placement: Placement, module: number, slot: number): number[] {
  const from = placement.indexOf(module);
  const next = placement.map((held, at) => (at === slot ? module : held === module ? EMPTY : held));
  if (from >= 0 && from !== slot && placement[slot] !== EMPTY) next[from] = placement[slot];
  return next;
}
