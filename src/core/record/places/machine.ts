import type { PartClass } from '@/core/catalogue';
import type { DonorPlace, PlaceState } from '@/core/parts/donor';
import type { RecordPart } from '../entries';
import type { Presence } from './presence';

/** A place inside a machine and what it holds. */
export interface Place {
  id: string;
  name: string;
  class: PartClass;
  /** A part on record; something nobody recorded; nothing; null: nobody knows. */
  holds: 'part' | 'something' | 'nothing' | null;
  part: RecordPart | null;
  /** As it was seen, where somebody said so. */
  seen: PlaceState | null;
}

export interface PlacesKnown extends Presence {
  /** Memory slots, and gigabytes in them; null: not known. */
  slots: number | null;
  memoryGb: number | null;
  /** Drives counted in it; null: nobody has counted since one came out. */
  drives: number | null;
}

const ORDER = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];

/**
 * The place of a class by its number, from nought: of the sheet, or one of those a machine has beyond it.
 * @returns its id; null: such a machine has no place of the class
 */
export function nthPlace(template: readonly DonorPlace[], partClass: PartClass, n: number): string | null {
  const own = template.filter((place) => place.class === partClass);
  return own.length ? (own[n]?.id ?? `${own[0].id} ${n + 1}`) : null;
}

/** As many places of a class as there are: those of the sheet, and as many more as were counted or hold parts. */
function widened(template: readonly DonorPlace[], partClass: PartClass, most: number): DonorPlace[] {
  const own = template.filter((place) => place.class === partClass);
  const more = Array.from({ length: Math.max(0, most - own.length) }, (_, n): DonorPlace => {
    const at = own.length + n;
    const base = own[0];
    return {
      ...base,
      id: nthPlace(own, partClass, at)!,
      name: `${base.name}, ${ORDER[at] ?? `number ${at + 1}`}`,
    };
  });
  return [...own, ...more];
}

/**
 * The places of a machine and what each holds. Where somebody said which place a part went into, it is there, also when
 * that is a place of another class; the others on record fill the places of their class in the order they came, those
 * seen to hold something first; a place seen empty holds nothing unless more parts are on record than that
 * leaves places for. A place nobody looked at is neither full nor empty, unless all of its class were counted.
 * @param template places of its kind of machine
 */
export function machinePlaces(template: readonly DonorPlace[], known: PlacesKnown): Place[] {
  const { seenPlaces, gone, inside, slots, memoryGb, drives, spots } = known;
  const rows = [...new Set(template.flatMap((place) => place.class ?? []))].map((partClass) => {
    const parts = inside.filter((part) => part.class === partClass);
    const counted = partClass === 'memory' ? (slots ?? 0) : partClass === 'drive' ? (drives ?? 0) : 0;
    const base = template.filter((place) => place.class === partClass);
    // one place stands for a class whose parts nobody counts places of: cables, trim
    const several = partClass === 'memory' || partClass === 'drive';
    const places = several
      ? widened(template, partClass, Math.max(counted, parts.length, base.length))
      : base;
    return {
      partClass,
      parts,
      shown:
        partClass === 'memory' && slots !== null ? places.slice(0, Math.max(slots, parts.length)) : places,
    };
  });
  // said outright, whatever the class of the place
  const filled = new Map<string, RecordPart>();
  for (const { id } of rows.flatMap(({ shown }) => shown)) {
    const part = inside.find((own) => own.id === spots[id]);
    if (part) filled.set(id, part);
  }
  const placed = new Set([...filled.values()].map(({ id }) => id));
  return rows.flatMap(({ partClass, parts, shown }) => {
    const rank = (place: DonorPlace) =>
      seenPlaces[place.id] === 'gone' ? 2 : seenPlaces[place.id] === undefined ? 1 : 0;
    const others = parts.filter(({ id }) => !placed.has(id));
    const order = shown
      .filter(({ id }) => !filled.has(id))
      .map((place, n) => ({ place, n }))
      .sort((a, b) => rank(a.place) - rank(b.place) || a.n - b.n);
    order.slice(0, others.length).forEach(({ place }, n) => filled.set(place.id, others[n]));
    // all that is in it is on record, so that what is left over is empty
    const all =
      (partClass === 'memory' &&
        slots !== null &&
        memoryGb !== null &&
        memoryGb > 0 &&
        sumGb(parts) === memoryGb) ||
      (partClass === 'drive' && drives !== null && drives === parts.length);
    return shown.map((place): Place => {
      const seen = seenPlaces[place.id] ?? null;
      const part = filled.get(place.id) ?? null;
      const empty = seen === 'gone' || (seen === null && (all || gone.includes(partClass)));
      return {
        id: place.id,
        name: place.name,
        class: partClass,
        holds: part ? 'part' : empty ? 'nothing' : seen ? 'something' : null,
        part,
        seen,
      };
    });
  });
}

const sumGb = (parts: readonly RecordPart[]) =>
  parts.reduce((sum, { attributes }) => sum + (Number(attributes.gb) || NaN), 0);
