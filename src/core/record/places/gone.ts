import type { RecordEntry, RecordPart } from '../entries';

/**
 * Classes of parts that hands took out and none of which is known to be in the machine now: nothing more of
 * them can be harvested.
 */
export function takenOut(entries: readonly RecordEntry[]): string[] {
  const inside = new Map<string, Set<string>>();
  const out = new Set<string>();
  for (const entry of entries) {
    if (entry.kind !== 'part') continue;
    const { part, way } = entry;
    const here = inside.get(part.class) ?? new Set();
    inside.set(part.class, here);
    if (way === 'out') {
      here.delete(part.id);
      if (here.size === 0) out.add(part.class);
    } else {
      here.add(part.id);
      out.delete(part.class);
    }
  }
  return [...out].sort();
}

/** Parts on record inside the machine, in the order they came. */
export function insideNow(entries: readonly RecordEntry[]): RecordPart[] {
  const inside = new Map<string, RecordPart>();
  for (const entry of entries)
    if (entry.kind === 'part')
      if (entry.way === 'out') inside.delete(entry.part.id);
      else inside.set(entry.part.id, entry.part);
  return [...inside.values()];
}
