import { desc, eq, sql } from 'drizzle-orm';
import { shippedHouse } from '@/catalog/house';
import { houseChanges } from '@/core/house/changes';
import { houseFaults } from '@/core/house/faults';
import { withGained } from '@/core/house/later';
import type { HouseTables } from '@/core/house/tables';
import type { Database, Transaction } from '@/db/client';
import { houseTables } from '@/db/schema';
import { keptBy, keptStampSql, withLearnt } from '../learnt/model';

export interface House {
  /** 0: as shipped. */
  version: number;
  tables: HouseTables;
  /** Why the owner's tables were left out: the program has changed under them. */
  faults: string[];
  /** Same tables, same prices learnt over them: same mark. */
  mark: number | string;
  /** The model of prices over them; null: the table alone. */
  learnt: number | null;
}

/** Which tables hold, and which model of prices over them. */
export interface HouseStamp {
  version: number | null;
  at: string | null;
  learnt: number | null;
}

const SHIPPED: House = { version: 0, tables: shippedHouse, faults: [], mark: 0, learnt: null };

/** Tables of a version never change, so they are read once; by version and moment, for databases are many. */
const KEPT = 8;
const kept = new Map<string, House>();

function houseOf(version: number, own: HouseTables | null): House {
  if (!own) return { ...SHIPPED, version };
  const whole = withGained(own, shippedHouse);
  const faults = houseFaults(whole, shippedHouse);
  if (faults.length) {
    // records name the house's own work and marks all the same
    const named = withGained(shippedHouse, own);
    const gained = houseChanges(shippedHouse, named).length > 0;
    return { version, faults, tables: gained ? named : shippedHouse, mark: version, learnt: null };
  }
  const name = `house ${version}`;
  return {
    version,
    faults,
    mark: version,
    learnt: null,
    tables: {
      ...whole,
      prices: { ...whole.prices, version: name, source: 'the house' },
      rubric: { ...whole.rubric, version: name, source: 'the house' },
    },
  };
}

async function readHouse(tx: Transaction | Database, stamp: { version: number; at: Date }): Promise<House> {
  const key = `${stamp.version}@${stamp.at.getTime()}`;
  const known = kept.get(key);
  if (known) return known;
  const [row] = await tx.select().from(houseTables).where(eq(houseTables.version, stamp.version));
  const house = houseOf(row.version, row.tables);
  if (kept.size >= KEPT) kept.delete(kept.keys().next().value!);
  kept.set(key, house);
  return house;
}

const stamps = (tx: Transaction | Database) =>
  tx.select({ version: houseTables.version, at: houseTables.at }).from(houseTables);

/** What holds now, as one value. */
export const houseStampSql = sql`(select json_build_object('version', h.version, 'at', h.at, 'learnt', ${keptStampSql})
  from (select 1) one left join lateral
    (select version, at from house_tables order by version desc limit 1) h on true)`;

/** The tables the shop reckons with now, with what sales have taught over them. */
export async function houseNow(tx: Transaction | Database): Promise<House> {
  const [{ stamp }] = (await tx.execute<{ stamp: HouseStamp }>(sql`select ${houseStampSql} as stamp`)).rows;
  return houseBy(tx, stamp);
}

/** The tables of a moment that was read. */
export async function houseBy(
  tx: Transaction | Database,
  { version, at, learnt }: HouseStamp,
): Promise<House> {
  const house = version === null ? SHIPPED : await readHouse(tx, { version, at: new Date(at!) });
  const kept = learnt === null ? null : await keptBy(tx, learnt);
  return kept
    ? { ...house, tables: withLearnt(house.tables, kept), mark: `${house.version}/${learnt}`, learnt }
    : house;
}

/** The tables as they stood under a version; null or 0: as shipped. */
export async function houseAt(tx: Transaction | Database, version: number | null): Promise<House> {
  if (!version) return SHIPPED;
  const [stamp] = await stamps(tx).where(eq(houseTables.version, version));
  return stamp ? readHouse(tx, stamp) : SHIPPED;
}

const LISTED = 20;

/** Versions, newest first. */
export const houseVersions = (tx: Transaction | Database) =>
  tx
    .select({
      version: houseTables.version,
      byName: houseTables.byName,
      at: houseTables.at,
      shipped: sql<boolean>`${houseTables.tables} is null`,
    })
    .from(houseTables)
    .orderBy(desc(houseTables.version))
    .limit(LISTED);
