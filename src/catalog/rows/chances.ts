/**
 * A row of chances, by outcome id. The first outcome (what a sound machine shows) is left out: it takes the
 * remainder. Any other left out has none.
 */
export type Chances<Id extends string = string> = Partial<Record<Id, number>>;

/** Sums of written decimals are exact to here. */
const PLACES = 1e12;

/**
 * @param ids outcome ids in their order, the sound one first
 * @returns the chances in that order; they sum to 1
 * @throws RangeError naming the place: an unknown outcome, a chance outside [0, 1], a sum over 1, or the
 * first outcome written down although it is the remainder
 */
export function spread(ids: readonly string[], chances: Chances, place: string): number[] {
  for (const [id, chance] of Object.entries(chances)) {
    if (!ids.includes(id)) throw new RangeError(`${place}: there is no outcome "${id}" (${ids.join(', ')})`);
    if (id === ids[0]) throw new RangeError(`${place}: "${id}" is the remainder and is left out`);
    if (!(chance! >= 0 && chance! <= 1))
      throw new RangeError(`${place}: the chance of "${id}" is ${chance}, not between 0 and 1`);
  }
  const others = ids.slice(1).map((id) => chances[id] ?? 0);
  const rest = Math.round((1 - others.reduce((sum, chance) => sum + chance, 0)) * PLACES) / PLACES;
  if (rest < 0) throw new RangeError(`${place}: the chances come to more than 1`);
  return [rest, ...others];
}
