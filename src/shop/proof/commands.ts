import { coldTests } from '@/catalog/looks/gates';
import { and, desc, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { testsFor } from '@/core/grade/rubric';
import { NO_LOCK } from '@/core/record/keys';
import type { Transaction } from '@/db/client';
import { defects, functionTests, units } from '@/db/schema';
import { recordNow } from '../record/queries';
import { BENCH_ROLES, defineCommand } from '../command';
import { assertNoOpenPoints } from '../hands/notes';
import { ShopError } from '@/errors';
import { assertPower } from '../safety/power';
import { shortText, unitId, rowId } from '../input';
import { moveBack, moveForward, refuseHeld } from '../line';
import { houseNow } from '../house/tables';
import { lastEntry } from '../history/last';
import { keepRubric, proofOf, ungrade } from './proof';
import { testStands } from './standing';

/** Which of its drives is locked, and how, by the machine's own report; null: none is, or nothing says so. */
async function driveShut(tx: Transaction, unit: Parameters<typeof recordNow>[1]): Promise<string | null> {
  const said = (await recordNow(tx, unit)).specification.text('driveLock');
  return said && said !== NO_LOCK ? said : null;
}

export const recordTest = defineCommand({
  name: 'recordTest',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    test: shortText('test', 40).required(),
    result: Joi.string().valid('pass', 'fail', 'absent').required().label('result'),
  }),
  still: async (tx, unit, { test }) =>
    (await tx.$count(functionTests, and(eq(functionTests.unitId, unit.id), eq(functionTests.test, test)))) ===
    0,
  async run({ tx, actor, unit }, { test, result }) {
    refuseHeld(unit!);
    const { rubric } = (await houseNow(tx)).tables;
    const known = testsFor(rubric, unit!.chassis).find((candidate) => candidate.id === test);
    if (!known) throw new ShopError('invalid', `Not recorded: no test "${test}" for this kind of machine.`);
    if (result !== 'absent' && !coldTests.includes(test)) await assertPower(tx, unit!, 'Not recorded');
    const shut = test === 'locks' && result === 'pass' ? await driveShut(tx, unit!) : null;
    if (shut)
      throw new ShopError(
        'refused',
        `Not recorded: its own report found a drive locked (${shut}). Take the lock off, or erase the drive by the key printed on it, and let the machine report again.`,
      );
    await tx
      .insert(functionTests)
      .values({ unitId: unit!.id, test, result, by: actor.id, byName: actor.name });
    const moved = await moveForward(tx, unit!, 'prove');
    await ungrade(tx, unit!);
    return { event: { kind: 'test', payload: { test, result, ...moved } }, answer: null };
  },
});

/** A test told by mistake: what was told before it stands again. */
export const takeBackTest = defineCommand({
  name: 'takeBackTest',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, test: shortText('test', 40).required() }),
  async run({ tx, unit }, { test }) {
    refuseHeld(unit!);
    const [row] = await tx
      .select({ id: functionTests.id })
      .from(functionTests)
      .where(
        and(
          eq(functionTests.unitId, unit!.id),
          eq(functionTests.test, test),
          isNull(functionTests.act),
          testStands,
        ),
      )
      .orderBy(desc(functionTests.id))
      .limit(1);
    if (!row) throw new ShopError('refused', 'Not taken back: nobody told a result of that test.');
    const taken = (seq: number) =>
      tx.update(functionTests).set({ voidedBy: seq }).where(eq(functionTests.id, row.id));
    await taken(0);
    await ungrade(tx, unit!);
    const told = await lastEntry(tx, unit!.id, 'test', { test });
    await moveBack(tx, unit!, told?.payload);
    return {
      event: { kind: 'test back', voids: told?.seq, payload: { test } },
      answer: null,
      onSealed: async (seq) => void (await taken(seq)),
    };
  },
});

export const markDefect = defineCommand({
  name: 'markDefect',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    surface: shortText('surface', 40).required(),
    kind: shortText('defect', 40).required(),
    size: Joi.number().valid(0, 1, 2).required().label('size'),
    x: Joi.number().min(0).max(320).required(),
    y: Joi.number().min(0).max(200).required(),
  }),
  still: () => Promise.resolve(true),
  async run({ tx, actor, unit }, { unitId: _, ...mark }) {
    refuseHeld(unit!);
    const { rubric } = (await houseNow(tx)).tables;
    if (!rubric.defects.some((kind) => kind.id === mark.kind))
      throw new ShopError('invalid', `Not marked: there is no kind of mark "${mark.kind}".`);
    if (!rubric.surfaces[unit!.chassis].some((surface) => surface.id === mark.surface))
      throw new ShopError('invalid', `Not marked: this kind of machine has no surface "${mark.surface}".`);
    const [row] = await tx
      .insert(defects)
      .values({ unitId: unit!.id, ...mark, by: actor.name })
      .returning({ id: defects.id });
    await ungrade(tx, unit!);
    return {
      event: { kind: 'defect marked', payload: { defect: row.id, ...mark } },
      answer: { defectId: row.id },
    };
  },
});

export const removeDefect = defineCommand({
  name: 'removeDefect',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    defectId: rowId('mark').required(),
    why: Joi.string().valid('mended', 'mistaken').required().label('why'),
  }),
  async run({ tx, unit }, { defectId, why }) {
    refuseHeld(unit!);
    const [row] = await tx
      .update(defects)
      .set({ removedAt: new Date() })
      .where(and(eq(defects.id, defectId), eq(defects.unitId, unit!.id), isNull(defects.removedAt)))
      .returning();
    if (!row) throw new ShopError('missing', 'That mark is gone already.');
    await ungrade(tx, unit!);
    return {
      event: {
        kind: 'defect removed',
        payload: { defect: defectId, surface: row.surface, kind: row.kind, why },
      },
      answer: null,
    };
  },
});

/** Gives the grade the rubric comes to; refused while something is open. */
export const giveGrade = defineCommand({
  name: 'giveGrade',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId }),
  async run({ tx, unit }) {
    refuseHeld(unit!);
    const house = await houseNow(tx);
    const { result } = await proofOf(tx, unit!, house.tables.rubric);
    if (result.blocked.length)
      throw new ShopError(
        'refused',
        `Not graded: ${result.blocked.join(', ')} failed; it cannot be sold as working.`,
      );
    await assertNoOpenPoints(tx, unit!.id, 'Not graded');
    if (!result.grade)
      throw new ShopError('refused', `Not graded: still open: ${result.open.join(', ')}.`, {
        open: result.open,
      });
    await tx
      .update(units)
      .set({
        grade: result.grade,
        gradeHouse: house.version,
        gradeRubric: await keepRubric(tx, house.tables.rubric),
      })
      .where(eq(units.id, unit!.id));
    return { event: { kind: 'graded', payload: { ...result } }, answer: result };
  },
});

/** Given too early: it has no grade until it is given one again. What was listed by it goes off the shelf. */
export const takeBackGrade = defineCommand({
  name: 'takeBackGrade',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId }),
  async run({ tx, unit }) {
    refuseHeld(unit!);
    const { grade } = unit!;
    if (!grade) throw new ShopError('refused', 'Not taken back: it has no grade.');
    await ungrade(tx, unit!);
    return {
      event: {
        kind: 'grade back',
        voids: (await lastEntry(tx, unit!.id, 'graded'))?.seq,
        payload: { grade },
      },
      answer: null,
    };
  },
});
