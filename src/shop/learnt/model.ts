import { desc, eq, sql } from 'drizzle-orm';
import type { PriceModel } from '@/core/price/model';
import { tableModel, type PriceTable } from '@/core/price/table';
import type { PartClass } from '@/core/catalogue';
import { partWorth, type PartFacts, type PartRates } from '@/core/price/parts';
import type { Learnt } from '@/core/value/learn';
import { partsFactor } from '@/core/value/looseParts';
import { learntModel } from '@/core/value/learnt';
import type { HouseTables } from '@/core/house/tables';
import type { Database, Transaction } from '@/db/client';
import { priceModels } from '@/db/schema';

/** A model of prices that is reckoned with, by its number. */
export interface Kept {
  version: number;
  learnt: Learnt;
}

/** The number of the model that holds now; null: the table alone. */
export const keptStampSql = sql`(select case when m.learnt is null then null else m.version end
  from price_models m where m.state = 'kept' order by m.kept_at desc, m.version desc limit 1)`;

/** Models never change once they are made: read once, by number and moment, for databases are many. */
const KEPT = 4;
const read = new Map<string, Kept>();

/** The model that holds now; null: the table alone. */
export async function keptNow(tx: Transaction | Database): Promise<Kept | null> {
  const [{ version }] = (await tx.execute<{ version: number | null }>(sql`select ${keptStampSql} as version`))
    .rows;
  return version === null ? null : keptBy(tx, version);
}

/** A model by its number. */
export async function keptBy(tx: Transaction | Database, version: number): Promise<Kept | null> {
  const [stamp] = await tx
    .select({ at: priceModels.at })
    .from(priceModels)
    .where(eq(priceModels.version, version));
  if (!stamp) return null;
  const key = `${version}@${stamp.at.getTime()}`;
  const known = read.get(key);
  if (known) return known;
  const [row] = await tx.select().from(priceModels).where(eq(priceModels.version, version));
  if (!row.learnt) return null;
  const kept: Kept = { version, learnt: row.learnt };
  if (read.size >= KEPT) read.delete(read.keys().next().value!);
  read.set(key, kept);
  return kept;
}

/** What was learnt over a table of prices: of each such table the model that reckons with it. */
const models = new WeakMap<PriceTable, PriceModel>();
const made = new WeakMap<HouseTables, WeakMap<Kept, HouseTables>>();

/** The house's tables with what sales have taught over its prices; the same for the same. */
export function withLearnt(tables: HouseTables, kept: Kept): HouseTables {
  let by = made.get(tables);
  if (!by) made.set(tables, (by = new WeakMap<Kept, HouseTables>()));
  const known = by.get(kept);
  if (known) return known;
  const { prices } = tables;
  const own: HouseTables = { ...tables, prices: { ...prices } };
  const version = `${prices.version}, prices ${kept.version}`;
  if (kept.learnt.parts) {
    own.partsBy = { ...tables.partsBy };
    factors.set(own.partsBy, partsFactor(kept.learnt.parts));
  }
  models.set(own.prices, learntModel(tableModel(prices), kept.learnt, version));
  by.set(kept, own);
  return own;
}

/** What was learnt of loose parts over a table of them. */
const factors = new WeakMap<PartRates, ReturnType<typeof partsFactor>>();

/** What a part of a machine is worth by the house, minor units: by its table, and what sales of loose parts have taught over it. */
export function loosePartWorth(rates: PartRates, part: PartClass, usual: number, facts: PartFacts): number {
  const minor = partWorth(rates, part, usual, facts);
  const factor = factors.get(rates);
  if (!factor) return minor;
  const { memoryGb, driveGb, driveKind, level, batteryHealth } = facts;
  return Math.round(
    minor *
      factor({
        class: part,
        gb: part === 'memory' ? memoryGb : part === 'drive' ? driveGb : null,
        driveKind: driveKind === 'disk' || driveKind === 'solid' ? driveKind : null,
        level,
        health: batteryHealth,
      }),
  );
}

/** The one model of prices of the house's tables: with what was learnt over them, where anything was. */
export const priceModelOf = (prices: PriceTable): PriceModel => models.get(prices) ?? tableModel(prices);

/** The newest models, and what became of each. */
export const newestModels = (tx: Transaction | Database, count: number) =>
  tx
    .select({
      version: priceModels.version,
      state: priceModels.state,
      facts: priceModels.facts,
      byName: priceModels.byName,
      at: priceModels.at,
      table: sql<boolean>`${priceModels.learnt} is null`,
    })
    .from(priceModels)
    .orderBy(desc(priceModels.version))
    .limit(count);
