import type { Catalogue, StandingFlaw } from '../catalogue';
import type { RecordEntry } from './entries';

export interface ToldFlaw extends Pick<StandingFlaw, 'words' | 'cap'> {
  /** The repair that left it. */
  repair: string;
}

export interface Faults {
  flaws: ToldFlaw[];
  /** Where a cause sits, by its id, as answers told it; gone with the repair that cured it. */
  places: ReadonlyMap<string, string>;
}

/**
 * Cures that work round a fault instead of mending it ("use the other slot") leave a flaw a buyer is told of,
 * with its place where an answer named it. One that was mended afterwards (a later repair that cures the same
 * fault for good) is gone.
 */
export function faultsTold(
  entries: readonly RecordEntry[],
  meaning: Pick<Catalogue, 'findings' | 'repairs'>,
): Faults {
  const repairs = new Map(meaning.repairs.map((repair) => [repair.id, repair]));
  const findings = new Map(meaning.findings.map((finding) => [finding.id, finding]));
  const flaws = new Map<string, ToldFlaw & { cures: string[] }>();
  const places = new Map<string, string>();
  for (const entry of entries) {
    if (entry.kind === 'answer') {
      const cause = findings.get(entry.finding)?.outcomes[entry.outcome]?.locates;
      if (cause && entry.place) places.set(cause, entry.place);
      continue;
    }
    if (entry.kind !== 'verdict' || !entry.helped) continue;
    const repair = repairs.get(entry.repair);
    if (!repair) continue;
    const cures = Object.keys(repair.cures);
    if (repair.flaw) {
      const place = cures.map((cause) => places.get(cause)).find((known) => known !== undefined);
      const { words, placed, cap } = repair.flaw;
      const told = place && placed ? placed.replace('{place}', place) : words;
      flaws.set(repair.id, { words: told, cap, repair: repair.id, cures });
    } else
      for (const [id, flaw] of flaws)
        if (flaw.cures.every((cause) => cures.includes(cause))) flaws.delete(id);
    for (const cause of cures) places.delete(cause);
  }
  return { flaws: [...flaws.values()].map(({ cures: _, ...flaw }) => flaw), places };
}
