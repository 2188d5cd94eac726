import { and, asc, eq, isNull, or, sql } from 'drizzle-orm';
import type { Chassis, PartClass } from '@/core/catalogue';
import type { Database, Transaction } from '@/db/client';
import { components } from '@/db/schema';

/** Tested good, and in the bin. */
export const goodInBin = and(eq(components.place, 'bin'), eq(components.knownGood, true));

/**
 * A part says which kinds of machine it fits (attribute "fits", several with commas), or fits any of its
 * class.
 */
export const fitsOn = (chassis: Chassis) =>
  sql`(${components.attributes}->>'fits' is null or ',' || (${components.attributes}->>'fits') || ',' like ${`%,${chassis},%`})`;

/**
 * Known-good parts a unit may be tested with: what the cheapest of each class costs; those lying at another
 * unit are not among them.
 */
export async function swapBin(
  tx: Transaction | Database,
  unit: string,
  chassis: Chassis,
): Promise<Partial<Record<PartClass, number>>> {
  const rows = await tx
    .select({ class: components.class, minor: sql<number>`min(${components.costMinor})::bigint` })
    .from(components)
    .where(
      and(goodInBin, fitsOn(chassis), or(isNull(components.reservedFor), eq(components.reservedFor, unit))),
    )
    .groupBy(components.class)
    .orderBy(asc(components.class));
  return Object.fromEntries(rows.map((row) => [row.class, row.minor]));
}

/** Parts lying at a unit for a swap-test. */
export async function reservedFor(tx: Transaction, unit: string) {
  return tx
    .select({ id: components.id, code: components.code, name: components.name, class: components.class })
    .from(components)
    .where(eq(components.reservedFor, unit))
    .orderBy(asc(components.code));
}

/** Parts of a class (or all) that lay at a unit go back into the bin. @returns their codes */
export async function release(tx: Transaction, unit: string, partClass?: string): Promise<string[]> {
  const rows = await tx
    .update(components)
    .set({ reservedFor: null })
    .where(and(eq(components.reservedFor, unit), partClass ? eq(components.class, partClass) : undefined))
    .returning({ code: components.code });
  return rows.map((row) => row.code);
}
