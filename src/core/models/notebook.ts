import type { Catalogue, Chassis } from '../catalogue';
import type { Sighted } from '../steps/sighted';

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

/** How a shop's own machines of a model speak of the next one. */
export interface ModelMemory {
  /** As how many machines the catalogue's number counts. */
  strength: number;
  /** From so many machines with a fault on, it moves belief. */
  from: number;
  /** The least factor on the odds that is told. */
  tells: number;
}

/**
 * What was usually wrong with a model: the catalogue's numbers, moved by the closed machines of it.
 * @param cases causes found and mended or told, one list a closed machine
 * @param prior chance of a cause in such a machine @returns most often met first; what was never met is left out
 */
export function modelFaults(
  cases: readonly (readonly string[])[],
  prior: (cause: string) => number,
  { strength }: Pick<ModelMemory, 'strength'>,
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

/**
 * Causes a closed machine's record proves: what was seen directly, and for each repair that helped the likeliest of
 * what it cures, by how common that is and how surely it cures it. Cheaper than reading the whole record through
 * belief, and coarser.
 */
export function provedCauses(
  record: readonly Sighted[],
  catalogue: Pick<Catalogue, 'causes' | 'findings' | 'repairs'>,
  chassis: Chassis,
): string[] {
  const prior = (id: string) => catalogue.causes.find((cause) => cause.id === id)?.prior[chassis] ?? 0;
  const proved = new Set<string>();
  for (const entry of record) {
    if (entry.kind === 'finding') {
      const outcome = catalogue.findings.find(({ id }) => id === entry.id)?.outcomes[entry.outcome];
      for (const cause of outcome?.settles ?? []) proved.add(cause);
    } else if (entry.kind === 'repair' && entry.ended === 'helped') {
      const cures = catalogue.repairs.find(({ id }) => id === entry.id)?.cures ?? {};
      const [likeliest] = Object.entries(cures).sort(
        ([a, chanceA], [b, chanceB]) => prior(b) * chanceB - prior(a) * chanceA,
      );
      if (likeliest && ![...proved].some((cause) => cause in cures)) proved.add(likeliest[0]);
    }
  }
  return [...proved];
}

/** What the model's own machines say before anything is seen of the next: factor on the odds of each cause. */
export function modelOdds(
  faults: readonly ModelFault[],
  prior: (cause: string) => number,
  { from, tells }: Omit<ModelMemory, 'strength'>,
): Record<string, number> {
  const odds = (chance: number) => chance / (1 - Math.min(0.999, chance));
  return Object.fromEntries(
    faults
      .filter(({ seen, cause }) => seen >= from && prior(cause) > 0)
      .map(({ cause, chance }): [string, number] => [
        cause,
        Math.round((odds(chance) / odds(prior(cause))) * 100) / 100,
      ])
      .filter(([, factor]) => factor > tells),
  );
}
