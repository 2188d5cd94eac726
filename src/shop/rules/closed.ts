import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { ClosedCase } from '@/core/learn/closedCase';
import { WHOLE_LOOK } from '@/core/catalogue';
import type { Sighted } from '@/core/steps/sighted';
import type { Transaction } from '@/db/client';
import { lots, observations, units } from '@/db/schema';
import { runInWorker } from '@/workers/pool';
import { recordEntry } from '../record/queries';

/** Records read at a time. */
const PAGE = 500;

/** Units that are done with: looked over as a whole with all well, or gone from the shop in whatever way. */
const doneWith = sql`select u.id from units u where u.stage in ('sold', 'gone') or exists (
  select 1 from observations o where o.unit_id = u.id and o.ref = ${WHOLE_LOOK} and o.voided_by is null)`;

/**
 * Every unit that is done with, whatever became of it: what is scrapped counts as what it was likely to have. What is
 * read is the catalogue's own reckoning, so that learning does not feed on itself. Oldest first.
 * @param among which of them, as a condition on units
 */
export async function closedCases(tx: Transaction, among = sql`true`): Promise<ClosedCase[]> {
  // a worker reads thousands of records for some minutes, and the transaction waits for it
  await tx.execute(sql`set local idle_in_transaction_session_timeout = '30min'`);
  const rows = await tx
    .select({ unit: units.id, chassis: units.chassis, source: lots.source, stage: units.stage })
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId))
    .where(sql`${units.id} in (${doneWith}) and ${among}`)
    .orderBy(asc(units.createdAt), asc(units.id));
  const cases: ClosedCase[] = [];
  for (let from = 0; from < rows.length; from += PAGE) {
    const page = rows.slice(from, from + PAGE);
    const ids = page.map(({ unit }) => unit);
    const standing = await tx
      .select()
      .from(observations)
      .where(and(inArray(observations.unitId, ids), isNull(observations.voidedBy)))
      .orderBy(asc(observations.id));
    const records = new Map<string, Sighted[]>(ids.map((id) => [id, []]));
    for (const row of standing) records.get(row.unitId)!.push(recordEntry(row));
    const read = page.map(({ unit, chassis, source, stage }) => ({
      context: { chassis, source },
      record: records.get(unit)!,
      left: stage === 'sold' || stage === 'gone',
    }));
    cases.push(...(await runInWorker('closedCases', [read])));
  }
  return cases;
}

/** How many there are, without reading what each proves. */
export async function countClosed(tx: Transaction): Promise<number> {
  const { rows } = await tx.execute<{ n: number }>(sql`select count(*)::int as n from (
    select u.id from units u where u.stage in ('sold', 'gone')
    union
    select unit_id from observations where voided_by is null group by unit_id
    having max(id) filter (where ref = ${WHOLE_LOOK} and outcome = 0) > coalesce(max(id) filter (where kind = 'repair' and outcome = 1), 0)) closed`);
  return rows[0].n;
}
