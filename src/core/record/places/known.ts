import type { PlaceState } from '@/core/parts/donor';
import type { Facts } from '@/core/parts/fields';
import type { RecordEntry } from '../entries';

/**
 * What is known of the places of a machine. What hands took out of a class or put in since overrides what was
 * seen before.
 */
export function placesOf(entries: readonly RecordEntry[]): Record<string, PlaceState> {
  const states = new Map<string, { class: string; state: PlaceState }>();
  const inside = new Map<string, Set<string>>();
  for (const entry of entries) {
    if (entry.kind === 'place') {
      if (entry.state === 'unseen') states.delete(entry.place);
      else states.set(entry.place, { class: entry.class, state: entry.state });
    } else if (entry.kind === 'part') {
      const { part, way } = entry;
      const here = inside.get(part.class) ?? new Set();
      inside.set(part.class, here);
      if (way === 'out') here.delete(part.id);
      else here.add(part.id);
      for (const [place, seen] of states)
        if (seen.class === part.class)
          if (way === 'in' && seen.state !== 'proven') states.set(place, { ...seen, state: 'there' });
          else if (way === 'out' && here.size === 0) states.set(place, { ...seen, state: 'gone' });
    }
  }
  return Object.fromEntries([...states].map(([place, { state }]) => [place, state]));
}

/** What was told of what this machine takes: the newest of each fact. */
export function takesOf(entries: readonly RecordEntry[]): Facts {
  const told = new Map<string, string | number>();
  for (const entry of entries)
    if (entry.kind === 'takes')
      for (const [key, value] of Object.entries(entry.facts))
        if (value === null) told.delete(key);
        else told.set(key, value);
  return Object.fromEntries(told);
}
