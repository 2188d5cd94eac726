import { catalogue } from '@/catalog';
import { checklists, type ListStep } from './checklists';
import { WHOLE_LOOK, type Repair } from '@/core/catalogue';
import { storiesOf, type BeliefEngine, type Posterior, type Stories } from '@/core/belief/posterior';
import { restricted } from '@/core/belief/tree';
import { benchMask, prepare, viewOf } from '@/core/steps/context';
import { bestBase, standpoint } from '@/core/steps/policy';
import type { StepProblem, SaleRoute } from '@/core/steps/problem';
import { sinceLastHelp } from '@/core/steps/sighted';
import { usualLeft } from '@/core/steps/inspect';
import { forChassis, rankSteps } from '@/core/steps/rank';
import type { Random } from '@/core/random';
import type { Rival } from '@/core/study/rivals';
import { BIN, lookUp, RATE_PER_HOUR, repairUp, type Outcome, type Trial } from './trial';

/** Nobody is told of a limit: this one only ends what would never end. */
const FOREVER = 2000;

/** Stories a plan is worked out on. */
const STORIES = 24;

function problemOf(
  trial: Trial,
  engine: BeliefEngine,
  posterior: Posterior,
  stories: Stories = storiesOf(engine.model, posterior, STORIES),
): StepProblem {
  const { verifyMinutes, ...worth } = trial.worth;
  const { failed } = sinceLastHelp(trial.taken, () => new Set());
  return {
    engine,
    posterior,
    stories,
    judging: catalogue.judging,
    usualLeft: usualLeft(engine),
    shut: trial.shut,
    facts: trial.facts,
    bench: trial.bench,
    chassis: trial.chassis,
    benchMinutes: catalogue.benchMinutes[trial.chassis],
    bin: BIN,
    bundles: catalogue.bundles,
    findings: forChassis(catalogue.findings, trial.chassis).filter(
      (finding) => finding.stage !== 'claim' && !trial.known.has(finding.id),
    ),
    repairs: forChassis(catalogue.repairs, trial.chassis).filter((repair) => !failed.has(repair.id)),
    worth,
    ratePerHourMinor: RATE_PER_HOUR,
    verifyMinutes,
    wholeLookTaken: trial.known.has(WHOLE_LOOK),
  };
}

/** Follows the program's proposals. `watch` sees every posterior a choice was made on. */
export function followEngine(
  trial: Trial,
  engine: BeliefEngine,
  watch?: (posterior: Posterior, steps: number) => void,
): Outcome {
  for (;;) {
    let posterior: Posterior;
    try {
      posterior = engine.posterior(trial.record);
    } catch {
      return trial.plainEnd(false);
    }
    watch?.(posterior, trial.steps);
    const [step] = rankSteps(problemOf(trial, engine, posterior)).steps;
    if (trial.minutes > FOREVER) throw new Error('a machine that is never done with');
    if (step.kind === 'look' || step.kind === 'verify') trial.look(lookUp(step.id)!);
    else if (step.kind === 'bundle') trial.take(step.id);
    else if (step.kind === 'repair') trial.repair(repairUp(step.id)!);
    else {
      if (step.id === 'disclose' && proveNews(trial)) continue;
      return trial.end(step.id as SaleRoute);
    }
  }
}

/** The tests of finishing: did they show anything not known before? */
function proveNews(trial: Trial): boolean {
  const before = trial.record.length;
  trial.prove();
  return trial.record.length > before;
}

/**
 * Works the complaint's list from the top; a repair that helped is tried out and the tests go on to the next
 * complaint.
 */
export function followList(
  trial: Trial,
  order: (steps: ListStep[]) => ListStep[] = (steps) => steps,
): Outcome {
  const givenUp = new Set<string>();
  for (;;) {
    const found = trial.prove(givenUp);
    if (!found) return trial.plainEnd(givenUp.size === 0);
    if (trial.minutes > FOREVER) throw new Error('a machine that is never done with');
    if (!workList(trial, order(checklists[found.complaint] ?? []))) givenUp.add(found.complaint);
  }
}

function workList(trial: Trial, steps: ListStep[]): boolean {
  const tried = new Set<string>();
  const attempt = (id: string) => {
    const repair = repairUp(id)!;
    if (tried.has(id) || !trial.applies(repair)) return false;
    tried.add(id);
    return trial.repair(repair);
  };
  for (const step of steps) {
    if ('repair' in step) {
      if (attempt(step.repair)) return true;
      continue;
    }
    const finding = lookUp(step.look);
    if (!finding || !trial.applies(finding)) continue;
    if (!trial.known.has(finding.id)) {
      if (!trial.canLook(finding)) continue;
      trial.look(finding);
    }
    const seen = trial.known.get(finding.id)!;
    const repairs = step.on[finding.outcomes[seen].id] ?? (seen > 0 ? step.otherwise : []);
    for (const id of repairs) if (attempt(id)) return true;
  }
  return false;
}

/** The same lists in an order drawn anew for every machine. */
export function followRandom(trial: Trial, random: Random): Outcome {
  return followList(trial, (steps) => {
    const shuffled = [...steps];
    for (let i = shuffled.length - 1; i > 0; i--) {
      const j = Math.floor(random() * (i + 1));
      [shuffled[i], shuffled[j]] = [shuffled[j], shuffled[i]];
    }
    return shuffled;
  });
}

/** Believed less than this by a rival, a repair is not tried. */
const TRIED_FROM = 0.15;

/**
 * Goes by what a dull rival believes: after the tests the repair it holds likeliest for its minutes, until none is
 * likely. It asks nothing more than the tests every machine goes through.
 */
export function followRival(trial: Trial, rival: Rival): Outcome {
  const failed = new Set<string>();
  for (;;) {
    const found = trial.prove();
    if (!found) return trial.plainEnd(true);
    const believed = rival(
      trial.chassis,
      [...trial.known].map(([finding, outcome]) => ({ finding, outcome })),
    );
    const chance = (repair: Repair) =>
      Object.entries(repair.cures).reduce(
        (sum, [cause, p]) => sum + (believed.get(cause) ?? 0) * (p ?? 0),
        0,
      );
    const next = catalogue.repairs
      .filter((repair) => trial.applies(repair) && !failed.has(repair.id))
      .map((repair) => ({ repair, p: Math.min(1, chance(repair)) }))
      .filter(({ p }) => p >= TRIED_FROM)
      .sort((a, b) => b.p / (b.repair.minutes + 1) - a.p / (a.repair.minutes + 1))[0];
    if (!next) return trial.plainEnd(false);
    if (trial.repair(next.repair)) failed.clear();
    else failed.add(next.repair.id);
  }
}

/** Somebody who knows what is wrong sees whether it has gone. */
const ALL_SEEN = { power: true, started: true, picture: true, ownPicture: true, drive: true, system: true };

/** Knows what is wrong: only mends, by the same policy on certain belief. */
export function followClairvoyant(trial: Trial, engine: BeliefEngine): Outcome {
  const empty = engine.posterior([]);
  for (;;) {
    const members = [...trial.machine.present]
      .map((id) => engine.model.causeIndex.get(id)!)
      .sort((a, b) => a - b);
    const certain: Posterior = {
      ...empty,
      marginals: empty.marginals.map((_, c) => Number(members.includes(c))),
      acting: { fixed: members, cured: new Uint8Array(engine.model.causes.length) },
    };
    const numbers = new Map(members.map((cause, i) => [cause, i]));
    const mixture = {
      nodes: restricted(engine.model.nodes, (cause) => numbers.get(cause)),
      width: members.length,
      weights: Float64Array.of(1),
      chances: new Float64Array(members.length).fill(1),
    };
    const own = { causes: members, mixture };
    const context = prepare({
      ...problemOf(trial, engine, certain, { ...own, covered: 1, was: own }),
      // whoever knows what is wrong need not look first
      shut: {},
    });
    const plan = bestBase(
      context,
      standpoint(context, context.mixture, viewOf(context, ALL_SEEN), benchMask(trial.bench)),
    );
    if (members.length === 0 || plan.first === 'stop' || plan.first === 'verify')
      return members.length === 0 ? trial.end('disclose') : trial.end(plan.stopRoute);
    trial.repair(repairUp(plan.first)!);
  }
}
