import { and, desc, eq, isNull } from 'drizzle-orm';
import type { BatteryBehaviour } from '@/core/instruments/batteryRun';
import type { HeatReading } from '@/core/instruments/heat/read';
import type { Database, Transaction } from '@/db/client';
import { recordValues } from '@/db/schema';

async function newest<T>(tx: Transaction | Database, unitId: string, key: string): Promise<T | null> {
  const [row] = await tx
    .select({ value: recordValues.value })
    .from(recordValues)
    .where(and(eq(recordValues.unitId, unitId), eq(recordValues.key, key), isNull(recordValues.voidedBy)))
    .orderBy(desc(recordValues.id))
    .limit(1);
  return row ? (JSON.parse(row.value) as T) : null;
}

/** What the newest heat run says for a grade: kelvin under its limit, and whether its clock held. */
export async function heatOfGrade(tx: Transaction | Database, unitId: string) {
  const run = await newest<{ reading: Pick<HeatReading, 'margin' | 'clockKept' | 'heldBack' | 'lost'> }>(
    tx,
    unitId,
    'heat run',
  );
  if (!run || run.reading.lost) return null;
  const { margin, clockKept, heldBack } = run.reading;
  return { margin: heldBack ? 0 : margin, clockKept };
}

/** How its battery behaved, where it was run; a gauge that was only read says nothing of it. */
export async function batteryBehaviour(
  tx: Transaction | Database,
  unitId: string,
): Promise<BatteryBehaviour | null> {
  const told = await newest<{ behaviour: BatteryBehaviour; run: object | null }>(tx, unitId, 'battery run');
  return told?.run ? told.behaviour : null;
}
