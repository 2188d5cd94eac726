import type { Catalogue, StandingFlaw } from '../catalogue';
import type { RecordEntry } from './entries';

export interface ToldFlaw extends StandingFlaw {
  /** The repair that left it. */
  repair: string;
}

/**
 * Cures that work round a fault instead of mending it ("use the other slot") leave a flaw a buyer is told of.
 * One that was mended afterwards (a later repair that cures the same fault for good) is gone.
 */
export function standingFlaws(
  entries: readonly RecordEntry[],
  meaning: Pick<Catalogue, 'repairs'>,
): ToldFlaw[] {
  const repairs = new Map(meaning.repairs.map((repair) => [repair.id, repair]));
  const flaws = new Map<string, ToldFlaw & { cures: string[] }>();
  for (const entry of entries) {
    if (entry.kind !== 'verdict' || !entry.helped) continue;
    const repair = repairs.get(entry.repair);
    if (!repair) continue;
    const cures = Object.keys(repair.cures);
    if (repair.flaw) flaws.set(repair.id, { ...repair.flaw, repair: repair.id, cures });
    else
      for (const [id, flaw] of flaws)
        if (flaw.cures.every((cause) => cures.includes(cause))) flaws.delete(id);
  }
  return [...flaws.values()].map(({ cures: _, ...flaw }) => flaw);
}
