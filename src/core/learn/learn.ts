import {
  CHASSIS,
  WHOLE_LOOK,
  type Catalogue,
  type Chassis,
  type Finding,
  type LotSource,
} from '../catalogue';
import type { RecordEntry } from '../steps/evaluate';
import type { Evidence } from '../belief/factors';
import { appliesTo, priorOf, type ModelContext } from '../belief/model';
import type { BeliefEngine } from '../belief/posterior';

/** A unit that is done with: what was seen of it as it came, and what was truly wrong. */
export interface ClosedCase {
  chassis: Chassis;
  source: LotSource;
  /** Causes proved: seen directly, or gone with a repair that helped. */
  truth: string[];
  /** Findings before the first repair that helped; claims among them. */
  seen: { finding: string; outcome: number }[];
}

/**
 * What a record proves, once the machine was looked over as a whole and all was well: causes seen directly,
 * and for each repair that helped the likeliest of the causes it cures, as it stood before. A record that
 * does not end so proves nothing.
 * @returns null for a unit that is not done with
 */
export function closedCase(
  catalogue: Catalogue,
  context: ModelContext,
  engine: BeliefEngine,
  record: readonly RecordEntry[],
): ClosedCase | null {
  const ends = record.findLastIndex((entry) => entry.kind === 'repair' && entry.ended === 'helped');
  if (
    !record
      .slice(ends + 1)
      .some((entry) => entry.kind === 'finding' && entry.id === WHOLE_LOOK && entry.outcome === 0)
  )
    return null;
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
        const before = engine.trace(evidence).at(-1)!;
        const cured = engine.model.causes
          .map((cause, c) => ({ id: cause.id, p: repair.cures[cause.id] ? before.marginals[c] : 0 }))
          .sort((a, b) => b.p - a.p)[0];
        if (cured && cured.p > 0) truth.add(cured.id);
        mended = true;
      }
      evidence.push({ kind: 'repair', repair, helped });
    }
  }
  return { chassis: context.chassis, source: context.source, truth: [...truth], seen };
}

export interface Learned {
  cases: number;
  /** New priors, with the number of cases that bear on each. */
  priors: Record<string, Partial<Record<Chassis, { p: number; cases: number; present: number }>>>;
  /** New rows of test tables: cause id, or "leak" for a machine without any cause the finding knows. */
  tables: Record<string, Record<string, { row: number[]; cases: number }>>;
}

export interface Strength {
  /** Closed cases the catalogue's own priors count as. */
  priors: number;
  /** Closed cases each row of a test table counts as. */
  tables: number;
}

/**
 * A rare cause counts as having been seen once at least: a few hundred machines without it do not make it ten
 * times rarer.
 */
const ONE_SIGHTING = 1;

/** A row of a table is worth a tenth of a prior: it speaks of fewer machines. */
export const tableStrength = (priors: number): Strength => ({ priors, tables: priors / 10 });

/**
 * Priors and test tables moved by closed cases (Dirichlet counts; the catalogue's numbers are the prior,
 * counted as `strength` cases). A case from a lot whose source multiplies a cause's odds counts as that many
 * ordinary ones. A table row learns only where exactly one cause the finding knows was present; what that
 * cause itself showed, beside the leak, is taken in expectation.
 */
export function learnFrom(catalogue: Catalogue, cases: readonly ClosedCase[], strength: Strength): Learned {
  const learned: Learned = { cases: cases.length, priors: {}, tables: {} };
  for (const cause of catalogue.causes) {
    for (const chassis of CHASSIS) {
      const base = cause.prior[chassis];
      if (!base) continue;
      let present = 0;
      let exposure = 0;
      for (const closed of cases) {
        if (closed.chassis !== chassis) continue;
        exposure += priorOf(cause, closed) / base;
        if (closed.truth.includes(cause.id)) present++;
      }
      if (exposure === 0) continue;
      const counted = Math.max(strength.priors, ONE_SIGHTING / base);
      const p = (counted * base + present) / (counted + exposure);
      (learned.priors[cause.id] ??= {})[chassis] = {
        p: Math.min(1 - 1e-6, Math.max(1e-6, p)),
        cases: Math.round(exposure * 10) / 10,
        present,
      };
    }
  }
  for (const finding of catalogue.findings) {
    const counts = new Map<string, { soft: number[]; cases: number }>();
    for (const closed of cases) {
      if (!appliesTo(finding, closed.chassis)) continue;
      const seen = closed.seen.find((entry) => entry.finding === finding.id);
      if (!seen || seen.outcome >= finding.outcomes.length) continue;
      if (closed.truth.some((cause) => finding.blockedBy?.includes(cause))) continue;
      const touching = closed.truth.filter((cause) => finding.by[cause]);
      if (touching.length > 1) continue;
      const who = touching[0] ?? 'leak';
      const soft = ownShare(finding, who, seen.outcome);
      if (!soft) continue;
      const kept = counts.get(who) ?? { soft: finding.leak.map(() => 0), cases: 0 };
      soft.forEach((share, o) => (kept.soft[o] += share));
      kept.cases++;
      counts.set(who, kept);
    }
    for (const [who, { soft, cases: n }] of counts) {
      const base = who === 'leak' ? finding.leak : finding.by[who];
      // an outcome that shows a cause directly, or can never show, stays what it is
      const row = base.map((p, o) => strength.tables * p + (p === 0 ? 0 : soft[o]));
      const total = row.reduce((sum, value) => sum + value, 0);
      (learned.tables[finding.id] ??= {})[who] = { row: row.map((value) => value / total), cases: n };
    }
  }
  return learned;
}

/**
 * P(the cause itself drew each outcome | the worst of leak and cause is `outcome`); null when that cannot be.
 */
function ownShare(finding: Finding, who: string, outcome: number): number[] | null {
  if (who === 'leak')
    return finding.leak[outcome] > 0 ? finding.leak.map((_, o) => Number(o === outcome)) : null;
  const own = finding.by[who];
  const upTo = finding.leak.slice(0, outcome + 1).reduce((sum, p) => sum + p, 0);
  const weights = own.map((p, o) => (o > outcome ? 0 : p * (o === outcome ? upTo : finding.leak[outcome])));
  const total = weights.reduce((sum, w) => sum + w, 0);
  return total > 0 ? weights.map((w) => w / total) : null;
}

export interface MovedPrior {
  cause: string;
  chassis: Chassis;
  before: number;
  now: number;
  cases: number;
  present: number;
}

/** Priors by how far their logarithm moved from the catalogue's, farthest first. */
export function movedMost(catalogue: Catalogue, learned: Learned, most: number): MovedPrior[] {
  const far = ({ before, now }: MovedPrior) => Math.abs(Math.log(now / before));
  return catalogue.causes
    .flatMap((cause) =>
      CHASSIS.flatMap((chassis): MovedPrior[] => {
        const entry = learned.priors[cause.id]?.[chassis];
        const before = cause.prior[chassis];
        return entry && before
          ? [{ cause: cause.id, chassis, before, now: entry.p, cases: entry.cases, present: entry.present }]
          : [];
      }),
    )
    .sort((a, b) => far(b) - far(a))
    .slice(0, most);
}

/** The learned numbers in the shape of overrides, to be laid over the catalogue before the owner's own. */
export function learnedAsOverrides(learned: Learned) {
  return {
    causes: Object.fromEntries(
      Object.entries(learned.priors).map(([cause, by]) => [
        cause,
        { prior: Object.fromEntries(Object.entries(by).map(([chassis, entry]) => [chassis, entry!.p])) },
      ]),
    ),
    findings: Object.fromEntries(
      Object.entries(learned.tables).map(([finding, rows]) => [
        finding,
        {
          ...(rows.leak && { leak: rows.leak.row }),
          by: Object.fromEntries(
            Object.entries(rows)
              .filter(([who]) => who !== 'leak')
              .map(([who, entry]) => [who, entry.row]),
          ),
        },
      ]),
    ),
  };
}
