import type { PartClass } from '../catalogue';
import type { DonorPlace, PlaceState } from './donor';

/** What a machine is seen not to have. */
export interface Lacking {
  /** Places seen empty, in the order of the sheet, by their names. */
  names: string[];
  /** Classes of parts of which nothing is left in it. */
  classes: PartClass[];
}

/**
 * What is missing from a machine: places that were seen empty, and classes hands took out without putting one back. A
 * place nobody looked at is neither there nor gone.
 * @param places of its kind of machine @param states as seen @param taken classes taken out and not replaced
 */
export function lackingOf(
  places: readonly DonorPlace[],
  states: Readonly<Record<string, PlaceState>>,
  taken: readonly string[],
): Lacking {
  const parts = places.flatMap((place) => (place.class === null ? [] : [{ ...place, class: place.class }]));
  const empty = ({ id, class: own }: (typeof parts)[number]) =>
    states[id] === 'gone' || (states[id] === undefined && taken.includes(own));
  const classes = [...new Set(parts.map((place) => place.class))].filter((own) =>
    parts.every((place) => place.class !== own || empty(place)),
  );
  return { names: parts.filter(empty).map(({ name }) => name), classes };
}
