import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import { repairById } from '@/catalog';
import { OWN_DAMAGE } from '@/catalog/hands/damage';
import { database } from '@/db/client';
import { recordValues } from '@/db/schema';

/** Damage of ours on a unit, newest first. */
export async function damageOn(unitId: string) {
  const rows = await database()
    .select()
    .from(recordValues)
    .where(
      and(eq(recordValues.unitId, unitId), eq(recordValues.key, 'damage'), isNull(recordValues.voidedBy)),
    )
    .orderBy(desc(recordValues.id));
  return rows.map(({ value, number, by }) => {
    const { kind, note, step } = JSON.parse(value) as { kind: string; note: string; step: string };
    return {
      name: OWN_DAMAGE.find(({ id }) => id === kind)?.name ?? kind,
      step: step && (repairById(step)?.name ?? step),
      costMinor: number ?? 0,
      note,
      by,
    };
  });
}

/** How often steps have broken something in this shop, and what it cost when they did. */
export async function risksOf(refs: readonly string[]) {
  if (refs.length === 0) return [];
  const list = sql.join(
    refs.map((ref) => sql`${ref}`),
    sql`, `,
  );
  const { rows } = await database().execute<{ ref: string; done: string; times: string; cost: string }>(sql`
    select d.ref, d.done, b.times, b.cost
    from (select ref, count(*) as done from work where status = 'done' and ref in (${list}) group by ref) d
    join (select value::json ->> 'step' as ref, count(*) as times, coalesce(avg(number), 0) as cost
      from record_values where key = 'damage' and voided_by is null group by 1) b on b.ref = d.ref`);
  return rows.map(({ ref, done, times, cost }) => ({
    name: repairById(ref)?.name ?? ref,
    times: Number(times),
    of: Math.max(Number(done), Number(times)),
    costMinor: Math.round(Number(cost)),
  }));
}
