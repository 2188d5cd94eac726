import type { Fit } from '@/core/parts/fits';
import { database } from '@/db/client';
import { components, units } from '@/db/schema';
import { type Unit } from './unit';
import { type MachineNow, fitOf, machinesNow } from '../parts/machine';
import { freeFor } from '../parts/bin';
import { and, eq, asc, sql } from 'drizzle-orm';
import { recordsNow } from '../record/queries';

export interface BinFit {
  part: typeof components.$inferSelect;
  fit: Fit;
}

/** The bin from the machine's side: every part with whether it goes in, what goes in first. */
export async function binFor(
  unit: Pick<Unit, 'id'>,
  machine: MachineNow,
  partClass?: string,
): Promise<BinFit[]> {
  const rows = await database()
    .select()
    .from(components)
    .where(
      and(
        eq(components.place, 'bin'),
        freeFor(unit.id),
        partClass ? eq(components.class, partClass) : undefined,
      ),
    )
    .orderBy(asc(components.class), asc(components.costMinor), asc(components.code));
  return rows.map((part) => ({ part, fit: fitOf(part, machine.machine) })).sort(surerFirst);
}

/** Open machines a part goes into, those it surely fits first. All are read together. */
export async function servedBy(
  part: typeof components.$inferSelect,
  limit = 40,
): Promise<{ unit: Unit; fit: Fit }[]> {
  const open = await database()
    .select()
    .from(units)
    .where(sql`${units.stage} not in ('sold', 'gone', 'quarantine', 'shelf')`)
    .orderBy(sql`${units.rankScore} desc`)
    .limit(MOST_SERVED);
  const records = await recordsNow(database(), open);
  const machines = await machinesNow(
    database(),
    open.map((unit) => ({ unit, record: records.get(unit.id)!.record })),
  );
  const all = open.flatMap((unit, n): { unit: Unit; fit: Fit }[] => {
    const fit = fitOf(part, machines[n].machine);
    return fit.answer === 'no' ? [] : [{ unit, fit }];
  });
  return all.sort(surerFirst).slice(0, limit);
}

/** Open machines a part is held against: those most worth working on. */
export const MOST_SERVED = 60;
const WEIGHT = { fits: 0, 'with care': 1, no: 2 } as const;
/** What surely goes in first, then what has least to be watched. */
export const surerFirst = (a: { fit: Fit }, b: { fit: Fit }) =>
  WEIGHT[a.fit.answer] - WEIGHT[b.fit.answer] || a.fit.reasons.length - b.fit.reasons.length;
