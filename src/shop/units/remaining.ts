import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Chassis } from '@/core/catalogue';
import { leftToDo, type Left, type LeftInput } from '@/core/record/left/remaining';
import type { Evaluation } from '@/core/steps/evaluate';
import type { StopRoute } from '@/core/steps/problem';
import { database } from '@/db/client';
import { work } from '@/db/schema';
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
export async function standingOf(unit: Pick<Unit, 'id' | 'chassis'>) {
  const db = database();
  const { tables } = await houseNow(db);
  const [proof, works] = await Promise.all([
    proofOf(db, unit, tables.rubric),
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
  return { ...proof, works, rubric: tables.rubric };
}

/** How the machine can end, what its buyer would be told, and what is left to do till then. */
export function wayFrom(
  { result, record, works, rubric }: Standing,
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
      cleaned: works.some(({ kind, status }) => kind === 'clean' && status === 'done'),
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
