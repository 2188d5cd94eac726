import type { PlaceState } from '@/core/parts/donor';
import type { Facts } from '@/core/parts/fields';
import type { PartEntry, PlaceEntry, RecordEntry, RecordPart } from '../entries';

/** Parts on record inside a machine, in the order they came, as entries put them in and take them out. */
export class Inside {
  private readonly parts = new Map<string, RecordPart>();

  take({ way, part }: Pick<PartEntry, 'way' | 'part'>): void {
    if (way === 'out') this.parts.delete(part.id);
    else this.parts.set(part.id, part);
  }

  get(id: string): RecordPart | undefined {
    return this.parts.get(id);
  }

  of(partClass: string): RecordPart[] {
    return this.all().filter((part) => part.class === partClass);
  }

  all(): RecordPart[] {
    return [...this.parts.values()];
  }
}

/** What is known of the places of a machine, and of what is in them. */
export interface Presence {
  /** How each place was seen. What hands took out of its class or put in since overrides it. */
  seenPlaces: Record<string, PlaceState>;
  /** Classes of which hands took a part out and none is known to be in it now. */
  gone: string[];
  /** Parts on record inside, in the order they came. */
  inside: RecordPart[];
  /** Which part somebody put into which place: the part's id, by the place's. */
  spots: Record<string, string>;
}

/**
 * Where things are, by what was seen and what hands did.
 * @param entries standing entries in the order they were sealed
 */
export function presenceOf(entries: readonly RecordEntry[]): Presence {
  const states = new Map<string, Pick<PlaceEntry, 'class'> & { state: PlaceState }>();
  const inside = new Inside();
  const gone = new Set<string>();
  const spots = new Map<string, string>();
  const lies = (part: string, place: string) => {
    for (const [where, own] of spots) if (own === part) spots.delete(where);
    spots.set(place, part);
  };
  for (const entry of entries) {
    if (entry.kind === 'place') {
      if (entry.state === 'unseen') states.delete(entry.place);
      else states.set(entry.place, { class: entry.class, state: entry.state });
      if (entry.part) lies(entry.part, entry.place);
      else if (entry.state === 'gone') spots.delete(entry.place);
    } else if (entry.kind === 'part') {
      const { class: partClass, id } = entry.part;
      inside.take(entry);
      const from = [...spots].find(([, part]) => part === id)?.[0];
      // that it was found here says nothing of where it was seen to lie
      if (entry.way !== 'found' && from) spots.delete(from);
      if (entry.way !== 'out' && entry.spot) lies(id, entry.spot);
      const none = entry.way === 'out' && inside.of(partClass).length === 0;
      if (none) gone.add(partClass);
      else if (entry.way !== 'out') gone.delete(partClass);
      const own = [...states].filter(([, seen]) => seen.class === partClass);
      const see = (place: string, state: PlaceState) => states.set(place, { class: partClass, state });
      if (none) for (const [place] of own) see(place, 'gone');
      // where a drive came out is unknown until somebody looks: the gate counts them
      else if (entry.way === 'out' && from && partClass !== 'drive') see(from, 'gone');
      else if (entry.way === 'in')
        for (const [place, { state }] of own)
          if (entry.spot ? place === entry.spot : state !== 'proven')
            // one of several went in somewhere: which is still empty nobody knows
            if (entry.spot || own.length === 1 || state !== 'gone') see(place, 'there');
            else states.delete(place);
    }
  }
  return {
    seenPlaces: Object.fromEntries([...states].map(([place, { state }]) => [place, state])),
    gone: [...gone].sort(),
    inside: inside.all(),
    spots: Object.fromEntries(spots),
  };
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
