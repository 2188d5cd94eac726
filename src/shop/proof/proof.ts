import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { findingById } from '@/catalog';
import { shippedHouse } from '@/catalog/house';
import type { Chassis } from '@/core/catalogue';
import type { SpecKey } from '@/core/record/keys';
import type { Specification } from '@/core/record/specification';
import { earlierTests } from '@/catalog/worth/rubric';
import { gradeUnit } from '@/core/grade/grade';
import type { GradeInput, Rubric } from '@/core/grade/rubric';
import type { Transaction, Database } from '@/db/client';
import { defects, functionTests, rubrics, units, type ListedAs, type Stage } from '@/db/schema';
import { readNow } from '../record/queries';
import type { Sources } from '../record/sources';
import { houseAt, houseNow } from '../house/tables';
import { testStands } from './standing';
import { heatOfGrade, batteryBehaviour } from './behaviour';
import { moveStage } from '../line';

/** The rubric as it is now, kept for as long as there is a grade that was given by it. @returns its name */
export async function keepRubric(tx: Transaction, rubric: Rubric): Promise<string> {
  const id = createHash('sha256').update(JSON.stringify(rubric)).digest('hex');
  await tx.insert(rubrics).values({ id, rubric }).onConflictDoNothing();
  return id;
}

/** The rubric a unit was graded by, as it was then; not graded: the one that holds now. */
export async function rubricOf(
  tx: Transaction | Database,
  unit: { grade: string | null; gradeHouse: number | null; gradeRubric: string | null },
): Promise<Rubric> {
  if (!unit.grade) return (await houseNow(tx)).tables.rubric;
  if (unit.gradeRubric) {
    const [kept] = await tx.select().from(rubrics).where(eq(rubrics.id, unit.gradeRubric));
    if (kept) return kept.rubric;
  }
  const { rubric } = (await houseAt(tx, unit.gradeHouse)).tables;
  const shipped = new Set(shippedHouse.rubric.tests.map(({ id }) => id));
  // of what the program gained since nothing was asked then
  return {
    ...rubric,
    tests: rubric.tests.filter(({ id }) => earlierTests.includes(id) || !shipped.has(id)),
  };
}

/** What a grade rests on has been read or seen by somebody here; a seller's word is not enough. */
function seenOrRead(spec: Specification, key: SpecKey, what: string): string[] {
  const best = spec.best(key);
  if (!best) return [what];
  return best.basis === 'claimed' ? [`${what}: only the seller has said so`] : [];
}

/** Answers somebody wanted to be looked at again, and nobody has. */
function lookedAtAgain({ looked }: Sources): string[] {
  return looked.flatMap((row) =>
    row.kind === 'unanswered' && row.outcomeId === 'look-again'
      ? [`to be looked at again: ${findingById(row.ref)?.ask ?? row.ref}`]
      : [],
  );
}

/** Marks and latest tests of a unit, and what grade they come to by a rubric. */
export async function proofOf(
  tx: Transaction | Database,
  unit: { id: string; chassis: Chassis },
  rubric: Rubric,
) {
  const marks = await tx
    .select()
    .from(defects)
    .where(and(eq(defects.unitId, unit.id), isNull(defects.removedAt)))
    .orderBy(defects.at);
  const runs = await tx
    .select()
    .from(functionTests)
    // what was proved before it came back from a buyer proves nothing now
    .where(
      and(
        eq(functionTests.unitId, unit.id),
        sql`${functionTests.at} > coalesce((select max(e.at) from sale_endings e where e.unit_id = ${unit.id}
          and e.kind = 'returned'), '-infinity')`,
        testStands,
      ),
    )
    .orderBy(desc(functionTests.id));
  const latest = new Map<string, (typeof runs)[number]>();
  for (const run of runs) if (!latest.has(run.test)) latest.set(run.test, run);
  const { record, sources } = await readNow(tx, unit);
  const spec = record.specification;
  const input: GradeInput = {
    chassis: unit.chassis,
    defects: marks.map((mark) => ({
      id: mark.id,
      surface: mark.surface,
      kind: mark.kind,
      size: mark.size as 0 | 1 | 2,
    })),
    tests: Object.fromEntries(
      [...latest].map(([test, run]) => [test, run.result as 'pass' | 'fail' | 'absent']),
    ),
    batteryHealth: spec.number('batteryHealth'),
    batteryMissing: spec.text('battery') === 'none',
    topCelsius: spec.number('topCelsius'),
    heat:
      spec.best('topCelsius')?.origin === 'heat run'
        ? await heatOfGrade(tx, unit.id, spec.number('processorBaseMhz'))
        : null,
    behaviour: await batteryBehaviour(tx, unit.id),
    flaws: record.flaws,
    unknown: [
      ...seenOrRead(spec, 'processor', 'which processor it has'),
      ...seenOrRead(spec, 'memoryGb', 'how much memory it has'),
      ...lookedAtAgain(sources),
      ...((spec.number('systemSetUp') ?? 0) > 0 ? [`its set-up: ${spec.text('systemSetUp')}`] : []),
      ...(record.gaugeDoubted && unit.chassis === 'laptop' && spec.text('battery') !== 'none'
        ? ['how its battery holds: it was seen to drop suddenly, whatever its gauge says']
        : []),
    ],
  };
  return { marks, tests: latest, result: gradeUnit(rubric, input), input, spec, record, sources };
}

/**
 * A new mark or test makes the old grade doubtful: it must be given again, and what was on the shelf by its grade
 * comes off it, back to proving. What is offered with its faults told, as found or for its parts stays: its papers
 * say the new mark.
 */
export async function ungrade(
  tx: Transaction,
  unit: { id: string; grade: string | null; listed: boolean; listedAs: ListedAs; stage: Stage },
): Promise<void> {
  const stays = unit.listed && unit.listedAs !== 'graded';
  if (unit.grade || unit.listed)
    await tx.update(units).set({ grade: null, listed: stays }).where(eq(units.id, unit.id));
  if (unit.stage === 'shelf' && !stays) await moveStage(tx, unit, 'prove');
}

/**
 * A grade stands while the rubric it was given by still comes to it. What was read, answered, fitted, taken out or taken back
 * since may have changed that: then it must be given again. What has left keeps the grade it left with.
 * @param before the unit as it was before the act
 * @returns whether the grade it had no longer stands
 */
export async function keepGrade(
  tx: Transaction,
  before: {
    id: string;
    chassis: Chassis;
    grade: string | null;
    gradeHouse: number | null;
    gradeRubric: string | null;
  },
): Promise<boolean> {
  if (!before.grade) return false;
  const [now] = await tx
    .select({
      id: units.id,
      grade: units.grade,
      listed: units.listed,
      listedAs: units.listedAs,
      stage: units.stage,
    })
    .from(units)
    .where(eq(units.id, before.id));
  if (!now.grade) return true;
  // given anew by this very act, or gone with it
  if (now.grade !== before.grade || now.stage === 'sold' || now.stage === 'gone') return false;
  const { result } = await proofOf(tx, before, await rubricOf(tx, before));
  if (result.grade === now.grade) return false;
  await ungrade(tx, now);
  return true;
}
