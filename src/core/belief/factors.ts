import type { Repair } from '../catalogue';
import type { BeliefModel, CompiledFinding } from './model';

/** One entry of a unit's record that bears on belief, in the order it happened. */
export type Evidence =
  | { kind: 'finding'; finding: string; outcome: number }
  /** A repair was tried: `helped` says whether the fault it aims at was seen to go. */
  | { kind: 'repair'; repair: RepairDone; helped: boolean }
  /** Work done with nothing to judge it by: what it renews is likelier to be well, and that is all. */
  | { kind: 'work'; repair: RepairDone }
  /** An instrument’s verdict with its chances: factor on the odds of each cause it speaks of. */
  | { kind: 'soft'; odds: Readonly<Record<string, number>> }
  /** A question that cannot be answered, because what it asks about is not in the machine. */
  | { kind: 'absent'; finding: string };

/** As much of a repair as belief needs; `disturbs` by cause, everything taken together. */
export type RepairDone = Pick<Repair, 'id' | 'cures' | 'presumes' | 'disturbs'>;

/**
 * What acts besides the unseen causes: those seen directly (`fixed`), less those a repair has removed
 * (`cured`).
 */
export interface Acting {
  fixed: readonly number[];
  cured: Uint8Array;
  /** Chance that a cause that was there still is, after work nobody judged; left out: 1. */
  still?: Float64Array;
}

/**
 * P(a repair that cures nothing is taken for one that helped): a mistaken verdict at the bench. Shop estimate.
 */
export const MISTAKEN_HELP = 0.02;

/**
 * How often somebody answers a question about a thing that is not there, against one about a thing that is.
 * Shop estimate.
 */
const ANSWERED_WITHOUT = 1e-3;

/**
 * P(entry | set of causes) = blocked, when one of `blockers` is in the set; otherwise
 * leakUpTo * prod upTo - leakBelow * prod below over the members of the set that are in `causes`: noisy-MAX
 * (Henrion 1989; Diez 1993) of one outcome. `leakBelow` is 0 for the outcome a sound machine shows.
 */
export interface Factor {
  leakUpTo: number;
  leakBelow: number;
  causes: number[];
  upTo: number[];
  below: number[];
  blockers: number[];
  blocked: number;
}

/** @param acting which causes act beside the unseen ones, and which are gone */
export function findingFactor(finding: CompiledFinding, outcome: number, acting: Acting): Factor {
  const { outcomes, cumulative, leak, touched, blockers } = finding;
  const chance = leak[outcome] - (outcome > 0 ? leak[outcome - 1] : 0);
  const factor: Factor = {
    leakUpTo: leak[outcome],
    leakBelow: outcome > 0 ? leak[outcome - 1] : 0,
    causes: [],
    upTo: [],
    below: [],
    blockers: [],
    blocked: chance,
  };
  const fixed = new Set(acting.fixed);
  for (const cause of blockers) {
    if (acting.cured[cause]) continue;
    // blocked for certain: only the leak shows
    if (fixed.has(cause)) return { ...factor, leakUpTo: chance, leakBelow: 0, blockers: [] };
    factor.blockers.push(cause);
  }
  for (const cause of touched) {
    if (acting.cured[cause]) continue;
    const at = cause * outcomes + outcome;
    const still = acting.still?.[cause] ?? 1;
    const upTo = 1 - still * (1 - cumulative[at]);
    const below = outcome > 0 ? 1 - still * (1 - cumulative[at - 1]) : 0;
    if (fixed.has(cause)) {
      factor.leakUpTo *= upTo;
      factor.leakBelow *= below;
    } else {
      factor.causes.push(cause);
      factor.upTo.push(upTo);
      factor.below.push(below);
    }
  }
  return factor;
}

/** The verdict on a repair is a noisy-OR: 1 less the product of what each cure leaves. */
export function repairFactor(
  model: BeliefModel,
  cures: Record<string, number>,
  helped: boolean,
  { fixed, cured }: Acting,
): Factor {
  const factor: Factor = {
    leakUpTo: helped ? 1 : 1 - MISTAKEN_HELP,
    leakBelow: helped ? 1 - MISTAKEN_HELP : 0,
    causes: [],
    upTo: [],
    below: [],
    blockers: [],
    blocked: 0,
  };
  for (const [id, success] of Object.entries(cures)) {
    const cause = model.causeIndex.get(id);
    if (cause === undefined || cured[cause]) continue;
    const stays = 1 - success;
    if (fixed.includes(cause)) {
      if (helped) factor.leakBelow *= stays;
      else factor.leakUpTo *= stays;
    } else {
      factor.causes.push(cause);
      factor.upTo.push(helped ? 1 : stays);
      factor.below.push(helped ? stays : 0);
    }
  }
  return factor;
}

/**
 * A record made ready for arithmetic: what multiplies a cause's odds whatever else is there is in the odds;
 * what several causes share is a factor.
 */
export interface Folded {
  /** ln of what multiplies every set alike. */
  logScale: number;
  odds: Float64Array;
  factors: Factor[];
  acting: Acting;
}

/** Marks what a repair that helped has removed, in place. */
export function markCured(model: BeliefModel, cures: Record<string, number>, cured: Uint8Array): void {
  for (const id of Object.keys(cures)) {
    const cause = model.causeIndex.get(id);
    if (cause !== undefined) cured[cause] = 1;
  }
}

/**
 * Causes the record has shown directly, increasing. One seen again after its repair does not count: that is a
 * question for the conflict check.
 */
export function settledBy(model: BeliefModel, record: readonly Evidence[]): number[] {
  const fixed = new Set<number>();
  const cured = new Uint8Array(model.causes.length);
  for (const evidence of record) {
    if (evidence.kind === 'repair' && evidence.helped) markCured(model, evidence.repair.cures, cured);
    // "has none" of what it asks about: the causes that say so
    if (evidence.kind === 'absent') {
      const [only, ...more] = model.findings.get(evidence.finding)?.presumes ?? [];
      if (only !== undefined && more.length === 0 && !cured[only]) fixed.add(only);
    }
    if (evidence.kind !== 'finding') continue;
    for (const cause of model.findings.get(evidence.finding)?.settles[evidence.outcome] ?? [])
      if (!cured[cause]) fixed.add(cause);
  }
  return [...fixed].sort((a, b) => a - b);
}

/** Takes a factor into the odds as far as it is a product, and keeps the rest of it. */
export function fold(odds: Float64Array, factor: Factor): { logScale: number; rest: Factor | null } {
  const { causes, upTo, below } = factor;
  const blockers = factor.blockers.filter((cause) => odds[cause] > 0);
  if (blockers.length === 0 && factor.leakBelow === 0) {
    causes.forEach((cause, i) => (odds[cause] *= upTo[i]));
    return { logScale: Math.log(factor.leakUpTo), rest: null };
  }
  const rest: Factor = { ...factor, blockers, causes: [], upTo: [], below: [] };
  causes.forEach((cause, i) => {
    // it shows this outcome never by itself: it only lets it stand, or covers it
    if (blockers.length === 0 && upTo[i] === below[i]) odds[cause] *= upTo[i];
    else if (odds[cause] > 0 && (upTo[i] !== 1 || below[i] !== 1)) {
      rest.causes.push(cause);
      rest.upTo.push(upTo[i]);
      rest.below.push(below[i]);
    }
  });
  return { logScale: 0, rest };
}

/**
 * What hands may have left behind since: from the last entry that could have, the record before it says
 * nothing of the cause.
 */
function arisen(
  model: BeliefModel,
  record: readonly Evidence[],
): Map<number, { at: number; factor: number }> {
  const since = new Map<number, { at: number; factor: number }>();
  record.forEach((entry, at) => {
    if (entry.kind !== 'repair' && entry.kind !== 'work') return;
    for (const [id, factor] of Object.entries(entry.repair.disturbs ?? {})) {
      const cause = model.causeIndex.get(id);
      if (cause !== undefined && !entry.repair.cures[id]) since.set(cause, { at, factor });
    }
  });
  // what it has shown before, it may still be showing
  record.forEach((entry, n) => {
    if (entry.kind !== 'finding' || entry.outcome === 0) return;
    const finding = model.findings.get(entry.finding);
    for (const [cause, { at }] of since)
      if (n < at && finding && shows(finding, cause, entry.outcome)) since.delete(cause);
  });
  return since;
}

function shows({ outcomes, cumulative, touched }: CompiledFinding, cause: number, outcome: number): boolean {
  const at = cause * outcomes + outcome;
  return touched.includes(cause) && cumulative[at] - cumulative[at - 1] > 0.02;
}

/**
 * What was left of a cause before hands may have brought it about: 0, a repair had taken it away; less than 1 the more
 * answers spoke against it.
 */
function leftBefore(model: BeliefModel, record: readonly Evidence[], cause: number, at: number): number {
  let left = 1;
  for (const entry of record.slice(0, at)) {
    if (entry.kind === 'repair' && entry.helped) {
      if (entry.repair.cures[model.causes[cause].id]) left = 0;
    } else if (entry.kind === 'finding' && entry.outcome === 0) {
      const finding = model.findings.get(entry.finding);
      if (finding?.touched.includes(cause)) left *= finding.cumulative[cause * finding.outcomes];
    }
  }
  return left;
}

/** What acts when each entry of a record is taken, and at its end. */
interface Course {
  at: Acting[];
  end: Acting;
  /** Causes hands may have brought about, with the factor on their odds. */
  arisen: ReadonlyMap<number, { at: number; factor: number }>;
}

/** Goes through a record: what is cured, what was worked on, and what was not there before hands were. */
export function courseOf(model: BeliefModel, record: readonly Evidence[]): Course {
  const fixed = settledBy(model, record);
  const cured = new Uint8Array(model.causes.length);
  const still = new Float64Array(model.causes.length).fill(1);
  const since = arisen(model, record);
  const at = record.map((entry, n): Acting => {
    if (entry.kind === 'repair' || entry.kind === 'work')
      for (const [cause, own] of since) if (own.at === n) cured[cause] = 0;
    // not there yet, what came later by somebody's hands
    const now = cured.slice();
    for (const [cause, own] of since) if (n <= own.at) now[cause] = 1;
    const acting: Acting = { fixed, cured: now, still: still.slice() };
    if (entry.kind === 'work')
      for (const [id, success] of Object.entries(entry.repair.cures)) {
        const cause = model.causeIndex.get(id);
        if (cause !== undefined) still[cause] *= 1 - success;
      }
    else if (entry.kind === 'repair' && entry.helped) markCured(model, entry.repair.cures, cured);
    return acting;
  });
  return { at, end: { fixed, cured, still }, arisen: since };
}

/**
 * @param record evidence in the order it happened
 * @throws RangeError on an unknown finding or outcome
 */
export function foldRecord(model: BeliefModel, record: readonly Evidence[]): Folded {
  const course = courseOf(model, record);
  const { fixed, cured } = course.end;
  const odds = Float64Array.from(model.logOdds, Math.exp);
  for (const cause of fixed) {
    odds[cause] = 0;
    if (!cured[cause]) for (const other of model.excludes[cause]) odds[other] = 0;
  }
  for (const [cause, { at, factor }] of course.arisen)
    odds[cause] *= leftBefore(model, record, cause, at) + factor - 1;
  const folded: Folded = { logScale: 0, odds, factors: [], acting: course.end };
  const loose: Factor[] = [];
  record.forEach((entry, n) => {
    if (entry.kind === 'absent') return;
    for (const cause of presumedBy(model, entry))
      if (!course.at[n].cured[cause]) odds[cause] *= ANSWERED_WITHOUT;
    if (entry.kind !== 'work') loose.push(factorOf(model, entry, course.at[n]));
  });
  // products first: they may rule out what would hold a factor together
  for (const both of [true, false])
    for (const factor of loose) {
      const product = factor.leakBelow === 0 && factor.blockers.length === 0;
      if (product !== both) continue;
      const { logScale, rest } = fold(odds, factor);
      folded.logScale += logScale;
      if (rest) folded.factors.push(rest);
    }
  return folded;
}

/** Causes that are not there when this could be answered, or done, at all. */
function presumedBy(model: BeliefModel, entry: Exclude<Evidence, { kind: 'absent' }>): readonly number[] {
  if (entry.kind === 'soft') return [];
  return entry.kind === 'finding'
    ? (model.findings.get(entry.finding)?.presumes ?? [])
    : (entry.repair.presumes ?? []).flatMap((id) => model.causeIndex.get(id) ?? []);
}

/** Chances of an instrument: a product over the causes it speaks of, as it is of a finding that shows outcome 0. */
function softFactor(
  model: BeliefModel,
  odds: Readonly<Record<string, number>>,
  { fixed, cured }: Acting,
): Factor {
  const spoken = Object.entries(odds).flatMap(([id, factor]) => {
    const cause = model.causeIndex.get(id);
    return cause === undefined || cured[cause] || fixed.includes(cause) ? [] : [{ cause, factor }];
  });
  return {
    leakUpTo: 1,
    leakBelow: 0,
    causes: spoken.map(({ cause }) => cause),
    upTo: spoken.map(({ factor }) => factor),
    below: spoken.map(() => 0),
    blockers: [],
    blocked: 0,
  };
}

function factorOf(
  model: BeliefModel,
  entry: Extract<Evidence, { kind: 'finding' | 'repair' | 'soft' }>,
  acting: Acting,
): Factor {
  if (entry.kind === 'soft') return softFactor(model, entry.odds, acting);
  if (entry.kind === 'repair') return repairFactor(model, entry.repair.cures, entry.helped, acting);
  const finding = model.findings.get(entry.finding);
  if (!finding) throw new RangeError(`no finding "${entry.finding}" for this chassis`);
  if (!Number.isInteger(entry.outcome) || entry.outcome < 0 || entry.outcome >= finding.outcomes)
    throw new RangeError(
      `finding "${finding.id}" has outcomes 0..${finding.outcomes - 1}, got ${entry.outcome}`,
    );
  return findingFactor(finding, entry.outcome, acting);
}
