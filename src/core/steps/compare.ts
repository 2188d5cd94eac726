import { WHOLE_LOOK, type Catalogue, type Fact, type PartClass } from '../catalogue';
import { appliesTo } from '../belief/model';
import type { StepProblem } from './problem';
import { available, rankSteps, type RankedStep, type StepRanking } from './rank';

/** Why a step cannot be taken now. */
export type Barrier =
  | { kind: 'unknown' }
  | { kind: 'chassis' }
  | { kind: 'taken' }
  | { kind: 'needs'; facts: Fact[] }
  | { kind: 'part'; class: PartClass }
  /** A repair of something that is as good as ruled out. */
  | { kind: 'pointless' };

export interface StepComparison {
  proposed: RankedStep;
  other: RankedStep;
  /**
   * How much more the first is worth than the second, minor units; split into what the step costs and what it
   * leads to.
   */
  aheadMinor: number;
  /** Positive = the first is cheaper: minutes at the shop's rate, and parts. */
  minutesMinor: number;
  partsMinor: number;
  /** Positive = the first leads to more. The three add up to `aheadMinor`. */
  leadsToMinor: number;
}

export type Comparison =
  { possible: true; comparison: StepComparison } | { possible: false; barrier: Barrier };

/**
 * Why this step and not that one? Both are valued by the same lookahead; the difference is split so that it
 * adds up.
 * @param ids of two steps: findings, repairs, the whole look, or a stopping route
 */
export function compareSteps(
  catalogue: Pick<Catalogue, 'findings' | 'repairs'>,
  problem: StepProblem,
  ranking: StepRanking,
  first: string,
  second: string,
): Comparison {
  const found = (among: StepRanking) =>
    [first, second].map((id) =>
      among.steps.find((step) => step.id === id || (step.kind === 'stop' && id === 'stop')),
    );
  let [proposed, other] = found(ranking);
  // what promised too little to be thought through is, when somebody asks
  if (!proposed || !other) [proposed, other] = found(rankSteps({ ...problem, also: [first, second] }));
  const missing = !proposed ? first : !other ? second : null;
  if (missing !== null || !proposed || !other)
    return { possible: false, barrier: barrierOf(catalogue, problem, missing!) };
  const perMinute = problem.ratePerHourMinor / 60;
  const aheadMinor = proposed.valueMinor - other.valueMinor;
  const minutesOf = (step: RankedStep) => (step.kind === 'stop' ? 0 : Math.round(step.minutes * perMinute));
  const minutesMinor = minutesOf(other) - minutesOf(proposed);
  const partsOf = (step: RankedStep) => step.costMinor - minutesOf(step);
  const partsMinor = partsOf(other) - partsOf(proposed);
  return {
    possible: true,
    comparison: {
      proposed,
      other,
      aheadMinor,
      minutesMinor,
      partsMinor,
      leadsToMinor: aheadMinor - minutesMinor - partsMinor,
    },
  };
}

function barrierOf(
  catalogue: Pick<Catalogue, 'findings' | 'repairs'>,
  problem: StepProblem,
  id: string,
): Barrier {
  const finding = catalogue.findings.find((candidate) => candidate.id === id);
  const repair = catalogue.repairs.find((candidate) => candidate.id === id);
  const item = finding ?? repair;
  if (!item) return { kind: 'unknown' };
  if (!appliesTo(item, problem.chassis)) return { kind: 'chassis' };
  if (!finding)
    return { kind: problem.repairs.some((candidate) => candidate.id === id) ? 'pointless' : 'taken' };
  if (id === WHOLE_LOOK ? problem.wholeLookTaken : !problem.findings.some((candidate) => candidate.id === id))
    return { kind: 'taken' };
  const facts = (finding.needs ?? []).filter((fact) => problem.facts[fact] !== true);
  if (facts.length) return { kind: 'needs', facts };
  if (finding.swap && !available(finding, problem)) return { kind: 'part', class: finding.swap };
  return { kind: 'pointless' };
}
