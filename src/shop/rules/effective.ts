import { createHash } from 'node:crypto';
import { catalogue } from '@/catalog';
import type { Catalogue } from '@/core/catalogue';
import { learnedAsOverrides } from '@/core/learn/learn';
import { layered, overrideFaults, withOverrides, type CatalogueOverrides } from '@/core/belief/overrides';
import { timesAsOverrides } from './times';
import type { shop } from '@/db/schema';

export interface Known {
  catalogue: Catalogue;
  /** What lies over the catalogue's own numbers. */
  numbers: CatalogueOverrides;
  /** Same numbers, same mark. */
  mark: string;
  /** Why the shop's own numbers were left out: the catalogue has changed under them. */
  faults: string[];
}

const KEPT = 4;
const kept = new Map<string, Known>();

/** What closed cases taught and clocks showed, with the owner's own numbers over it. */
export const numbersOf = ({
  learned,
  overrides,
  handMinutes,
}: Pick<typeof shop.$inferSelect, 'learned' | 'overrides' | 'handMinutes'>): CatalogueOverrides => {
  const taken = timesAsOverrides(handMinutes);
  const told = learned ? layered(learnedAsOverrides(learned), taken) : taken;
  return Object.keys(told).length ? layered(told, overrides) : overrides;
};

/**
 * The catalogue this shop reckons with: its own, moved by closed cases, with the owner's numbers over both.
 */
export function effectiveCatalogue({
  learned,
  overrides,
  handMinutes,
}: Pick<typeof shop.$inferSelect, 'learned' | 'overrides' | 'handMinutes'>): Known {
  const taken = timesAsOverrides(handMinutes);
  const mark =
    learned || Object.keys(overrides).length || taken.repairs
      ? createHash('sha1')
          .update(
            JSON.stringify([
              learned?.priors,
              learned?.tables,
              learned?.sources,
              overrides,
              ...(taken.repairs ? [taken] : []),
            ]),
          )
          .digest('hex')
      : '';
  let known = kept.get(mark);
  if (!known) {
    const numbers = numbersOf({ learned, overrides, handMinutes });
    const faults = mark ? overrideFaults(catalogue, numbers) : [];
    known = {
      catalogue: mark === '' || faults.length ? catalogue : withOverrides(catalogue, numbers),
      numbers,
      mark: faults.length ? '' : mark,
      faults,
    };
    if (kept.size >= KEPT) kept.delete(kept.keys().next().value!);
    kept.set(mark, known);
  }
  return known;
}
