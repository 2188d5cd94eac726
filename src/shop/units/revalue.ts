import { eq, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { catalogue, causeById } from '@/catalog';
import type { Chassis, LotSource } from '@/core/catalogue';
import type { Lying } from '@/core/minutes/opening';
import type { DerivedRecord } from '@/core/record';
import { noneOf } from '@/core/record/specification';
import type { Evaluation, Movement } from '@/core/steps/evaluate';
import type { EvaluationInput } from '@/core/steps/inspect';
import type { Sighted } from '@/core/steps/sighted';
import type { Grade } from '@/core/price/model';
import { database, type Transaction } from '@/db/client';
import { shop, units } from '@/db/schema';
import { swapBinFrom } from '../parts/bin';
import { UNKNOWN_NUMBERS } from '@/workers/numbers';
import { runInWorker } from '@/workers/pool';
import type { NumbersRef } from '@/workers/registry';
import { effectiveCatalogue, type Known } from '../rules/effective';
import { houseNow } from '../house/tables';
import { modelFaultsFrom, modelOddsFrom } from '../models/faults';
import { keepGrade } from '../proof/proof';
import { schoolsOf } from '../rules/schools';
import { NO_BOARD } from '@/core/safety/power';
import type { Told } from '../parts/machine';
import { lackingOf } from '@/core/parts/lacking';
import { dirtShuts } from '../safety/power';
import { decisionOf, type Decision } from '../study/decision';
import { dirtOf, dirtyPrice, withCleaning } from './dirt';
import { classesOf, priceOf, worthOf } from './worth';
import type { Agreement } from '@/core/owner/agreement';
import type { Route, UnitWorth } from '@/core/steps/problem';
import { ASK_MINUTES, HAND_OVER_MINUTES, OWNER_PAYS } from '@/catalog/worth/owner';
import { evidenceFrom, recordFrom, recordNow } from '../record/queries';
import type { Sources } from '../record/sources';
import { aroundOf, readingOf, type Reading } from './reading';

/** The evaluation is a pure function, and a lot's like machines ask for the same one over and over. */
const KEPT = 2000;
const kept = new Map<string, Evaluation>();

async function evaluateOnce(known: Known, input: EvaluationInput): Promise<Evaluation> {
  const key = known.mark + JSON.stringify(input);
  let evaluation = kept.get(key);
  if (!evaluation) {
    evaluation = await withNumbers(known, (numbers) => runInWorker('evaluate', [numbers, input]));
    if (kept.size >= KEPT) kept.delete(kept.keys().next().value!);
    kept.set(key, evaluation);
  }
  return evaluation;
}

/**
 * Asks a worker by the mark of the shop's numbers, and with the numbers themselves only when it has not met
 * them.
 */
export async function withNumbers<T>(known: Known, ask: (numbers: NumbersRef) => Promise<T>): Promise<T> {
  try {
    return await ask({ mark: known.mark });
  } catch (error) {
    if (!(error instanceof Error) || !error.message.includes(UNKNOWN_NUMBERS)) throw error;
    return ask({ mark: known.mark, numbers: known.numbers });
  }
}

/** Raised with every change of how belief, plan or price come out of the same record: older snapshots are then behind. */
const RECKONED_BY = 5;

/** Same engine, same rules, same tables, same bin, same offers: same mark. */
function markOf(
  rules: typeof shop.$inferSelect,
  house: number | string,
  bin: EvaluationInput['bin'],
  quotes: EvaluationInput['quotes'],
): string {
  return createHash('sha1')
    .update(
      JSON.stringify([
        RECKONED_BY,
        catalogue.version,
        effectiveCatalogue(rules).mark,
        rules.ratePerHourMinor,
        rules.feeBasisPoints,
        rules.lacks,
        ...(Object.keys(rules.schools).length ? [rules.schools] : []),
        house,
        bin,
        quotes && Object.keys(quotes).length ? quotes : null,
      ]),
    )
    .digest('hex')
    .slice(0, 16);
}

/** The shop's rates, tables and numbers, as a reckoning needs them. */
export async function reckoningRules(tx: Transaction) {
  const [rules] = await tx.select().from(shop);
  return { rules, house: await houseNow(tx) };
}

export type ReckoningRules = Awaited<ReturnType<typeof reckoningRules>>;

/** A machine as far as its price and its plan depend on it. */
export interface Appraised {
  chassis: Chassis;
  source: LotSource;
  grade: Grade | null;
  derived: Pick<DerivedRecord, 'specification' | 'contents' | 'gone' | 'seenPlaces'> &
    Lying &
    Partial<Pick<DerivedRecord, 'clean'>>;
  record: Sighted[];
  bin: EvaluationInput['bin'];
  /** Offers of parts for it. */
  quotes?: EvaluationInput['quotes'];
  /** What closed machines of its model had. */
  model?: Readonly<Record<string, number>>;
  /** The system and the data on it stay; null: as such a lot has it. */
  keeps: boolean | null;
  /** What was agreed about it, where it is somebody else's; left out: nothing yet. */
  agreement?: Pick<Agreement, 'state' | 'totalMinor'> | null;
}

/**
 * Somebody else's machine by what its owner pays: the fee quoted or agreed, before that the share of an equal machine's
 * price that owners usually go along with. Nothing of it is sold, so that anything but handing it over brings nothing.
 */
function byFee(
  { state, totalMinor }: NonNullable<Appraised['agreement']>,
  priceMinor: number,
  verifyMinutes: number,
): Pick<EvaluationInput, 'worth' | 'theirs' | 'priceLowMinor' | 'priceHighMinor'> {
  const feeMinor = state === 'nothing' ? Math.round(OWNER_PAYS * priceMinor) : totalMinor;
  return {
    theirs: { state, askMinutes: ASK_MINUTES },
    priceLowMinor: feeMinor,
    priceHighMinor: feeMinor,
    worth: {
      soundMinor: feeMinor,
      feeShare: 0,
      finishMinutes: verifyMinutes + HAND_OVER_MINUTES,
      asFoundShare: 0,
      asFoundMinutes: HAND_OVER_MINUTES,
      parts: [],
      harvestMinutes: 0,
      // neither taken apart nor scrapped, whatever that would bring
      recycleMinor: NEVER_MINOR,
    },
  };
}

/** So little that no other end is worse; added up and compared, never shown. */
const NEVER_MINOR = -1e7;

/** What the engine is asked about a machine, and what it would fetch. Pure. */
export function appraise({ rules, house }: ReckoningRules, machine: Appraised) {
  const { chassis, source, grade, derived, bin, keeps, quotes, model = {} } = machine;
  const { specification, bench } = derived;
  const record: Sighted[] = [
    ...(Object.keys(model).length ? [{ kind: 'model' as const, odds: model }] : []),
    ...machine.record,
    ...noneOf(specification).map((partClass) => ({ kind: 'none' as const, class: partClass })),
  ];
  const clean = derived.clean ?? {};
  const schools = schoolsOf(rules);
  const whole = priceOf(house.tables, chassis, specification, grade, true);
  const dirt = dirtOf(chassis, clean, schools, whole.minor, rules, derived);
  // without its board nothing can be made of it but parts
  const shell = lackingOf(derived.contents).classes.includes('board');
  const price = shell ? { ...whole, minor: 0, lowMinor: 0, highMinor: 0 } : dirtyPrice(whole, dirt, chassis);
  const { verifyMinutes, ...worth } = withCleaning(
    worthOf(house.tables, chassis, specification, price, rules, derived),
    chassis,
    dirt,
  );
  const theirs = source === 'owner' ? (machine.agreement ?? { state: 'nothing', totalMinor: 0 }) : null;
  const { classes } = shell || theirs ? {} : classesOf(house.tables, chassis, specification, grade);
  const shuts = shell ? NO_BOARD : dirtShuts(chassis, clean, schools);
  const input: EvaluationInput = {
    chassis,
    source,
    record,
    bench,
    worth,
    verifyMinutes,
    bin,
    ...(quotes && Object.keys(quotes).length > 0 && { quotes }),
    priceLowMinor: price.lowMinor,
    priceHighMinor: price.highMinor,
    ratePerHourMinor: rules.ratePerHourMinor,
    ...(keeps !== null && { keeps }),
    ...(rules.lacks.length && { lacks: rules.lacks }),
    ...(classes && {
      classes: classes.map((own) => ({
        ...own,
        soundMinor: Math.round(own.soundMinor * (1 - dirt.lossShare)),
      })),
    }),
    ...(shuts && { dirt: shuts }),
    ...(theirs && byFee(theirs, whole.minor, house.tables.minutes[chassis].verify)),
  };
  return {
    price: theirs
      ? {
          ...price,
          minor: input.worth.soundMinor,
          lowMinor: input.worth.soundMinor,
          highMinor: input.worth.soundMinor,
        }
      : price,
    input,
    known: effectiveCatalogue(rules),
    reckonedWith: markOf(rules, house.mark, input.bin, input.quotes),
  };
}

/**
 * What the engine is asked about a unit: its record, the shop's rules, the bin and what the machine would
 * fetch.
 */
export const appraisalOf = async (tx: Transaction, unitId: string) =>
  appraisalFrom((await readingOf(tx, unitId))!);

/** The same from what was read. Pure. */
export function appraisalFrom(reading: Reading) {
  const { unit, source, rules, house, sources, quotes } = reading;
  const derived = recordFrom(sources, unit.chassis, house.tables.processors);
  const evidence = evidenceFrom(sources);
  const { catalogue: known } = effectiveCatalogue(rules);
  const appraised = appraise(
    { rules, house },
    {
      chassis: unit.chassis,
      source,
      grade: unit.grade as Grade | null,
      derived,
      record: evidence.map(({ entry }) => entry),
      model: modelOddsFrom(modelFaultsFrom(reading.model, unit, known), unit, known),
      bin: swapBinFrom(reading.bin, unit.chassis, derived, reading.known),
      quotes,
      keeps: unit.keeps,
      agreement: reading.agreement,
    },
  );
  return { unit, rules, source, evidence, ...appraised };
}

/** What a machine that was read is worth, in every way; found done where it was asked before. */
export async function evaluationOf(reading: Reading): Promise<Evaluation> {
  const { known, input } = appraisalFrom(reading);
  return evaluateOnce(known, input);
}

/** What a machine would be worth that is not on record: offered, or thought of. */
export async function evaluationFor(reckoning: ReckoningRules, machine: Appraised) {
  const { price, input, known } = appraise(reckoning, machine);
  return { price, input, evaluation: await evaluateOnce(known, input) };
}

/** The columns of a machine that is being put on record: like machines are worked out once. */
export async function columnsFor(reckoning: ReckoningRules, machine: Appraised, stage: string) {
  const { price, input, known, reckonedWith } = appraise(reckoning, machine);
  const evaluation = answersOnly(await evaluateOnce(known, input), input.record);
  return {
    ...snapshotColumns(evaluation, input.worth, stage),
    priceMinor: price.minor,
    bench: input.bench,
    reckonedWith,
  };
}

/** What moved belief, numbered by answers and verdicts alone; the rest says what it is. */
function answersOnly(evaluation: Evaluation, record: readonly Sighted[]): Evaluation {
  let answers = 0;
  const place = record.map((entry): Pick<Movement, 'entry' | 'beside' | 'of'> => {
    if (entry.kind === 'finding' || entry.kind === 'repair' || entry.kind === 'unanswered')
      return { entry: answers++ };
    return { entry: answers, beside: entry.kind, ...(entry.kind === 'none' && { of: entry.class }) };
  });
  return {
    ...evaluation,
    moved: evaluation.moved.map((moved) => ({ ...moved, ...place[moved.entry] })),
  };
}

async function columnsOf(tx: Transaction, unitId: string) {
  const { unit, rules, source, price, input, known, reckonedWith } = await appraisalOf(tx, unitId);
  const evaluation: Evaluation = {
    valueBeforeMinor: unit.valueMinor,
    ...answersOnly(await evaluateOnce(known, input), input.record),
  };
  return {
    columns: {
      ...snapshotColumns(evaluation, input.worth, unit.stage),
      priceMinor: price.minor,
      bench: input.bench,
      reckonedWith,
    },
    before: unit.evaluation,
    decision: decisionOf(
      rules.study,
      { ...unit, source },
      evaluation,
      unit.evaluation,
      new Set(input.record.flatMap((entry) => (entry.kind === 'finding' ? entry.id : []))),
    ),
  };
}

/**
 * Works belief, price and value of a unit out again from its record, stores the snapshot, bumps the version.
 * @returns the new version, whether its answers have become such that no fault known could have given all of them, and
 * what a study keeps of it
 */
export async function revalueUnit(
  tx: Transaction,
  unitId: string,
): Promise<{ version: number; nowImpossible: boolean; decision: Decision | null }> {
  const { columns, before, decision } = await columnsOf(tx, unitId);
  const [updated] = await tx
    .update(units)
    .set({ ...columns, version: sql`${units.version} + 1` })
    .where(eq(units.id, unitId))
    .returning({ version: units.version });
  return {
    version: updated.version,
    nowImpossible: columns.evaluation.impossible && !before?.impossible,
    decision,
  };
}

/**
 * Works out, outside any transaction, what a unit will be worth once its record is such: what is then written finds it
 * done. Nothing is written or refused here.
 */
export async function evaluateAhead(unitId: string, foresee: (sources: Sources) => Sources): Promise<void> {
  const reading = await readingOf(database(), unitId);
  if (!reading) return;
  const { known, input } = appraisalFrom({ ...reading, sources: foresee(reading.sources) });
  await evaluateOnce(known, input);
}

/** Standing answers that cannot be true beside the newest one, oldest first. */
export async function clashesOf(tx: Transaction, unitId: string) {
  const { input, known, evidence } = await appraisalOf(tx, unitId);
  const at = await withNumbers(known, (numbers) => runInWorker('clashing', [numbers, input]));
  // what the model's machines had stands before the machine's own record
  const before = input.record[0]?.kind === 'model' ? 1 : 0;
  return at.flatMap((index) => evidence[index - before]?.row ?? []);
}

/**
 * The same after a change of rules or of the bin: nothing happened to the unit, so its version stays and
 * nobody's answer is refused for it.
 */
export async function refreshUnit(tx: Transaction, unitId: string): Promise<void> {
  await tx.select({ id: units.id }).from(units).where(eq(units.id, unitId)).for('no key update');
  await tx
    .update(units)

    .set((await columnsOf(tx, unitId)).columns)
    .where(eq(units.id, unitId));
}

type Seen = Pick<
  typeof units.$inferSelect,
  'id' | 'chassis' | 'maker' | 'model' | 'stage' | 'reckonedWith'
> & {
  record?: Told;
};

/**
 * Brings a unit's snapshot up to date when the rules, the own numbers or the parts for swap-tests have
 * changed since it was made. Asking is one statement; only a unit that is behind is locked.
 * @param seen the unit as a page has just read it @returns whether it had to
 */
export async function keepCurrent(seen: Seen): Promise<boolean> {
  if (seen.stage === 'sold' || seen.stage === 'gone') return false;
  const db = database();
  const { rules, house, bin, known, quotes } = await aroundOf(db, seen.id);
  const record = seen.record ?? (bin.length ? await recordNow(db, seen) : null);
  const own = record ? swapBinFrom(bin, seen.chassis, record, known) : {};
  if (seen.reckonedWith === markOf(rules, house.mark, own, quotes)) return false;
  await db.transaction((tx) => refreshUnit(tx, seen.id));
  return true;
}

/** The columns lists sort and show by, from an evaluation. */
export function snapshotColumns(evaluation: Evaluation, worth: UnitWorth, stage: string) {
  const top = evaluation.beliefs[0];
  const sound = evaluation.sound.probability;
  const isSound = sound >= (top?.probability ?? 0);
  const routeMinutes: Record<Route, number> = {
    refurbish: evaluation.planMinutes + worth.finishMinutes,
    disclose: worth.finishMinutes,
    asFound: worth.asFoundMinutes,
    harvest: worth.harvestMinutes,
    recycle: 2,
    handOver: worth.finishMinutes,
    giveBack: worth.asFoundMinutes,
    ask: worth.asFoundMinutes,
  };
  const handsMinutes = routeMinutes[evaluation.best];
  const held = stage === 'quarantine';
  return {
    evaluation,
    probably: evaluation.conflict.conflict
      ? 'fits no fault known'
      : isSound
        ? 'sound'
        : (causeById(top.cause)?.name ?? top.cause),
    probability: isSound ? sound : top.probability,
    route: held ? 'quarantine' : evaluation.best,
    valueMinor: evaluation.valueMinor,
    lowMinor: evaluation.lowMinor,
    highMinor: evaluation.highMinor,
    stopMinor: evaluation.stopMinor,
    handsMinutes,
    // what is held back is nobody's next work
    rankScore: held ? -1e6 : evaluation.valueMinor / Math.max(5, handsMinutes),
  };
}

/**
 * What every act on a unit ends with: does its grade still stand, and what is it worth now?
 * @param before as it was before the act @returns whether the grade it had no longer stands
 */
export async function settleUnit(tx: Transaction, before: typeof units.$inferSelect): Promise<true | false> {
  const ungraded = await keepGrade(tx, before);
  await revalueUnit(tx, before.id);
  return ungraded;
}
