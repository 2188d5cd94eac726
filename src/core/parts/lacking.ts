import type { PartClass } from '../catalogue';
import type { Place } from '../record/places/machine';

/** What a machine is seen not to have. */
export interface Lacking {
  /** Places that hold nothing, in the order of the sheet, by their names. */
  names: string[];
  /** Classes of parts of which nothing is left in it. */
  classes: PartClass[];
}

/** Places one expects filled: a free slot or bay beside a full one is room, not a loss. */
const ROOM: readonly PartClass[] = ['memory', 'drive'];

/**
 * What is missing from a machine: places that were seen empty, and classes hands took out without putting one back. A
 * place nobody looked at is neither there nor gone.
 * @param places as `machinePlaces` gives them
 */
export function lackingOf(places: readonly Place[]): Lacking {
  const classes = [...new Set(places.map((place) => place.class))].filter((own) =>
    places.every((place) => place.class !== own || place.holds === 'nothing'),
  );
  const first = (place: Place) => places.find((each) => each.class === place.class) === place;
  const missing = places.filter(
    (place) =>
      place.holds === 'nothing' &&
      (!ROOM.includes(place.class) || (classes.includes(place.class) && first(place))),
  );
  return { names: missing.map(({ name }) => name), classes };
}
