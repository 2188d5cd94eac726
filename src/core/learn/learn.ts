import {
  CHASSIS,
  LOT_SOURCES,
  type Catalogue,
  type Cause,
  type Chassis,
  type Finding,
  type LotSource,
} from '../catalogue';
import { appliesTo, priorOf } from '../belief/model';
import type { ClosedCase } from './closedCase';

/** A share of machines of a kind that come with a cause. */
export interface LearnedPrior {
  p: number;
  /** Between these it lies with 95 %. */
  low: number;
  high: number;
  /** As many cases as what is known of the cause in them is worth: one that left unasked says nothing of it. */
  cases: number;
  /** In how many of them it was, as expected where nobody proved it. */
  present: number;
}

/** By cause and chassis: in how many machines it was, of how many that say so. */
export type CauseCounts = Record<string, Partial<Record<Chassis, { present: number; cases: number }>>>;

/** What another shop counted, and how much one of its cases says beside one's own, 0..1. */
export interface Elsewhere {
  weight: number;
  causes: CauseCounts;
}

/** How much likelier a cause is in machines of a source than in others: a factor on its odds. */
export interface LearnedFactor {
  factor: number;
  /** Between these it lies with 95 %. */
  low: number;
  high: number;
  /** Machines of that source that say something of it, and in how many it was. */
  cases: number;
  present: number;
}

export interface Learned {
  cases: number;
  /** By cause and source; nothing: learned before sources were. */
  sources?: Record<string, Partial<Record<LotSource, LearnedFactor>>>;
  /** Cases of other shops that are in it, as many as they count for; nothing: none. */
  elsewhere?: number;
  /** New priors, with the number of cases that bear on each. */
  priors: Record<string, Partial<Record<Chassis, LearnedPrior>>>;
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

/** A source's factor as the catalogue has it counts as so many machines found with the cause. Shop estimate. */
const FACTOR_COUNTS = 4;
/** Of fewer machines expected or found with a cause nothing is said of a source. */
const LEAST_EXPECTED = 0.5;

/** A row of a table is worth a tenth of a prior: it speaks of fewer machines. */
export const tableStrength = (priors: number): Strength => ({ priors, tables: priors / 10 });

/**
 * Priors and test tables moved by closed cases (Dirichlet counts; the catalogue's numbers are the prior,
 * counted as `strength` cases). A case from a lot whose source multiplies a cause's odds counts as that many
 * ordinary ones. A table row learns only where exactly one cause the finding knows was present; what that
 * cause itself showed, beside the leak, is taken in expectation.
 * @param elsewhere what other shops counted: it stands beside the catalogue, and own cases move it as they move that
 */
export function learnFrom(
  catalogue: Catalogue,
  cases: readonly ClosedCase[],
  strength: Strength,
  elsewhere: readonly Elsewhere[] = [],
): Learned {
  const learned: Learned = { cases: cases.length, priors: {}, tables: {} };
  let most = 0;
  for (const cause of catalogue.causes) {
    for (const chassis of CHASSIS) {
      const base = cause.prior[chassis];
      if (!base) continue;
      const own = cases.filter((closed) => closed.chassis === chassis);
      const theirs = { present: 0, cases: 0 };
      for (const { weight, causes } of elsewhere) {
        const counted = causes[cause.id]?.[chassis];
        if (!counted) continue;
        theirs.present += weight * Math.min(counted.present, counted.cases);
        theirs.cases += weight * counted.cases;
      }
      most = Math.max(most, theirs.cases);
      const prior = learnPrior(cause, base, own, Math.max(strength.priors, ONE_SIGHTING / base), theirs);
      if (prior) (learned.priors[cause.id] ??= {})[chassis] = prior;
    }
  }
  learned.sources = sourcesFrom(catalogue, cases, learned.priors);
  for (const finding of catalogue.findings) {
    const counts = new Map<string, { soft: number[]; cases: number }>();
    for (const closed of cases) {
      // what else it had is not known: it teaches no table
      if (closed.lifts || !appliesTo(finding, closed.chassis)) continue;
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
  if (most > 0) learned.elsewhere = Math.round(most * 10) / 10;
  return learned;
}

/** Enough for the share to stand still to a thousandth of itself. */
const ROUNDS = 60;

/**
 * What machines of a source have more often, or less: the factor on the odds under which as many of them would have the
 * cause as had it, drawn towards the catalogue's (a gamma prior that counts as so many found). Where a machine left before
 * it was known, as many as are expected, going round as priors do.
 * @param priors as they were learned from the same cases: what all sources share is in them already
 */
function sourcesFrom(
  catalogue: Catalogue,
  cases: readonly ClosedCase[],
  priors: Learned['priors'],
): NonNullable<Learned['sources']> {
  const sources: NonNullable<Learned['sources']> = {};
  for (const source of LOT_SOURCES) {
    const own = cases.filter((closed) => closed.source === source);
    if (own.length === 0) continue;
    for (const cause of catalogue.causes) {
      const rows = own.flatMap(({ chassis, truth, lifts }) => {
        const p = priors[cause.id]?.[chassis]?.p ?? cause.prior[chassis];
        return p ? [{ odds: p / (1 - p), yes: truth.includes(cause.id), lift: lifts ? (lifts[cause.id] ?? 1) : 0 }] : []; // prettier-ignore
      });
      const factor = factorOf(rows, cause.sourceOdds?.[source] ?? 1);
      if (factor) (sources[cause.id] ??= {})[source] = factor;
    }
  }
  return sources;
}

function factorOf(
  rows: readonly { odds: number; yes: boolean; lift: number }[],
  before: number,
): LearnedFactor | null {
  const counts = (factor: number) => {
    let expected = 0;
    let present = 0;
    let informed = 0;
    for (const { odds, yes, lift } of rows) {
      const own = Math.min(0.999, (factor * odds) / (1 + factor * odds));
      const raised = (lift * own) / (1 - own);
      const was = yes ? 1 : raised / (1 + raised);
      expected += own;
      present += was;
      // what is left unknown of a machine says nothing
      informed += Math.max(0, 1 - (was * (1 - was)) / (own * (1 - own)));
    }
    return { expected, present, informed };
  };
  let factor = before;
  for (let round = 0; round < ROUNDS; round++) {
    const { expected, present } = counts(factor);
    const next = (factor * (present + FACTOR_COUNTS * before)) / (expected + FACTOR_COUNTS * factor);
    if (Math.abs(next - factor) < 1e-6 * factor) break;
    factor = next;
  }
  const { expected, present, informed } = counts(factor);
  if (Math.max(expected, present) < LEAST_EXPECTED) return null;
  const found = Math.min(present, informed);
  const far = Math.exp(1.96 / Math.sqrt(found + FACTOR_COUNTS * before));
  return {
    factor,
    low: factor / far,
    high: factor * far,
    cases: Math.round(informed * 10) / 10,
    present: Math.round(present * 10) / 10,
  };
}

/**
 * The share of machines that came with a cause: a Beta mean where every case says yes or no; where a machine left
 * before it was known, the expected yes under the share itself, found by going round (expectation-maximisation for
 * censored counts: Dempster, Laird and Rubin 1977, from memory). The interval is that of a Beta of as many cases as
 * the information is worth (missing information principle), taken on the logit so that it stays between 0 and 1.
 * @param base the catalogue's @param counted how many cases that counts as @param theirs what other shops counted
 * @returns null when no case is of its kind
 */
function learnPrior(
  cause: Cause,
  base: number,
  cases: readonly ClosedCase[],
  counted: number,
  theirs: { present: number; cases: number },
): LearnedPrior | null {
  // a case from a lot whose source multiplies its odds counts as that many ordinary ones
  const weighed = cases.map((closed) => ({
    weight: priorOf(cause, closed) / base,
    yes: closed.truth.includes(cause.id),
    lift: closed.lifts ? (closed.lifts[cause.id] ?? 1) : 0,
  }));
  const exposure = weighed.reduce((sum, { weight }) => sum + weight, 0);
  if (exposure === 0 && theirs.cases === 0) return null;
  const before = { present: counted * base + theirs.present, cases: counted + theirs.cases };
  const expected = (p: number, { weight, yes, lift }: (typeof weighed)[number]): number => {
    if (yes) return 1;
    const own = Math.min(0.999, p * weight);
    const raised = (lift * own) / (1 - own);
    return raised / (1 + raised);
  };
  let p = before.present / before.cases;
  let present = 0;
  for (let round = 0; round < ROUNDS; round++) {
    present = weighed.reduce((sum, one) => sum + expected(p, one), 0);
    const next = (before.present + present) / (before.cases + exposure);
    if (Math.abs(next - p) < 1e-3 * p * 0.01) break;
    p = next;
  }
  p = Math.min(1 - 1e-6, Math.max(1e-6, p));
  // what is left unknown of a case is no case
  const informed = weighed.reduce((sum, one) => {
    const own = Math.min(0.999, p * one.weight);
    const m = expected(p, one);
    return sum + one.weight * Math.max(0, 1 - (m * (1 - m)) / (own * (1 - own)));
  }, 0);
  const far = 1.96 / Math.sqrt((before.cases + informed + 1) * p * (1 - p));
  const at = (shift: number) => 1 / (1 + ((1 - p) / p) * Math.exp(-shift));
  return {
    p,
    low: at(-far),
    high: at(far),
    cases: Math.round(informed * 10) / 10,
    present: Math.round(present * 10) / 10,
  };
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

export interface MovedPrior extends Omit<LearnedPrior, 'p'> {
  cause: string;
  chassis: Chassis;
  before: number;
  now: number;
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
          ? [
              {
                cause: cause.id,
                chassis,
                before,
                now: entry.p,
                // learned before intervals were kept: the number itself
                low: entry.low ?? entry.p,
                high: entry.high ?? entry.p,
                cases: entry.cases,
                present: entry.present,
              },
            ]
          : [];
      }),
    )
    .sort((a, b) => far(b) - far(a))
    .slice(0, most);
}

/** What a source's machines have more or less often than others. */
export interface SourceFactor extends LearnedFactor {
  cause: string;
  source: LotSource;
  /** The catalogue's. */
  before: number;
}

/** Sources' factors by how far they lie from those of the catalogue for how sure that is, farthest first. */
export function sourcesMost(catalogue: Catalogue, learned: Learned, most: number): SourceFactor[] {
  const sure = ({ factor, low, before }: SourceFactor) =>
    Math.abs(Math.log(factor / before)) / Math.max(1e-6, Math.log(factor / low));
  return catalogue.causes
    .flatMap((cause) =>
      LOT_SOURCES.flatMap((source): SourceFactor[] => {
        const own = learned.sources?.[cause.id]?.[source];
        return own ? [{ cause: cause.id, source, before: cause.sourceOdds?.[source] ?? 1, ...own }] : [];
      }),
    )
    .sort((a, b) => sure(b) - sure(a))
    .slice(0, most);
}

/** The learned numbers in the shape of overrides, to be laid over the catalogue before the owner's own. */
export function learnedAsOverrides(learned: Learned) {
  const causes = new Set([...Object.keys(learned.priors), ...Object.keys(learned.sources ?? {})]);
  const of = <K extends string, T>(by: Partial<Record<K, T>> | undefined, number: (entry: T) => number) =>
    Object.fromEntries(Object.entries(by ?? {}).map(([key, entry]) => [key, number(entry as T)]));
  return {
    causes: Object.fromEntries(
      [...causes].map((cause) => [
        cause,
        {
          prior: of(learned.priors[cause], ({ p }) => p),
          ...(learned.sources?.[cause] && { sourceOdds: of(learned.sources[cause], ({ factor }) => factor) }),
        },
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
