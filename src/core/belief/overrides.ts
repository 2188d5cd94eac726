import { LOT_SOURCES, type Catalogue, type Chassis, type LotSource } from '../catalogue';
import { catalogueFaults } from './validate';

/**
 * The owner's own numbers over the catalogue's. Only numbers: what there is, and what it is called, stays as
 * it is.
 */
export interface CatalogueOverrides {
  causes?: Record<
    string,
    {
      prior?: Partial<Record<Chassis, number>>;
      valueLeft?: number;
      /** Factors on its odds in machines of a source. */
      sourceOdds?: Partial<Record<LotSource, number>>;
    }
  >;
  findings?: Record<string, { minutes?: number; leak?: number[]; by?: Record<string, number[]> }>;
  repairs?: Record<string, { minutes?: number; cures?: Record<string, number>; partMinor?: number }>;
}

/** One set of numbers over another: where both name a number, the second counts. */
export function layered(under: CatalogueOverrides, over: CatalogueOverrides): CatalogueOverrides {
  const merge = <T extends object>(
    low: Record<string, T> = {},
    high: Record<string, T> = {},
    ...inner: (keyof T)[]
  ): Record<string, T> => {
    const made = { ...low };
    for (const [id, own] of Object.entries(high))
      made[id] = {
        ...low[id],
        ...own,
        ...Object.fromEntries(
          inner
            .filter((key) => low[id]?.[key] || own[key])
            .map((key) => [key, { ...(low[id]?.[key] as object), ...(own[key] as object) }]),
        ),
      };
    return made;
  };
  return {
    causes: merge(under.causes, over.causes, 'prior', 'sourceOdds'),
    findings: merge(under.findings, over.findings, 'by'),
    repairs: merge(under.repairs, over.repairs, 'cures'),
  };
}

/** The catalogue with these numbers in place of its own; nothing is checked. */
export function withOverrides(catalogue: Catalogue, overrides: CatalogueOverrides): Catalogue {
  const { causes = {}, findings = {}, repairs = {} } = overrides;
  return {
    ...catalogue,
    causes: catalogue.causes.map((cause) => {
      const own = causes[cause.id];
      return own
        ? {
            ...cause,
            valueLeft: own.valueLeft ?? cause.valueLeft,
            prior: { ...cause.prior, ...own.prior },
            ...(own.sourceOdds && { sourceOdds: { ...cause.sourceOdds, ...own.sourceOdds } }),
          }
        : cause;
    }),
    findings: catalogue.findings.map((finding) => {
      const own = findings[finding.id];
      return own
        ? {
            ...finding,
            minutes: own.minutes ?? finding.minutes,
            leak: own.leak ?? finding.leak,
            by: { ...finding.by, ...own.by },
          }
        : finding;
    }),
    repairs: catalogue.repairs.map((repair) => {
      const own = repairs[repair.id];
      if (!own) return repair;
      return {
        ...repair,
        minutes: own.minutes ?? repair.minutes,
        cures: { ...repair.cures, ...own.cures },
        ...(repair.part && { part: { ...repair.part, costMinor: own.partMinor ?? repair.part.costMinor } }),
      };
    }),
  };
}

/**
 * Every fault of the overrides in words: names the catalogue does not have, and what the changed catalogue
 * would break.
 */
export function overrideFaults(catalogue: Catalogue, overrides: CatalogueOverrides): string[] {
  const faults: string[] = [];
  for (const part of ['causes', 'findings', 'repairs'] as const) {
    const own = overrides[part];
    for (const id of Object.keys(own ?? {})) {
      const known = catalogue[part].find((item) => item.id === id);
      if (!known) faults.push(`${part}: there is no "${id}"`);
    }
  }
  for (const [id, own] of Object.entries(overrides.causes ?? {})) {
    const cause = catalogue.causes.find((candidate) => candidate.id === id);
    for (const chassis of Object.keys(own.prior ?? {}))
      if (cause && cause.prior[chassis as Chassis] === undefined)
        faults.push(`cause "${id}": does not occur on a ${chassis}`);
    for (const [source, factor] of Object.entries(own.sourceOdds ?? {}))
      if (!LOT_SOURCES.some((known) => known === source) || !(factor > 0 && factor <= 100))
        faults.push(`cause "${id}": no factor above nothing and up to 100 for a source there is: ${source}`);
  }
  for (const [id, own] of Object.entries(overrides.findings ?? {})) {
    const finding = catalogue.findings.find((candidate) => candidate.id === id);
    for (const cause of Object.keys(own.by ?? {}))
      if (finding && !finding.by[cause])
        faults.push(`finding "${id}": "${cause}" does not touch it in the catalogue`);
  }
  for (const [id, own] of Object.entries(overrides.repairs ?? {})) {
    const repair = catalogue.repairs.find((candidate) => candidate.id === id);
    for (const cause of Object.keys(own.cures ?? {}))
      if (repair && repair.cures[cause] === undefined)
        faults.push(`repair "${id}": does not aim at "${cause}" in the catalogue`);
    if (own.partMinor !== undefined && repair && !repair.part) faults.push(`repair "${id}": takes no part`);
  }
  return faults.length ? faults : catalogueFaults(withOverrides(catalogue, overrides));
}
