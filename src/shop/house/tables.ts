import { desc, eq, sql } from 'drizzle-orm';
import { shippedHouse } from '@/catalog/house';
import { houseChanges } from '@/core/house/changes';
import { houseFaults } from '@/core/house/faults';
import { withGained } from '@/core/house/later';
import type { HouseTables } from '@/core/house/tables';
import type { Database, Transaction } from '@/db/client';
import { houseTables } from '@/db/schema';

export interface House {
  /** 0: as shipped. */
  version: number;
  tables: HouseTables;
  /** Why the owner's tables were left out: the program has changed under them. */
  faults: string[];
}

const SHIPPED: House = { version: 0, tables: shippedHouse, faults: [] };

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
    return { version, faults, tables: gained ? named : shippedHouse };
  }
  const name = `house ${version}`;
  return {
    version,
    faults,
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

/** The tables the shop reckons with now. */
export async function houseNow(tx: Transaction | Database): Promise<House> {
  const [newest] = await stamps(tx).orderBy(desc(houseTables.version)).limit(1);
  return houseBy(tx, newest ?? null);
}

/** The version that holds now, as one value; null: as shipped. */
export const houseStampSql = sql`(select json_build_object('version', h.version, 'at', h.at)
  from house_tables h order by h.version desc limit 1)`;
/** The tables of a version that was read. */
export const houseBy = async (
  tx: Transaction | Database,
  stamp: { version: number; at: Date } | null,
): Promise<House> => (stamp ? readHouse(tx, stamp) : SHIPPED);

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
