import { catalogue } from '@/catalog';
import type { Catalogue } from '@/core/catalogue';
import { learnedAsOverrides, type Learned } from '@/core/belief/learn';
import { overrideFaults, withOverrides, type CatalogueOverrides } from '@/core/belief/overrides';

export interface Known {
  catalogue: Catalogue;
  /** Same numbers, same mark. */
  mark: string;
  /** Why the shop's own numbers were left out: the catalogue has changed under them. */
  faults: string[];
}

const KEPT = 4;
const kept = new Map<string, Known>();

/** The catalogue this shop reckons with: its own, moved by closed cases, with the owner's numbers over both. */
export function effectiveCatalogue({ learned, overrides }: { learned: Learned | null; overrides: CatalogueOverrides }): Known {
  const mark = learned || Object.keys(overrides).length ? JSON.stringify([learned?.priors, learned?.tables, overrides]) : '';
  let known = kept.get(mark);
  if (!known) {
    const taught = learned ? withOverrides(catalogue, learnedAsOverrides(learned)) : catalogue;
    const faults = mark ? overrideFaults(taught, overrides) : [];
    known = { catalogue: mark === '' ? catalogue : faults.length ? catalogue : withOverrides(taught, overrides), mark: faults.length ? '' : mark, faults };
    if (kept.size >= KEPT) kept.delete(kept.keys().next().value!);
    kept.set(mark, known);
  }
  return known;
}
