import type { Catalogue, Cause, Chassis, Finding, LotSource } from '../catalogue';
import { treeOf, type Node } from './tree';

/** What is known of a unit before anything is looked at. */
export interface ModelContext {
  chassis: Chassis;
  source: LotSource;
}

/**
 * A finding made ready for arithmetic. `cumulative[c * outcomes + o]` = q_c(<= o), the noisy-MAX factor of
 * cause index c (1 everywhere when it does not touch the finding); `leak[o]` = q_0(<= o). Both end at exactly
 * 1.
 */
export interface CompiledFinding {
  id: string;
  outcomes: number;
  leak: Float64Array;
  cumulative: Float64Array;
  /** Cause indexes it shows. */
  touched: number[];
  /** Causes whose presence lets nothing but the leak show. */
  blockers: number[];
  /** Causes that are not there when it can be answered at all. */
  presumes: number[];
  /** Cause indexes each outcome settles (seen directly). */
  settles: number[][];
}

export interface BeliefModel {
  causes: Cause[];
  causeIndex: Map<string, number>;
  /** ln(p / (1 - p)) of each cause. */
  logOdds: Float64Array;
  priors: Float64Array;
  /** By cause: those that cannot be there together with it. */
  excludes: number[][];
  /** The causes as independent nodes. */
  nodes: Node[];
  findings: Map<string, CompiledFinding>;
}

function runningSums(distribution: readonly number[]): Float64Array {
  const sums = new Float64Array(distribution.length);
  let total = 0;
  for (let o = 0; o < distribution.length; o++) sums[o] = total += distribution[o];
  sums[distribution.length - 1] = 1;
  return sums;
}

/** Prior with the lot's source taken in as a factor on the odds. @returns probability in (0, 1) */
export function priorOf(cause: Cause, context: ModelContext): number {
  const base = cause.prior[context.chassis] ?? 0;
  const factor = cause.sourceOdds?.[context.source] ?? 1;
  const odds = (base / (1 - base)) * factor;
  return odds / (1 + odds);
}

/** Is there such a thing in a machine of this kind? Nothing said: in every kind. */
export function appliesTo(item: { chassis?: Chassis[] }, chassis: Chassis): boolean {
  return !item.chassis || item.chassis.includes(chassis);
}

/**
 * A finding as the engine multiplies it: P(outcome <= o) by cause and outcome, running sums of the catalogue's rows.
 * @param causes of the model, in its order: positions in what is returned count along it
 */
export function compileFinding(finding: Finding, causes: Cause[]): CompiledFinding {
  const outcomes = finding.outcomes.length;
  const cumulative = new Float64Array(causes.length * outcomes).fill(1);
  const touched: number[] = [];
  causes.forEach((cause, c) => {
    const own = finding.by[cause.id];
    if (!own) return;
    touched.push(c);
    cumulative.set(runningSums(own), c * outcomes);
  });
  const at = new Map(causes.map((cause, c) => [cause.id, c]));
  const indexes = (ids: readonly string[] | undefined) => (ids ?? []).flatMap((id) => at.get(id) ?? []);
  return {
    id: finding.id,
    outcomes,
    leak: runningSums(finding.leak),
    cumulative,
    touched,
    blockers: indexes(finding.blockedBy),
    presumes: indexes(finding.presumes),
    settles: finding.outcomes.map((outcome) => indexes(outcome.settles)),
  };
}

/**
 * Compile the catalogue for one chassis and source: causes that chassis cannot have and findings it cannot
 * show are left out.
 * @throws RangeError when no cause applies
 */
export function compileModel(
  catalogue: Pick<Catalogue, 'causes' | 'findings'>,
  context: ModelContext,
): BeliefModel {
  const causes = catalogue.causes.filter((cause) => (cause.prior[context.chassis] ?? 0) > 0);
  if (causes.length === 0)
    throw new RangeError(`compileModel: no cause applies to chassis "${context.chassis}"`);
  const priors = Float64Array.from(causes, (cause) => priorOf(cause, context));
  const findings = new Map<string, CompiledFinding>();
  for (const finding of catalogue.findings) {
    if (appliesTo(finding, context.chassis)) findings.set(finding.id, compileFinding(finding, causes));
  }
  const causeIndex = new Map(causes.map((cause, c) => [cause.id, c]));
  const excludes = causes.map((): number[] => []);
  causes.forEach((cause, c) => {
    for (const id of cause.rulesOut ?? []) {
      const other = causeIndex.get(id);
      if (other === undefined) continue;
      excludes[c].push(other);
      excludes[other].push(c);
    }
  });
  return {
    causes,
    causeIndex,
    excludes,
    nodes: treeOf(
      causes.map((_, c) => c),
      (a, b) => excludes[a].includes(b),
      (c) => causes[c].id,
    ),
    logOdds: priors.map((p) => Math.log(p / (1 - p))),
    priors,
    findings,
  };
}

/**
 * The same model where every outcome of every finding is possible: a share of all answers is simply wrong.
 * @param share of answers, (0, 1)
 */
export function smoothed(model: BeliefModel, share: number): BeliefModel {
  const soften = (sums: Float64Array, outcomes: number) =>
    sums.map((sum, i) => {
      const o = i % outcomes;
      return o === outcomes - 1 ? 1 : sum * (1 - share) + ((o + 1) / outcomes) * share;
    });
  return {
    ...model,
    findings: new Map(
      [...model.findings].map(([id, finding]) => [
        id,
        {
          ...finding,
          leak: soften(finding.leak, finding.outcomes),
          // a cause it does not touch goes on showing nothing
          cumulative: finding.cumulative.map((sum, i) => {
            const cause = Math.floor(i / finding.outcomes);
            return finding.touched.includes(cause)
              ? soften(finding.cumulative.subarray(cause * finding.outcomes), finding.outcomes)[
                  i % finding.outcomes
                ]
              : sum;
          }),
        },
      ]),
    ),
  };
}
