/** What can be written down of a model. */
export const MODEL_NOTE_KINDS = ['opens', 'construction', 'weak spot', 'limit', 'charger', 'quirk'] as const;
export type ModelNoteKind = (typeof MODEL_NOTE_KINDS)[number];

/** A fault met in machines of a model. */
export interface ModelFault {
  cause: string;
  /** In how many of the closed machines of the model it was. */
  seen: number;
  of: number;
  /** Chance before anything is known of the next one: (strength x prior + seen) / (strength + of). */
  chance: number;
  /** How many machines the catalogue's own number counts as. */
  strength: number;
}

/** How many machines of a model the catalogue's number counts as. Shop estimate. */
export const MODEL_STRENGTH = 12;

/**
 * What was usually wrong with a model: the catalogue's numbers, moved by the closed machines of it.
 * @param cases causes found and mended or told, one list a closed machine
 * @param prior chance of a cause in such a machine @returns most often met first; what was never met is left out
 */
export function modelFaults(
  cases: readonly (readonly string[])[],
  prior: (cause: string) => number,
  strength = MODEL_STRENGTH,
): ModelFault[] {
  const seen = new Map<string, number>();
  for (const causes of cases)
    for (const cause of new Set(causes)) seen.set(cause, (seen.get(cause) ?? 0) + 1);
  return [...seen]
    .map(([cause, count]) => ({
      cause,
      seen: count,
      of: cases.length,
      chance: (strength * prior(cause) + count) / (strength + cases.length),
      strength,
    }))
    .sort((a, b) => b.seen - a.seen || b.chance - a.chance || a.cause.localeCompare(b.cause));
}
