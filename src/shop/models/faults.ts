import { and, asc, desc, inArray, isNull, sql } from 'drizzle-orm';
import { catalogue } from '@/catalog';
import { modelMemory } from '@/catalog/hands/bench';
import type { Catalogue } from '@/core/catalogue';
import { modelFaults, modelOdds, provedCauses, type ModelFault } from '@/core/models/notebook';
import type { Database, Transaction } from '@/db/client';
import { query, rowFrom, rowsOf } from '@/db/nested';
import { observations, units } from '@/db/schema';
import { sameModel, type Of } from '../record/model';
import { recordEntry } from '../record/queries';

type Model = Pick<typeof units.$inferSelect, 'id' | 'maker' | 'model' | 'chassis'>;

/** Newest closed machines of a model that are read. */
const READ = 60;

/** What was seen of the machines of its model the shop has done with, but this one: an array of observations each. */
export const modelRecordsSql = (unit: Of) =>
  sql`(select coalesce(json_agg(${rowsOf(
    query
      .select()
      .from(observations)
      .where(and(sql`${observations.unitId} = closed.id`, isNull(observations.voidedBy)))
      .orderBy(asc(observations.id)),
  )}), '[]'::json) from ${query
    .select({ id: units.id })
    .from(units)
    .where(
      and(
        sql`${units.id} <> ${unit.id} and trim(${unit.model}) <> ''`,
        sameModel(unit),
        inArray(units.stage, ['shelf', 'sold', 'gone']),
      ),
    )
    .orderBy(desc(units.stageSince))
    .limit(READ)} as closed)`;
export type ModelRecords = Record<string, unknown>[][];

/**
 * What was wrong with the machines of a model the shop has done with: shrunk to what the shop knows of the kind of
 * machine (`known`, which those machines moved as all others did), so that none counts twice.
 */
export const modelFaultsFrom = (
  records: ModelRecords,
  { chassis }: Pick<Model, 'chassis'>,
  known: Catalogue,
): ModelFault[] =>
  modelFaults(
    records.map((rows) =>
      provedCauses(
        rows.map((row) => recordEntry(rowFrom(observations, row))),
        catalogue,
        chassis,
      ),
    ),
    priorIn(known, chassis),
    modelMemory,
  );

export const modelFaultsFor = async (
  tx: Transaction | Database,
  unit: Model,
  known: Catalogue,
): Promise<ModelFault[]> => {
  const { rows } = await tx.execute<{ records: ModelRecords }>(
    sql`select ${modelRecordsSql(unit)} as records`,
  );
  return modelFaultsFrom(rows[0].records, unit, known);
};

const priorIn = (known: Catalogue, chassis: Model['chassis']) => (cause: string) =>
  known.causes.find(({ id }) => id === cause)?.prior[chassis] ?? 0;

/** The same as factors on the odds of causes: what belief begins with on the next machine. */
export const modelOddsFrom = (
  faults: readonly ModelFault[],
  { chassis }: Pick<Model, 'chassis'>,
  known: Catalogue,
): Record<string, number> => modelOdds(faults, priorIn(known, chassis), modelMemory);

export const modelOddsFor = async (tx: Transaction | Database, unit: Model, known: Catalogue) =>
  modelOddsFrom(await modelFaultsFor(tx, unit, known), unit, known);
