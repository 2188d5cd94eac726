import { sql, type SQL } from 'drizzle-orm';
import type { LotSource } from '@/core/catalogue';
import { agreementOf, type Agreement, type OwnerAct } from '@/core/owner/agreement';
import type { Facts } from '@/core/parts/fields';
import type { Database, Transaction } from '@/db/client';
import { ofIds, rowFrom, rowsOf, theIds } from '@/db/nested';
import { components, recordValues, shop, units, wants } from '@/db/schema';
import { houseBy, houseStampSql, type House, type HouseStamp } from '../house/tables';
import { modelRecordsSql, type ModelRecords } from '../models/faults';
import { goodSql } from '../parts/bin';
import { modelKnownFrom, modelKnownSql, type ModelKnown } from '../parts/machine';
import { chanceFrom, fitCountsSql, offersSql, quotesFrom, type FitCount } from '../parts/quotes';
import type { Of } from '../record/model';
import { sourcesFrom, sourcesSql, type Sources, type SourcesJson } from '../record/sources';

type Json = Record<string, unknown>;

/** What a machine is reckoned with beside its own record: what makes its snapshot old when it changes. */
export interface Around {
  rules: typeof shop.$inferSelect;
  house: House;
  /** Known-good parts that lie free for it. */
  bin: (typeof components.$inferSelect)[];
  known: ModelKnown;
  quotes: ReturnType<typeof quotesFrom>;
}

/** A machine and everything it is reckoned with. */
export interface Reading extends Around {
  unit: typeof units.$inferSelect;
  source: LotSource;
  /** What was seen of machines of its model the shop has done with. */
  model: ModelRecords;
  sources: Sources;
  /** What has been agreed about somebody else's machine; null: it is the shop's own. */
  agreement: Agreement | null;
}

interface AroundJson {
  rules: Json;
  house: HouseStamp;
  bin: Json[];
  known: { sheet: Facts; provenGb?: number | null };
  offers: Json[];
  counts: FitCount[];
}

const aroundSql = (of: Of) => sql`json_build_object(
  'rules', (select to_json(s) from ${shop} s limit 1),
  'house', ${houseStampSql},
  'bin', ${rowsOf(goodSql(of.id as SQL))},
  'known', ${modelKnownSql(of)},
  'offers', ${rowsOf(offersSql(of.id as SQL))},
  'counts', ${rowsOf(fitCountsSql)})`;

async function aroundFrom(tx: Transaction | Database, json: AroundJson): Promise<Around> {
  const { house } = json;
  return {
    rules: rowFrom(shop, json.rules),
    house: await houseBy(tx, house),
    bin: json.bin.map((row) => rowFrom(components, row)),
    known: modelKnownFrom(json.known),
    quotes: quotesFrom(
      json.offers.map((row) => rowFrom(wants, row)),
      chanceFrom(json.counts),
    ),
  };
}

/** The columns of the machine that is being read, in a query of it under this name. */
const it = { id: sql`it.id`, maker: sql`it.maker`, model: sql`it.model`, chassis: sql`it.chassis` };

const readingOfIds = ofIds(
  () => sql`select to_json(it) as unit,
    (select l.source from lots l where l.id = it.lot_id) as source,
    ${aroundSql(it)} as around,
    ${modelRecordsSql(it)} as model,
    ${sourcesSql(sql`array[it.id]`)} as sources,
    (select json_agg(v.value order by v.id) from ${recordValues} v
      where v.unit_id = it.id and v.key = 'owner' and v.voided_by is null) as owner
    from ${units} it where it.id = any(${theIds})`,
);
const aroundOfIds = ofIds(
  () => sql`select ${aroundSql(it)} as around from ${units} it where it.id = any(${theIds})`,
);

/**
 * Everything a machine is reckoned with, in one statement (two when the house's tables have just changed). Null: there
 * is no such machine.
 */
export async function readingOf(tx: Transaction | Database, unitId: string): Promise<Reading | null> {
  const { rows } = await tx.execute<{
    unit: Json;
    source: LotSource;
    around: AroundJson;
    model: ModelRecords;
    sources: SourcesJson;
    owner: string[] | null;
  }>(readingOfIds([unitId]));
  const [row] = rows;
  if (!row) return null;
  return {
    ...(await aroundFrom(tx, row.around)),
    unit: rowFrom(units, row.unit),
    source: row.source,
    model: row.model,
    sources: sourcesFrom(row.sources, [unitId]).get(unitId)!,
    agreement:
      row.source === 'owner'
        ? agreementOf((row.owner ?? []).map((act) => JSON.parse(act) as OwnerAct))
        : null,
  };
}

/** What its snapshot may be behind of. */
export async function aroundOf(tx: Transaction | Database, unitId: string): Promise<Around> {
  const { rows } = await tx.execute<{ around: AroundJson }>(aroundOfIds([unitId]));
  return aroundFrom(tx, rows[0].around);
}
