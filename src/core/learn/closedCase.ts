import { WHOLE_LOOK, type Catalogue, type Chassis, type LotSource } from '../catalogue';
import type { Evidence } from '../belief/factors';
import { appliesTo, type ModelContext } from '../belief/model';
import type { BeliefEngine } from '../belief/posterior';
import type { Sighted } from '../steps/sighted';

/** A unit that is done with: what was seen of it as it came, and what was truly wrong. */
export interface ClosedCase {
  chassis: Chassis;
  source: LotSource;
  /** Causes proved: seen directly, or gone with a repair that helped. */
  truth: string[];
  /** Findings before the first repair that helped; claims among them. */
  seen: { finding: string; outcome: number }[];
  /**
   * It left before all was known: scrapped, taken apart, sold as it was. By how much what was seen raised or lowered
   * the odds of each cause that is not proved; a cause that is left out, and one that was never asked about, stands
   * where it stood. Nothing: it was looked over as a whole and all was well, so nothing else was wrong.
   */
  lifts?: Record<string, number>;
}

/** Odds moved by less than this share are no news of a cause. */
const NO_NEWS = 0.02;
const odds = (p: number) => p / (1 - Math.min(1 - 1e-9, p));

/**
 * What a record proves once the machine is done with: causes seen directly, and for each repair that helped the
 * likeliest of the causes it cures, as it stood before. One that ends in a look over the whole machine with all well
 * had nothing else; of one that left otherwise (`left`) the rest stays open, as likely as what was seen makes it: what
 * is scrapped undiagnosed neither proves a fault nor disproves it.
 * @param left the machine has left the shop @returns null for a unit that is not done with
 * @throws ImpossibleEvidence when the record contradicts itself
 */
export function closedCase(
  catalogue: Catalogue,
  context: ModelContext,
  engine: BeliefEngine,
  record: readonly Sighted[],
  left = false,
): ClosedCase | null {
  const ends = record.findLastIndex((entry) => entry.kind === 'repair' && entry.ended === 'helped');
  const well = record
    .slice(ends + 1)
    .some((entry) => entry.kind === 'finding' && entry.id === WHOLE_LOOK && entry.outcome === 0);
  if (!well && !left) return null;
  const truth = new Set<string>();
  const seen: ClosedCase['seen'] = [];
  const evidence: Evidence[] = [];
  let mended = false;
  for (const entry of record) {
    if (entry.kind === 'finding') {
      const finding = catalogue.findings.find((candidate) => candidate.id === entry.id);
      if (!finding || !appliesTo(finding, context.chassis) || !finding.outcomes[entry.outcome]) continue;
      evidence.push({ kind: 'finding', finding: entry.id, outcome: entry.outcome });
      for (const cause of finding.outcomes[entry.outcome].settles ?? []) truth.add(cause);
      if (!mended) seen.push({ finding: entry.id, outcome: entry.outcome });
    } else if (entry.kind === 'repair' && (entry.ended === 'helped' || entry.ended === 'no-change')) {
      // work done because it was due, or as a precaution, teaches nothing about cures
      const repair = catalogue.repairs.find((candidate) => candidate.id === entry.id);
      if (!repair || !appliesTo(repair, context.chassis)) continue;
      const helped = entry.ended === 'helped';
      if (helped) {
        const before = engine.posterior(evidence);
        const cured = engine.model.causes
          .map((cause, c) => ({ id: cause.id, p: repair.cures[cause.id] ? before.marginals[c] : 0 }))
          .sort((a, b) => b.p - a.p)[0];
        if (cured && cured.p > 0) truth.add(cured.id);
        mended = true;
      }
      evidence.push({ kind: 'repair', repair, helped });
    }
  }
  const done = { chassis: context.chassis, source: context.source, truth: [...truth], seen };
  return well ? done : { ...done, lifts: liftsOf(engine, evidence, truth) };
}

function liftsOf(
  engine: BeliefEngine,
  evidence: readonly Evidence[],
  proved: ReadonlySet<string>,
): Record<string, number> {
  const [before, after] = [engine.posterior([]).marginals, engine.posterior(evidence).marginals];
  const lifts: Record<string, number> = {};
  engine.model.causes.forEach(({ id }, c) => {
    const lift = odds(after[c]) / odds(before[c]);
    if (!proved.has(id) && Number.isFinite(lift) && Math.abs(lift - 1) > NO_NEWS) lifts[id] = lift;
  });
  return lifts;
}
