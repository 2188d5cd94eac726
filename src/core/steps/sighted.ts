import { factsOf, follows, show } from '../belief/facts';
import type { Condition, Evidence, RepairDone } from '../belief/factors';
import { appliesTo, type ModelContext } from '../belief/model';
import type { BeliefEngine } from '../belief/posterior';
import {
  BENCH_ITEMS,
  type Act,
  type Catalogue,
  type Chassis,
  type Ending,
  type Finding,
  type NoAnswer,
  type Outcome,
  type PartClass,
  type Repair,
  type Tells,
} from '../catalogue';
import type { Sign } from '../safety/power';
import { forChassis, READ_MACHINE } from './rank';

/** One entry of a unit's record, voided ones left out, in the order it happened. */
export type Sighted =
  | { kind: 'finding'; id: string; outcome: number }
  | { kind: 'repair'; id: string; ended: Ending }
  /** A part put in or taken out that ended no repair. */
  | { kind: 'part'; class: PartClass; way: 'in' | 'out' }
  /** What was written on its drive. */
  | { kind: 'data'; what: 'cloned' | 'cloned across' }
  /** It is known to have none of these in it, however that is known. */
  | { kind: 'none'; class: keyof Tells }
  /** What closed machines of its model had: factor on the odds of causes, before anything is seen of this one. */
  | { kind: 'model'; odds: Readonly<Record<string, number>> }
  /** What an instrument says with chances, and the questions it has answered by that. */
  | { kind: 'measured'; conditions: readonly Condition[]; answers: readonly string[] }
  /** Leads the strip-down mat tells of: closed or powered over while out, and ticked back in. */
  | { kind: 'mat'; off: readonly string[]; back: readonly string[]; out?: readonly string[] }
  /** The question was put and there is no answer, or it is to be looked at again. */
  | { kind: 'unanswered'; id: string; why: NoAnswer | 'look-again' };

type Seen = Parameters<typeof factsOf>[0][number];

/** A record as belief takes it. */
export interface RecordRead {
  /** Entries that counted, with their index into the record. */
  entries: { index: number; evidence: Evidence }[];
  /** Entries this kind of machine does not know. */
  ignored: string[];
  /** What was seen, for the facts it shows. */
  seen: Seen[];
  /** What was looked at and done. */
  taken: Sign[];
  /** Questions that have no answer, or are to be looked at again. */
  noAnswer: Map<string, NoAnswer | 'look-again'>;
}

/**
 * From what was seen and done to evidence: what follows from what is known counts once, the later answer takes the
 * earlier one's place, and hands leave behind what they may.
 * @param sighted entries in the order they happened
 */
export function readRecord(
  catalogue: Catalogue,
  engine: BeliefEngine,
  sighted: readonly Sighted[],
  chassis: Chassis,
): RecordRead {
  const findings = new Map(catalogue.findings.map((finding) => [finding.id, finding]));
  const repairs = new Map(catalogue.repairs.map((repair) => [repair.id, repair]));
  const entries: RecordRead['entries'] = [];
  const ignored: string[] = [];
  const seen: Parameters<typeof factsOf>[0][number][] = [];
  /** What was seen since something was mended, and the signs of life it has spoken for. */
  let afresh: typeof seen = [];
  const alive = new Set<string>();
  const signs = forChassis(catalogue.findings, chassis).filter(isSignOfLife);
  const taken: Sign[] = [];
  const noAnswer = new Map<string, NoAnswer | 'look-again'>();
  const acts = new Set([READ_MACHINE, ...catalogue.bundles.map(({ id }) => id)]);
  const record = answered(sighted, forChassis(catalogue.findings, chassis));
  const replaced = replacedIn(record);
  const implied = impliedBy(record, findings);
  const did = new Acts(catalogue.acts, findings, chassis);
  record.forEach((entry, index) => {
    if (entry.kind === 'none' || replaced.has(index)) return;
    for (const act of did.by(entry)) {
      if (act.raises)
        entries.push({
          index,
          evidence: { kind: 'work', repair: { id: act.id, cures: {}, disturbs: { ...act.raises } } },
        });
      for (const { finding, outcome } of did.answeredBy(act)) {
        if (record.some((each) => each.kind === 'finding' && each.id === finding.id)) continue;
        entries.push({ index, evidence: { kind: 'finding', finding: finding.id, outcome } });
        taken.push({ kind: 'finding', finding: finding.id, outcome: finding.outcomes[outcome].id });
      }
    }
    if (entry.kind === 'data') return;
    if (entry.kind === 'repair') {
      const repair = repairs.get(entry.id);
      if (!repair) return void ignored.push(entry.id);
      const done = { ...repair, disturbs: disturbed(catalogue, repair, engine) };
      const helped = entry.ended === 'helped';
      if (helped || entry.ended === 'no-change') {
        // what was done just before and judged by nothing is judged along with it
        const along = judgedAlong(record, index);
        done.cures = bothCure([repair, ...along.flatMap((n) => repairs.get((record[n] as Done).id) ?? [])]);
        entries.forEach((earlier, n) => {
          if (along.includes(earlier.index) && earlier.evidence.kind === 'work')
            entries[n] = {
              ...earlier,
              evidence: { ...earlier.evidence, repair: { ...earlier.evidence.repair, cures: {} } },
            };
        });
      }
      if (entry.ended !== 'looked-well')
        entries.push({
          index,
          evidence:
            helped || entry.ended === 'no-change'
              ? { kind: 'repair', repair: done, helped }
              : { kind: 'work', repair: done },
        });
      taken.push({ kind: 'repair', repair: entry.id, ended: entry.ended });
      if (helped) {
        seen.push('repaired');
        afresh = [];
        alive.clear();
      }
      return;
    }
    if (entry.kind === 'part') {
      taken.push({ kind: 'part', class: entry.class, way: entry.way });
      const done = fittedAs(catalogue, entry, chassis, engine);
      if (done) entries.push({ index, evidence: { kind: 'work', repair: done } });
      return;
    }
    if (entry.kind === 'measured') {
      taken.push(...entry.answers.map((finding) => ({ kind: 'finding' as const, finding, outcome: '' })));
      return void entries.push({ index, evidence: { kind: 'soft', conditions: entry.conditions } });
    }
    if (entry.kind === 'model') {
      entries.push({
        index,
        evidence: { kind: 'work', repair: { id: 'model', cures: {}, disturbs: { ...entry.odds } } },
      });
      return;
    }
    if (entry.kind === 'mat') {
      // what was ticked back in is not one of those that hands may have left
      entries.forEach((earlier, n) => {
        if (earlier.evidence.kind === 'work' || earlier.evidence.kind === 'repair')
          entries[n] = { ...earlier, evidence: seated(earlier.evidence, entry.back) };
      });
      if (entry.off.length)
        entries.push({ index, evidence: { kind: 'work', repair: leftOff(catalogue, entry.off) } });
      return;
    }
    const finding = findings.get(entry.id);
    if (entry.kind === 'unanswered' && acts.has(entry.id)) return void noAnswer.set(entry.id, entry.why);
    if (!finding || !appliesTo(finding, chassis)) return void ignored.push(entry.id);
    if (entry.kind === 'unanswered') {
      noAnswer.set(entry.id, entry.why);
      if (entry.why === 'has-none') entries.push({ index, evidence: { kind: 'absent', finding: entry.id } });
      return;
    }
    if (!(entry.outcome >= 0 && entry.outcome < finding.outcomes.length)) return void ignored.push(entry.id);
    noAnswer.delete(entry.id);
    // what is known to be out now may have been in when the rest was seen
    if (sighted[index].kind === 'none')
      entries.push({ index, evidence: { kind: 'work', repair: arising(finding.outcomes[entry.outcome]) } });
    // what follows from what is known already is not counted a second time
    if ((!implied.has(index) || isSignOfLife(finding)) && !did.explains(finding, entry.outcome))
      entries.push({ index, evidence: { kind: 'finding', finding: entry.id, outcome: entry.outcome } });
    afresh.push({ finding, outcome: entry.outcome });
    // what is seen behind a sign of life, or could not be answered without it, speaks for it where nobody looked
    const shown = factsOf(afresh);
    for (const fact of finding.needs ?? []) show(shown, fact);
    for (const sign of signs) {
      if (alive.has(sign.id) || !follows(sign, shown)) continue;
      alive.add(sign.id);
      if (!answeredSince(record, index, sign.id))
        entries.push({ index, evidence: { kind: 'finding', finding: sign.id, outcome: 0 } });
    }
    taken.push({ kind: 'finding', finding: entry.id, outcome: finding.outcomes[entry.outcome].id });
    seen.push({ finding, outcome: entry.outcome });
  });
  return { entries, ignored, seen, taken, noAnswer };
}

type Done = Extract<Sighted, { kind: 'repair' }>;

/**
 * Repairs done with nothing to judge them by, and nothing seen since: whether the complaint has gone is one answer for
 * them and for what was tried next. Indexes into the record.
 */
function judgedAlong(record: readonly Sighted[], at: number): number[] {
  const along: number[] = [];
  for (let n = at - 1; n >= 0; n--) {
    const entry = record[n];
    if (entry.kind === 'repair' && entry.ended === 'done') along.push(n);
    else if (entry.kind === 'finding' || entry.kind === 'measured' || entry.kind === 'repair') break;
  }
  return along;
}

/** What is gone once all of them were done: of a cause several aim at, unless each has failed. */
function bothCure(done: readonly Repair[]): Repair['cures'] {
  const cures: Record<string, number> = {};
  for (const { cures: own } of done)
    for (const [cause, p] of Object.entries(own))
      cures[cause] = 1 - (1 - (cures[cause] ?? 0)) * (1 - (p ?? 0));
  return cures;
}

/**
 * Answers that follow from what else was seen until something was mended, whatever their order: indexes into
 * the record.
 */
function impliedBy(record: readonly Sighted[], findings: ReadonlyMap<string, Finding>): Set<number> {
  const implied = new Set<number>();
  const seen: Parameters<typeof factsOf>[0][number][] = [];
  let from = 0;
  const settle = (to: number) => {
    for (let n = from; n < to; n++) {
      const entry = record[n];
      const finding = entry.kind === 'finding' ? findings.get(entry.id) : undefined;
      if (!finding || entry.kind !== 'finding' || entry.outcome !== 0) continue;
      const facts = factsOf(seen.filter((each) => each === 'repaired' || each.finding !== finding));
      if (follows(finding, facts)) implied.add(n);
    }
    from = to;
  };
  record.forEach((entry, n) => {
    if (entry.kind === 'finding') {
      const finding = findings.get(entry.id);
      if (finding?.outcomes[entry.outcome]) seen.push({ finding, outcome: entry.outcome });
    } else if (entry.kind === 'repair' && entry.ended === 'helped') {
      settle(n);
      seen.push('repaired');
    }
  });
  settle(record.length);
  return implied;
}

/**
 * What is known to be out of a machine, as the answer to the question that asks whether it is there; nothing where that
 * was answered so and no hands were at work since. Same indexes as the record.
 */
function answered(record: readonly Sighted[], findings: readonly Finding[]): Sighted[] {
  return record.map((entry, n): Sighted => {
    if (entry.kind !== 'none') return entry;
    for (const { id, outcomes } of findings) {
      const outcome = outcomes.findIndex(({ tells }) => tells?.[entry.class] === 'none');
      if (outcome < 0) continue;
      const before = record.slice(0, n).reverse();
      const hands = before.findIndex(({ kind }) => kind === 'repair' || kind === 'part');
      const said = before.find((each) => each.kind === 'finding' && each.id === id);
      const since = said && (hands < 0 || before.indexOf(said) < hands);
      if (!since || said.kind !== 'finding' || said.outcome !== outcome)
        return { kind: 'finding', id, outcome };
    }
    return entry;
  });
}

/**
 * Answers another to the same question came after with no hands between: the same one counts once, another takes its
 * place; and what an instrument has answered is answered by it alone. Indexes into the record.
 */
function replacedIn(record: readonly Sighted[]): Set<number> {
  const replaced = new Set<number>();
  const last = new Map<string, number>();
  const measured = new Set<string>();
  record.forEach((entry, n) => {
    if (entry.kind === 'repair' || entry.kind === 'part' || entry.kind === 'mat') {
      last.clear();
      measured.clear();
    } else if (entry.kind === 'measured')
      for (const id of entry.answers) {
        const before = last.get(id);
        if (before !== undefined) replaced.add(before);
        measured.add(id);
      }
    else if (entry.kind === 'finding' && measured.has(entry.id)) replaced.add(n);
    else if (entry.kind === 'finding') {
      const before = last.get(entry.id);
      if (before !== undefined) replaced.add(before);
      last.set(entry.id, n);
    }
  });
  return replaced;
}

/**
 * What hands on this work may leave behind, as factors on the odds: all that such an opening touches together becomes
 * likelier by the catalogue's `handsLeave`, shared out by its weights; what this work does besides has its own factor.
 */
function disturbed(
  catalogue: Pick<Catalogue, 'disturbed' | 'handsLeave'>,
  repair: Repair,
  engine: BeliefEngine,
): Record<string, number> {
  const weights: Record<string, number> = {};
  for (const item of BENCH_ITEMS)
    if (repair.bench?.[item])
      for (const [cause, weight] of Object.entries(catalogue.disturbed[item] ?? {}))
        weights[cause] = Math.max(weights[cause] ?? 0, weight);
  const { causeIndex, logOdds } = engine.model;
  const oddsOf = (cause: string) => {
    const at = causeIndex.get(cause);
    return at === undefined ? 0 : Math.exp(logOdds[at]);
  };
  const touched = Object.entries(weights).filter(([cause]) => oddsOf(cause) > 0);
  const total = touched.reduce((sum, [cause, weight]) => sum + weight * oddsOf(cause), 0);
  return {
    ...Object.fromEntries(
      touched.map(([cause, weight]) => [cause, 1 + (catalogue.handsLeave * weight) / total]),
    ),
    ...repair.disturbs,
  };
}

/** Work less what it may have left: those causes were ticked back in since. */
function seated<E extends Extract<Evidence, { kind: 'work' | 'repair' }>>(
  evidence: E,
  back: readonly string[],
): E {
  const disturbs = Object.fromEntries(
    Object.entries(evidence.repair.disturbs ?? {}).filter(([cause]) => !back.includes(cause)),
  );
  return { ...evidence, repair: { ...evidence.repair, disturbs } };
}

/** What the shop's own hands did, as a record is gone through. */
class Acts {
  private readonly done = new Set<Act>();
  private readonly explained = new Map<string, Set<string>>();

  constructor(
    private readonly acts: readonly Act[],
    private readonly findings: ReadonlyMap<string, Finding>,
    private readonly chassis: Chassis,
  ) {}

  /** Acts an entry shows that were not done before; what each explains is so from here on. */
  by(entry: Sighted): Act[] {
    const shown = this.acts.filter(({ by }) => {
      if (entry.kind === 'repair') return entry.ended !== 'looked-well' && by.repairs?.includes(entry.id);
      if (entry.kind === 'part')
        return by.parts?.some((part) => part.class === entry.class && part.way === entry.way);
      if (entry.kind === 'mat') return by.mat?.some((item) => entry.out?.includes(item));
      return entry.kind === 'data' && by.data?.includes(entry.what);
    });
    for (const { explains } of shown)
      for (const [id, outcomes] of Object.entries(explains ?? {})) this.explained.set(id, new Set(outcomes));
    const fresh = shown.filter((act) => !this.done.has(act));
    for (const act of fresh) this.done.add(act);
    return fresh;
  }

  /** Questions an act answers on this kind of machine. */
  answeredBy({ answers = {} }: Act): { finding: Finding; outcome: number }[] {
    return Object.entries(answers).flatMap(([id, outcomeId]) => {
      const finding = this.findings.get(id);
      if (!finding || !appliesTo(finding, this.chassis)) return [];
      return [{ finding, outcome: finding.outcomes.findIndex((own) => own.id === outcomeId) }];
    });
  }

  /** Is an outcome what hands brought about? Once: seen again it is a sign like any other. */
  explains({ id, outcomes }: Finding, outcome: number): boolean {
    const own = this.explained.get(id);
    if (!own?.has(outcomes[outcome].id)) return false;
    this.explained.delete(id);
    return true;
  }
}

/** From here on, what an outcome shows directly: before, it need not have been so. */
const arising = ({ settles = [] }: Outcome): RepairDone => ({
  id: 'arising',
  cures: {},
  disturbs: Object.fromEntries(settles.map((cause) => [cause, 1])),
});

/** Closed or powered over what was not back: each of these, and nothing else, is much likelier. */
const leftOff = (catalogue: Pick<Catalogue, 'leftOff'>, causes: readonly string[]): RepairDone => ({
  id: 'left off',
  cures: {},
  disturbs: Object.fromEntries(causes.map((cause) => [cause, catalogue.leftOff])),
});

/** Hands on a part, as work: what went in does what such a repair does, what came out leaves it touched. */
function fittedAs(
  catalogue: Pick<Catalogue, 'fitting' | 'repairs' | 'disturbed' | 'handsLeave'>,
  part: Extract<Sighted, { kind: 'part' }>,
  chassis: ModelContext['chassis'],
  engine: BeliefEngine,
): RepairDone | null {
  const own = catalogue.fitting[part.class];
  const like = own?.like
    .map((id) => catalogue.repairs.find((repair) => repair.id === id))
    .find((repair) => repair && appliesTo(repair, chassis));
  if (!own || !like) return null;
  const cures =
    part.way === 'out' ? [] : Object.entries(like.cures).filter(([id]) => own.only?.includes(id) ?? true);
  return {
    id: `${part.way}:${part.class}`,
    cures: Object.fromEntries(cures),
    disturbs: disturbed(catalogue, like, engine),
  };
}

/** The look that shows whether there is life at all: what is seen behind it rules out its worst answer. */
const isSignOfLife = ({ follows: from, outcomes }: Finding): boolean =>
  Boolean(from?.length) && Boolean(outcomes[0].shows?.includes('power'));

/** Is a question answered in the same stretch of the record, between one repair that helped and the next? */
function answeredSince(record: readonly Sighted[], index: number, id: string): boolean {
  const mended = (entry: Sighted) => entry.kind === 'repair' && entry.ended === 'helped';
  const to = record.findIndex((entry, n) => n > index && mended(entry));
  const from = record.slice(0, index).findLastIndex(mended);
  return record
    .slice(from + 1, to < 0 ? undefined : to)
    .some((entry) => entry.kind === 'finding' && entry.id === id);
}

/** Looks that say something new once this helped: those its causes show in, and what it disturbs. */
export function openedAgain(
  { findings }: Pick<Catalogue, 'findings'>,
  repair: Repair | undefined,
): Set<string> {
  const touched = Object.keys({ ...repair?.cures, ...repair?.disturbs });
  return new Set(
    findings.flatMap(({ id, by }) => (touched.some((cause) => by[cause] !== undefined) ? [id] : [])),
  );
}

/**
 * Findings taken, and repairs done or tried in vain, and not since a repair helped after which they say something new:
 * what fails once is tried again after any that helped.
 * @param opens looks that say something new once this repair helped
 */
export function sinceLastHelp(
  entries: readonly Sign[],
  opens: (repair: string) => ReadonlySet<string>,
): { taken: Set<string>; failed: Set<string> } {
  const taken = new Set<string>();
  const failed = new Set<string>();
  for (const entry of entries) {
    if (entry.kind === 'part') continue;
    if (entry.kind === 'finding') taken.add(entry.finding);
    else if (entry.ended !== 'helped') failed.add(entry.repair);
    else {
      for (const id of opens(entry.repair)) taken.delete(id);
      failed.clear();
    }
  }
  return { taken, failed };
}
