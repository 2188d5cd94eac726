import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Chassis } from '@/core/catalogue';
import { openPoints } from '@/core/record/notes';
import { leftToDo, type Left, type LeftInput } from '@/core/record/left/remaining';
import type { Evaluation } from '@/core/steps/evaluate';
import type { StopRoute } from '@/core/steps/problem';
import { database } from '@/db/client';
import { cleaning } from '@/catalog/cleaning';
import { cleanedByZones } from '@/core/clean/worth';
import type { Grade } from '@/core/price/model';
import { shop, work } from '@/db/schema';
import { ZONE_WORK } from '../hands/clean';
import { unitNotes } from '../hands/notes';
import { schoolsOf } from '../rules/schools';
import { dirtOf } from './dirt';
import { priceOf } from './worth';
import { houseNow } from '../house/tables';
import { proofOf } from '../proof/proof';
import { toldFaults, type Told } from '../record/toldFaults';
import { FIND_OUT } from '../work/clock';

interface Unit {
  id: string;
  chassis: Chassis;
  grade: string | null;
  listed: boolean;
  evaluation: Evaluation | null;
}

export type Standing = Awaited<ReturnType<typeof standingOf>>;

/** What stands on a machine's record that says how far it is: proof, work and what is in it. */
export async function standingOf(unit: Pick<Unit, 'id' | 'chassis' | 'grade'>) {
  const db = database();
  const { tables } = await houseNow(db);
  const [rules] = await db.select().from(shop);
  const [proof, notes, works] = await Promise.all([
    proofOf(db, unit, tables.rubric),
    unitNotes(db, unit.id),
    db
      .select({ title: work.title, kind: work.kind, status: work.status })
      .from(work)
      .where(
        and(
          eq(work.unitId, unit.id),
          sql`${work.ref} <> ${FIND_OUT}`,
          inArray(work.status, ['running', 'paused', 'alone', 'done']),
        ),
      ),
  ]);
  const { record } = proof;
  const whole = priceOf(tables, unit.chassis, record.specification, unit.grade as Grade | null, true);
  const dirt = dirtOf(unit.chassis, record.clean, schoolsOf(rules), whole.minor, rules, record);
  // by the clock as a whole, or zone by zone
  const cleaned =
    (works.some(({ kind, status }) => kind === 'clean' && status === 'done') && dirt.must.length === 0) ||
    cleanedByZones(cleaning, unit.chassis, record.clean, dirt);
  return {
    ...proof,
    works: works.filter(({ kind }) => kind !== ZONE_WORK),
    cleaned,
    dirt,
    points: openPoints(notes),
    rubric: tables.rubric,
  };
}

/** How the machine can end, what its buyer would be told, and what is left to do till then. */
export function wayFrom(
  { result, record, works, rubric, cleaned, dirt, points }: Standing,
  unit: Unit,
  route: StopRoute,
  change: LeftInput['change'] = null,
): { told: Told[]; left: Left[] } {
  return {
    told: toldFaults(unit.evaluation, record),
    left: leftToDo({
      route,
      change,
      open: works.filter(({ status }) => status !== 'done').map(({ title }) => title),
      dataFaults: record.dataFaults,
      cleaned,
      dirty: dirt.clean,
      points,
      missing: result.open.length,
      blocked: result.blocked.map((id) => rubric.tests.find((test) => test.id === id)?.name ?? id),
      graded: unit.grade !== null,
      listed: unit.listed,
    }),
  };
}

/** The same, read anew. */
export const wayToEnd = async (unit: Unit, route: StopRoute, change: LeftInput['change'] = null) =>
  wayFrom(await standingOf(unit), unit, route, change);
