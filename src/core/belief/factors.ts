import type { Repair } from '../catalogue';
import type { BeliefModel, CompiledFinding } from './model';
import type { Node } from './tree';

/** One entry of a unit's record that bears on belief, in the order it happened. */
export type Evidence =
  | { kind: 'finding'; finding: string; outcome: number }
  /** A repair was tried: `helped` says whether the fault it aims at was seen to go. */
  | { kind: 'repair'; repair: RepairDone; helped: boolean }
  /** Work done with nothing to judge it by: what it renews is likelier to be well, and that is all. */
  | { kind: 'work'; repair: RepairDone }
  /** An instrument’s verdict with its chances: how much likelier it is with each condition than without any. */
  | { kind: 'soft'; conditions: readonly Condition[] }
  /** A question that cannot be answered, because what it asks about is not in the machine. */
  | { kind: 'absent'; finding: string };

/** A condition of the machine as an instrument sees it: whichever of these causes brings it about, it shows the same. */
export interface Condition {
  causes: readonly string[];
  factor: number;
}

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
  /** What acts in the place of a cause; left out: itself. */
  as?: ReadonlyMap<number, readonly number[]>;
}

/** Calls for each number a cause acts as: itself, or as it was before hands were at it. */
function eachOf({ as }: Acting, cause: number, call: (own: number) => void): void {
  const others = as?.get(cause);
  if (others) others.forEach(call);
  else call(cause);
}

/**
 * P(a repair that cures nothing is taken for one that helped): a mistaken verdict at the bench. Shop estimate.
 */
export const MISTAKEN_HELP = 0.02;

/** P(what a repair was seen to cure is there again, when it is seen at work again later). Shop estimate. */
const BACK = 0.03;

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
  for (const cause of blockers)
    if (!acting.cured[cause]) eachOf(acting, cause, (own) => factor.blockers.push(own));
  // blocked for certain: only the leak shows
  if (factor.blockers.some((cause) => fixed.has(cause)))
    return { ...factor, leakUpTo: chance, leakBelow: 0, blockers: [] };
  for (const cause of touched) {
    if (acting.cured[cause]) continue;
    const at = cause * outcomes + outcome;
    const still = acting.still?.[cause] ?? 1;
    const upTo = 1 - still * (1 - cumulative[at]);
    const below = outcome > 0 ? 1 - still * (1 - cumulative[at - 1]) : 0;
    eachOf(acting, cause, (own) => {
      if (fixed.has(own)) {
        factor.leakUpTo *= upTo;
        factor.leakBelow *= below;
      } else {
        factor.causes.push(own);
        factor.upTo.push(upTo);
        factor.below.push(below);
      }
    });
  }
  return factor;
}

/** The verdict on a repair is a noisy-OR: 1 less the product of what each cure leaves. */
export function repairFactor(
  model: BeliefModel,
  cures: Record<string, number>,
  helped: boolean,
  acting: Acting,
): Factor {
  const fixed = new Set(acting.fixed);
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
    if (cause === undefined || acting.cured[cause]) continue;
    const stays = 1 - success;
    eachOf(acting, cause, (own) => {
      if (fixed.has(own)) {
        if (helped) factor.leakBelow *= stays;
        else factor.leakUpTo *= stays;
      } else {
        factor.causes.push(own);
        factor.upTo.push(helped ? 1 : stays);
        factor.below.push(helped ? stays : 0);
      }
    });
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
  /** The causes of the model, and after them those that stand for one as it was before hands were at it. */
  nodes: readonly Node[];
  odds: Float64Array;
  factors: Factor[];
  acting: Acting;
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
    if (entry.kind !== 'finding') return;
    const finding = model.findings.get(entry.finding);
    for (const [cause, { at }] of since)
      if (n < at && shows(finding, cause, entry.outcome)) since.delete(cause);
  });
  return since;
}

function shows(finding: CompiledFinding | undefined, cause: number, outcome: number): boolean {
  if (!finding || outcome === 0 || !finding.touched.includes(cause)) return false;
  const at = cause * finding.outcomes + outcome;
  return finding.cumulative[at] - finding.cumulative[at - 1] > 0.02;
}

/** Causes an entry has shown directly: by its outcome, or because there is none of what was asked about. */
function settles(model: BeliefModel, entry: Evidence): readonly number[] {
  if (entry.kind === 'finding') return model.findings.get(entry.finding)?.settles[entry.outcome] ?? [];
  if (entry.kind !== 'absent') return [];
  const presumes = model.findings.get(entry.finding)?.presumes ?? [];
  return presumes.length === 1 ? presumes : [];
}

/** Work that takes a cause away. */
interface Hands {
  at: number;
  /** The fault aimed at was seen to go; null: nobody judged it, and this is the chance that it was cured. */
  success: number | null;
  /** It was not seen at work again before hands were at it once more. */
  held: boolean;
}

/** Work by the cause it takes away, in order, and whether it held. */
function handsOn(model: BeliefModel, record: readonly Evidence[]): Map<number, Hands[]> {
  const hands = new Map<number, Hands[]>();
  record.forEach((entry, at) => {
    if (entry.kind !== 'work' && !(entry.kind === 'repair' && entry.helped)) {
      for (const [cause, own] of hands) {
        const seen =
          settles(model, entry).includes(cause) ||
          (entry.kind === 'finding' && shows(model.findings.get(entry.finding), cause, entry.outcome));
        if (seen) own[own.length - 1].held = false;
      }
      return;
    }
    for (const [id, success] of Object.entries(entry.repair.cures)) {
      const cause = model.causeIndex.get(id);
      if (cause === undefined) continue;
      const own = { at, success: entry.kind === 'repair' ? null : success, held: true };
      hands.set(cause, [...(hands.get(cause) ?? []), own]);
    }
  });
  return hands;
}

/**
 * A cause seen at work after hands had been at it is two: as it was until then, and as it is since.
 * `odds` are of the one that is since; `stays`: it is the same one, unless the work took it away.
 */
interface Twin {
  as: number;
  until: number;
  back: { odds: number } | { stays: number };
}

function twinsOf(
  model: BeliefModel,
  record: readonly Evidence[],
  hands: ReadonlyMap<number, readonly Hands[]>,
): Map<number, Twin> {
  const twins = new Map<number, Twin>();
  for (const [cause, own] of hands) {
    const last = own.findLast(({ held }) => !held);
    if (!last) continue;
    const { at: until, success } = last;
    const seenBefore = record.slice(0, until).some((entry) => settles(model, entry).includes(cause));
    const seenSince = record.slice(until).some((entry) => settles(model, entry).includes(cause));
    twins.set(cause, {
      as: model.causes.length + twins.size,
      until,
      back:
        success === null || seenSince
          ? { odds: BACK / (1 - BACK) }
          : seenBefore
            ? { odds: (1 - success) / Math.max(1e-9, success) }
            : { stays: 1 - success },
    });
  }
  return twins;
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
  twins: ReadonlyMap<number, Twin>;
}

/**
 * Goes through a record: what is cured, what was worked on, what was not there before hands were, and what came back
 * after them. A cause shown directly stands from the first entry to the last, unless hands were at it.
 */
export function courseOf(model: BeliefModel, record: readonly Evidence[]): Course {
  const hands = handsOn(model, record);
  const twins = twinsOf(model, record, hands);
  const width = model.causes.length + twins.size;
  const numberAt = (cause: number, n: number) => {
    const twin = twins.get(cause);
    return twin && n <= twin.until ? twin.as : cause;
  };
  const seen = new Set(record.flatMap((entry, n) => settles(model, entry).map((c) => numberAt(c, n))));
  const fixed = [...seen].sort((a, b) => a - b);
  const cured = new Uint8Array(width);
  const still = new Float64Array(width).fill(1);
  const since = arisen(model, record);
  const at = record.map((entry, n): Acting => {
    if (entry.kind === 'repair' || entry.kind === 'work')
      for (const [cause, own] of since) if (own.at === n) cured[cause] = 0;
    // not there yet, what came later by somebody's hands
    const now = cured.slice();
    for (const [cause, own] of since) if (n <= own.at) now[cause] = 1;
    const as = new Map<number, readonly number[]>();
    for (const [cause, twin] of twins)
      if (n <= twin.until) as.set(cause, 'stays' in twin.back ? [cause, twin.as] : [twin.as]);
    const acting: Acting = { fixed, cured: now, still: still.slice(), ...(as.size && { as }) };
    if (entry.kind === 'work' || (entry.kind === 'repair' && entry.helped))
      for (const [cause, own] of hands)
        for (const { at: then, success, held } of own)
          if (then === n && held)
            if (success === null) cured[cause] = 1;
            else still[cause] *= 1 - success;
    return acting;
  });
  for (const { as } of twins.values()) cured[as] = 1;
  return { at, end: { fixed, cured, still }, arisen: since, twins };
}

/** The nodes of the model and the twins: one of its own, or one that cannot be there with its cause. */
function nodesWith(nodes: readonly Node[], twins: ReadonlyMap<number, Twin>): readonly Node[] {
  if (twins.size === 0) return nodes;
  const stays = (cause: number) => {
    const twin = twins.get(cause);
    return twin && 'stays' in twin.back ? twin.as : null;
  };
  const within = (node: Node): Node => {
    if (typeof node === 'number') {
      const as = stays(node);
      return as === null ? node : { states: [node, as], rest: [] };
    }
    return {
      states: node.states.flatMap((state) => [state, stays(state) ?? []].flat()),
      rest: node.rest.map(within),
    };
  };
  const apart = [...twins.values()].flatMap(({ as, back }) => ('stays' in back ? [] : [as]));
  return [...nodes.map(within), ...apart];
}

/**
 * @param record evidence in the order it happened
 * @throws RangeError on an unknown finding or outcome
 */
export function foldRecord(model: BeliefModel, record: readonly Evidence[]): Folded {
  const course = courseOf(model, record);
  const { fixed, cured } = course.end;
  const odds = new Float64Array(cured.length);
  odds.set(Float64Array.from(model.logOdds, Math.exp));
  for (const [cause, { as, back }] of course.twins) {
    odds[as] = odds[cause];
    if ('stays' in back) {
      odds[as] *= 1 - back.stays;
      odds[cause] *= back.stays;
    } else odds[cause] = back.odds;
  }
  for (const cause of fixed) {
    odds[cause] = 0;
    if (!cured[cause]) for (const other of model.excludes[cause]) odds[other] = 0;
  }
  for (const [cause, { at, factor }] of course.arisen) {
    const left = leftBefore(model, record, cause, at);
    eachOf(course.at[at], cause, (own) => (odds[own] *= left + factor - 1));
  }
  const nodes = nodesWith(model.nodes, course.twins);
  const folded: Folded = { logScale: 0, nodes, odds, factors: [], acting: course.end };
  const loose: Factor[] = [];
  record.forEach((entry, n) => {
    if (entry.kind === 'absent') return;
    for (const cause of presumedBy(model, entry))
      if (!course.at[n].cured[cause]) eachOf(course.at[n], cause, (own) => (odds[own] *= ANSWERED_WITHOUT));
    if (entry.kind === 'soft')
      loose.push(...entry.conditions.map((condition) => softFactor(model, condition, course.at[n])));
    else if (entry.kind !== 'work') loose.push(factorOf(model, entry, course.at[n]));
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

/** What an instrument saw of a condition: the same whether one of its causes is there or all of them. */
function softFactor(model: BeliefModel, { causes, factor }: Condition, acting: Acting): Factor {
  const blockers: number[] = [];
  for (const id of causes) {
    const cause = model.causeIndex.get(id);
    if (cause !== undefined && !acting.cured[cause]) eachOf(acting, cause, (own) => blockers.push(own));
  }
  const certain = blockers.some((cause) => acting.fixed.includes(cause));
  return {
    leakUpTo: certain ? factor : 1,
    leakBelow: 0,
    causes: [],
    upTo: [],
    below: [],
    blockers: certain ? [] : blockers,
    blocked: factor,
  };
}

function factorOf(
  model: BeliefModel,
  entry: Extract<Evidence, { kind: 'finding' | 'repair' }>,
  acting: Acting,
): Factor {
  if (entry.kind === 'repair') return repairFactor(model, entry.repair.cures, entry.helped, acting);
  const finding = model.findings.get(entry.finding);
  if (!finding) throw new RangeError(`no finding "${entry.finding}" for this chassis`);
  if (!Number.isInteger(entry.outcome) || entry.outcome < 0 || entry.outcome >= finding.outcomes)
    throw new RangeError(
      `finding "${finding.id}" has outcomes 0..${finding.outcomes - 1}, got ${entry.outcome}`,
    );
  return findingFactor(finding, entry.outcome, acting);
}
