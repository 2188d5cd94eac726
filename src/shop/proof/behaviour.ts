import { and, desc, eq, gte, isNull, sql } from 'drizzle-orm';
import { behaviourOver, type BatteryBehaviour } from '@/core/instruments/pack';
import type { HeatReading } from '@/core/instruments/heat/read';
import type { Database, Transaction } from '@/db/client';
import { components, movements, recordValues } from '@/db/schema';

async function newest<T>(tx: Transaction | Database, unitId: string, key: string): Promise<T | null> {
  const [row] = await tx
    .select({ value: recordValues.value })
    .from(recordValues)
    .where(and(eq(recordValues.unitId, unitId), eq(recordValues.key, key), isNull(recordValues.voidedBy)))
    .orderBy(desc(recordValues.id))
    .limit(1);
  return row ? (JSON.parse(row.value) as T) : null;
}

/**
 * What the newest heat run says for a grade: kelvin under its limit, whether its clock held, and that by the rated one.
 * @param baseMhz the clock its processor is rated for; null: not known
 */
export async function heatOfGrade(tx: Transaction | Database, unitId: string, baseMhz: number | null) {
  const run = await newest<{
    reading: Pick<HeatReading, 'margin' | 'clockKept' | 'clockEnd' | 'heldBack' | 'lost'>;
  }>(tx, unitId, 'heat run');
  if (!run || run.reading.lost) return null;
  const { margin, clockKept, clockEnd, heldBack } = run.reading;
  const ofBase = baseMhz && clockEnd ? clockEnd / baseMhz : null;
  return { margin: heldBack ? 0 : margin, clockKept, ofBase };
}

/**
 * How its battery behaved over all runs of the pack that is in it now; null: it was not run. A gauge that was only read
 * says nothing of it.
 */
export async function batteryBehaviour(
  tx: Transaction | Database,
  unitId: string,
): Promise<BatteryBehaviour | null> {
  const packIn = sql`coalesce((select max(${movements.at}) from ${movements}
    inner join ${components} on ${components.id} = ${movements.componentId}
    where ${components.class} = 'battery' and ${movements.n} > 0 and ${movements.toPlace} = ${`unit:${unitId}`}), '-infinity')`;
  const rows = await tx
    .select({ value: recordValues.value })
    .from(recordValues)
    .where(
      and(
        eq(recordValues.unitId, unitId),
        eq(recordValues.key, 'battery run'),
        isNull(recordValues.voidedBy),
        gte(recordValues.at, packIn),
      ),
    )
    .orderBy(recordValues.id);
  const told = rows.map(
    ({ value }) => JSON.parse(value) as { behaviour: BatteryBehaviour; run: object | null },
  );
  const run = told.filter((own) => own.run);
  return run.length ? behaviourOver(run.map(({ behaviour }) => behaviour)) : null;
}
