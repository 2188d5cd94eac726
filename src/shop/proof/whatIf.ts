import { and, asc, notInArray, sql } from 'drizzle-orm';
import { gradeUnit } from '@/core/grade/grade';
import type { Rubric } from '@/core/grade/rubric';
import { GRADES, type Grade } from '@/core/price/model';
import { database } from '@/db/client';
import { functionTests, units } from '@/db/schema';
import { houseNow } from '../house/tables';
import { proofOf } from './proof';
import { testStands } from './standing';

/** So many machines are looked at: those that were proved, newest first would not tell more. */
const MOST = 300;
const LISTED = 30;

export interface WhatIf {
  /** Machines of the stock that were looked at, and whether there are more. */
  looked: number;
  more: boolean;
  /** How many would get each grade, by today's rubric and by the one asked about; "none": not gradable. */
  before: Record<Grade | 'none', number>;
  after: Record<Grade | 'none', number>;
  /** Those that would change, best change first. */
  changed: { tag: string; from: Grade | null; to: Grade | null; why: string }[];
}

const none = () => ({ A: 0, B: 0, C: 0, D: 0, none: 0 });
const rank = (grade: Grade | null) => (grade ? GRADES.indexOf(grade) : GRADES.length);

/** What another rubric would make of the stock that was proved. Nothing is changed by asking. */
export async function whatIf(rubric: Rubric): Promise<WhatIf> {
  const db = database();
  const today = (await houseNow(db)).tables.rubric;
  const stock = await db
    .select({ id: units.id, tag: units.tag, chassis: units.chassis })
    .from(units)
    .where(
      and(
        notInArray(units.stage, ['sold', 'gone']),
        sql`exists (select 1 from ${functionTests} where ${functionTests.unitId} = ${units.id} and ${testStands})`,
      ),
    )
    .orderBy(asc(units.tag))
    .limit(MOST + 1);
  const told: WhatIf = {
    looked: Math.min(stock.length, MOST),
    more: stock.length > MOST,
    before: none(),
    after: none(),
    changed: [],
  };
  for (const unit of stock.slice(0, MOST)) {
    const { input, result } = await proofOf(db, unit, today);
    // a mark of a kind the other rubric does not have counts for nothing by it
    const kinds = new Set(rubric.defects.map(({ id }) => id));
    const then = gradeUnit(rubric, {
      ...input,
      defects: input.defects.filter(({ kind }) => kinds.has(kind)),
    });
    told.before[result.grade ?? 'none']++;
    told.after[then.grade ?? 'none']++;
    if (then.grade === result.grade) continue;
    const asked = then.open.filter((id) => !result.open.includes(id));
    const decides = then.reasons.filter(({ allows }) => allows === then.grade && allows !== 'A');
    told.changed.push({
      tag: unit.tag,
      from: result.grade,
      to: then.grade,
      why: asked.length
        ? `not tested: ${asked.map((id) => rubric.tests.find((test) => test.id === id)?.name ?? id).join(', ')}`
        : then.grade === null
          ? 'cannot be sold as working'
          : decides.length
            ? decides.map(({ id, what }) => (what === 'surface' ? `marks: ${id}` : id)).join(', ')
            : `${then.points.toFixed(1)} points`,
    });
  }
  told.changed.sort((a, b) => rank(a.to) - rank(a.from) - (rank(b.to) - rank(b.from)));
  told.changed = told.changed.slice(0, LISTED);
  return told;
}
