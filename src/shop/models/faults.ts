import { and, asc, desc, inArray, isNull, ne } from 'drizzle-orm';
import { catalogue } from '@/catalog';
import { modelMemory } from '@/catalog/bench';
import type { Catalogue } from '@/core/catalogue';
import { modelFaults, modelOdds, provedCauses, type ModelFault } from '@/core/models/notebook';
import type { Database, Transaction } from '@/db/client';
import { observations, units } from '@/db/schema';
import { sameModel } from '../record/model';
import { recordEntry } from '../record/queries';

type Model = Pick<typeof units.$inferSelect, 'id' | 'maker' | 'model' | 'chassis'>;

/** Newest closed machines of a model that are read. */
const READ = 60;

/**
 * What was wrong with the machines of its model the shop has done with, but this one: shrunk to what the shop knows of
 * the kind of machine (`known`, which those machines moved as all others did), so that none counts twice.
 */
export async function modelFaultsFor(
  tx: Transaction | Database,
  unit: Model,
  known: Catalogue,
): Promise<ModelFault[]> {
  if (!unit.model.trim()) return [];
  const closed = await tx
    .select({ id: units.id })
    .from(units)
    .where(and(ne(units.id, unit.id), sameModel(unit), inArray(units.stage, ['shelf', 'sold', 'gone'])))
    .orderBy(desc(units.stageSince))
    .limit(READ);
  if (closed.length === 0) return [];
  const rows = await tx
    .select()
    .from(observations)
    .where(
      and(
        inArray(
          observations.unitId,
          closed.map(({ id }) => id),
        ),
        isNull(observations.voidedBy),
      ),
    )
    .orderBy(asc(observations.id));
  const records = new Map(closed.map(({ id }) => [id, [] as ReturnType<typeof recordEntry>[]]));
  for (const row of rows) records.get(row.unitId)!.push(recordEntry(row));
  return modelFaults(
    [...records.values()].map((record) => provedCauses(record, catalogue, unit.chassis)),
    priorIn(known, unit.chassis),
    modelMemory,
  );
}

const priorIn = (known: Catalogue, chassis: Model['chassis']) => (cause: string) =>
  known.causes.find(({ id }) => id === cause)?.prior[chassis] ?? 0;

/** The same as factors on the odds of causes: what belief begins with on the next machine. */
export async function modelOddsFor(
  tx: Transaction | Database,
  unit: Model,
  known: Catalogue,
): Promise<Record<string, number>> {
  return modelOdds(await modelFaultsFor(tx, unit, known), priorIn(known, unit.chassis), modelMemory);
}
