import { and, desc, eq, inArray, isNull, like, sql } from 'drizzle-orm';
import Joi from 'joi';
import { findingById } from '@/catalog';
import { selfTestById, selfTestRules, type SelfTest } from '@/catalog/instruments/selfTests';
import { appliesTo } from '@/core/belief/model';
import type { KeysAmiss } from '@/core/selftest/keys';
import { pathOf } from '@/core/selftest/network';
import { PIXEL_FAULTS, pixelClass, pixelMarkSize, type PixelCounts } from '@/core/selftest/pixels';
import { testsFor } from '@/core/grade/rubric';
import type { Transaction } from '@/db/client';
import { defects, functionTests, recordValues, type units } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type Actor } from '../command';
import { ShopError } from '@/errors';
import { houseNow } from '../house/tables';
import { shortText, unitId } from '../input';
import { forward, moveStage, refuseHeld } from '../line';
import { ungrade } from '../proof/proof';
import { actBack, writeActs } from '../record/acts';
import { assertPower } from '../safety/power';
import type { Put } from '../command';
import { putAnswer } from '../record/answer';
import { recordNow } from '../record/queries';
import { giveToken } from '../tokens/keep';
import { newToken } from '../tokens/signs';

/** Hours the page of a unit may be used. */
const HOURS = 10;
type Unit = typeof units.$inferSelect;

/** Six letters for the unit's own browser: its tests, and nothing else. A new one ends the old. */
export const makeSelfTest = defineCommand({
  name: 'makeSelfTest',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId }),
  async run({ tx, actor, unit, key }) {
    refuseHeld(unit!);
    await assertPower(tx, unit!, 'Not opened');
    const { token, expiresAt } = await giveToken(tx, actor, {
      purpose: 'self-test',
      unitId: unit!.id,
      minutes: HOURS * 60,
      key,
    });
    return {
      event: { kind: 'self-test opened', payload: { expiresAt: expiresAt.toISOString() } },
      answer: { token, expiresAt: expiresAt.toISOString() },
    };
  },
  secret: {
    hide: ({ expiresAt }) => ({ expiresAt }),
    show: (stored, key) => ({ ...(stored as { expiresAt: string }), token: newToken('self-test', key) }),
  },
});

interface Fault {
  kind: (typeof PIXEL_FAULTS)[number] | 'blotch' | 'line';
  /** Where on the panel, 0..1 from its left and its top. */
  x: number;
  y: number;
}

export interface SelfTold {
  unitId: string;
  test: string;
  result: 'pass' | 'fail' | 'absent';
  /** A finer outcome where the test has one: "none", "pixels". */
  detail?: string;
  words: string;
  figures: Record<string, number>;
  byHand: boolean;
  /** Of the screen: what was marked, and how many pixels the panel has. */
  faults?: Fault[];
  pixels?: number;
  /** Of the keyboard: which keys are amiss. */
  keys?: KeysAmiss;
}

const keyCodes = Joi.array()
  .max(120)
  .items(Joi.string().pattern(/^[A-Za-z0-9]{1,24}$/))
  .default([]);
const figures = Joi.object()
  .pattern(/^[a-z][a-z ]{0,30}$/, Joi.number().min(-1e12).max(1e12))
  .max(24)
  .default({});
export const toldShape = {
  test: shortText('test', 40).required(),
  result: Joi.string().valid('pass', 'fail', 'absent').required().label('result'),
  detail: shortText('detail', 40),
  words: shortText('words', 300).allow('').default(''),
  figures,
  byHand: Joi.boolean().default(false),
  faults: Joi.array()
    .max(200)
    .items(
      Joi.object({
        kind: Joi.string()
          .valid(...PIXEL_FAULTS, 'blotch', 'line')
          .required(),
        x: Joi.number().min(0).max(1).required(),
        y: Joi.number().min(0).max(1).required(),
      }),
    ),
  pixels: Joi.number().integer().min(10_000).max(100_000_000),
  keys: Joi.object({
    layout: Joi.string().valid('iso', 'ansi').required(),
    silent: keyCodes,
    doubled: keyCodes,
    stuck: keyCodes,
  }).label('keys'),
};

/** One test a machine made of itself: a test of the rubric, an answer, marks on its screen. */
export const recordSelfTest = defineCommand({
  name: 'recordSelfTest',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    ...toldShape,
    from: Joi.string()
      .pattern(/^([0-9a-f]{2}:){5}[0-9a-f]{2}$/)
      .allow(null)
      .default(null)
      .label('address'),
  }),
  async run({ tx, actor, unit }, { from, ...said }) {
    refuseHeld(unit!);
    const own = selfTestById(said.test);
    if (!own) throw new ShopError('invalid', `Not recorded: there is no test "${said.test}".`);
    const { rubric } = (await houseNow(tx)).tables;
    const told = { ...said, words: await overPath(tx, unit!, said, from) };
    const { words, ...marks } = await screenMarks(tx, unit!, actor, told, own);
    const known = own.test && testsFor(rubric, unit!.chassis).some(({ id }) => id === own.test);
    const put = await answered(tx, actor, unit!, own, told);
    const act = await writeActs(tx, unit!.id, 'self-test', [{ test: own.id, ...marks }], actor.name, {
      basis: told.byHand ? 'typed' : 'measured',
      told: put ? [put.id] : [],
    });
    await tx.insert(functionTests).values({
      unitId: unit!.id,
      act,
      // what is no test of the rubric is told under its own name
      test: known ? own.test! : `self ${own.id}`,
      result: told.result,
      told: {
        words,
        figures: told.figures,
        ...(told.byHand && { byHand: true }),
        ...(told.keys && { keys: told.keys }),
        ...(told.faults?.length && { faults: told.faults }),
      },
      by: actor.id,
      byName: actor.name,
    });
    await moveStage(tx, unit!, forward(unit!.stage, 'prove'));
    await ungrade(tx, unit!);
    return {
      event: {
        kind: 'self-test',
        payload: {
          test: own.id,
          result: told.result,
          words,
          ...(told.byHand && { byHand: true }),
          ...(put && { answers: { [own.finding!]: outcomeOf(own, told)! } }),
          act,
        },
      },
      answer: null,
      answered: put ? [put] : [],
    };
  },
});

const PATHS = { wired: 'cable', wireless: 'wireless network' } as const;

/**
 * Of a network that was tried by itself: over which of the machine's networks it came, as far as the shop's computer can
 * see that. @returns the words it told, with that @throws ShopError when it came over the other one
 */
async function overPath(
  tx: Transaction,
  unit: Unit,
  { test, result, byHand, words }: SelfTold,
  from: string | null,
): Promise<string> {
  if ((test !== 'wired' && test !== 'wireless') || result !== 'pass' || byHand) return words;
  const path = pathOf(from, (await recordNow(tx, unit)).specification.text('networks'));
  if (path && path !== test)
    throw new ShopError(
      'refused',
      `Not recorded: this came over its ${PATHS[path]}. Leave it only its ${PATHS[test]}, and measure again.`,
    );
  return `${words}; ${path ? `over its ${PATHS[path]}, as the shop’s computer saw` : 'over which of its networks was not seen'}`;
}

const outcomeOf = ({ outcomes = {} }: SelfTest, { result, detail }: SelfTold): string | undefined =>
  (detail !== undefined && Object.hasOwn(outcomes, detail) ? outcomes[detail] : undefined) ??
  outcomes[result];

/** The question it answers, where it is one for this kind of machine. */
async function answered(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  own: SelfTest,
  told: SelfTold,
): Promise<Put | null> {
  const outcome = outcomeOf(own, told);
  const finding = own.finding && findingById(own.finding);
  if (!outcome || !finding || !appliesTo(finding, unit.chassis)) return null;
  return putAnswer(tx, actor, unit.id, finding.id, outcome, told.byHand ? 'typed' : 'measured');
}

interface Marks {
  /** Marks it put on the screen, and those of an earlier telling it took off. */
  put?: string[];
  took?: string[];
}

/** How marks are signed that a machine put on its own screen, whoever opened its page. */
const BY_ITSELF = ', self-test';

/** Faults of a panel as marks where they are, and its class in words. Marks of an earlier telling go. */
async function screenMarks(
  tx: Transaction,
  unit: Unit,
  actor: Actor,
  told: SelfTold,
  own: SelfTest,
): Promise<Marks & { words: string }> {
  if (own.id !== 'screen' || !told.faults) return { words: told.words };
  const { rubric } = (await houseNow(tx)).tables;
  const surface = rubric.surfaces[unit.chassis].find(({ id }) => id === 'screen');
  const counts = Object.fromEntries(
    PIXEL_FAULTS.map((kind) => [kind, told.faults!.filter((fault) => fault.kind === kind).length]),
  ) as unknown as PixelCounts;
  const single = told.faults.filter(({ kind }) => kind !== 'blotch' && kind !== 'line').length;
  const found = pixelClass(counts, told.pixels ?? 1_000_000, selfTestRules.pixels);
  const took = await tx
    .update(defects)
    .set({ removedAt: new Date() })
    .where(and(eq(defects.unitId, unit.id), like(defects.by, `%${BY_ITSELF}`), isNull(defects.removedAt)))
    .returning({ id: defects.id });
  const marked = surface && rubric.defects.some(({ id }) => id === 'pixel') ? told.faults : [];
  const put = marked.length
    ? await tx
        .insert(defects)
        .values(
          marked.map(({ kind, x, y }) => ({
            unitId: unit.id,
            surface: surface!.id,
            kind: 'pixel',
            size: kind === 'line' ? 2 : kind === 'blotch' ? 1 : pixelMarkSize(found),
            x: surface!.x + x * surface!.width,
            y: surface!.y + y * surface!.height,
            by: `${actor.name}${BY_ITSELF}`,
          })),
        )
        .returning({ id: defects.id })
    : [];
  const said = [
    told.words,
    single === 0
      ? 'no pixel fault'
      : `${single} pixel ${single === 1 ? 'fault' : 'faults'}, ${found === null ? 'worse than class IV' : `class ${found}`} of ISO 9241-307`,
  ];
  return {
    words: said.filter(Boolean).join('; '),
    put: put.map(({ id }) => id),
    took: took.map(({ id }) => id),
  };
}

/** What a machine told was not so, or was another machine: test, answer and marks are as they were without it. */
export const takeBackSelfTest = defineCommand({
  name: 'takeBackSelfTest',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, test: shortText('test', 40).required() }),
  async run({ tx, unit }, { test }) {
    refuseHeld(unit!);
    // the newest telling of a test: those before it come to light again
    const [last] = await tx
      .select({ origin: recordValues.origin })
      .from(recordValues)
      .where(
        and(
          eq(recordValues.unitId, unit!.id),
          eq(recordValues.key, 'self-test'),
          isNull(recordValues.voidedBy),
          sql`${recordValues.value}::jsonb ->> 'test' = ${test}`,
        ),
      )
      .orderBy(desc(recordValues.id))
      .limit(1);
    if (!last) throw new ShopError('refused', 'Not taken back: the machine told nothing of that.');
    const { acts, voids, onSealed } = await actBack<Marks>(tx, unit!, last.origin);
    const { put = [], took = [] } = acts[0];
    if (put.length) await tx.update(defects).set({ removedAt: new Date() }).where(inArray(defects.id, put));
    if (took.length) await tx.update(defects).set({ removedAt: null }).where(inArray(defects.id, took));
    await ungrade(tx, unit!);
    return { event: { kind: 'self-test back', voids, payload: { test } }, answer: null, onSealed };
  },
});
