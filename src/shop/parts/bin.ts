import { and, asc, eq, isNull, or, sql } from 'drizzle-orm';
import type { Chassis, PartClass } from '@/core/catalogue';
import type { DerivedRecord } from '@/core/record';
import type { Database, Transaction } from '@/db/client';
import { components } from '@/db/schema';
import { fitOf, machineNow } from './machine';

/** Tested good, and in the bin. */
export const goodInBin = and(eq(components.place, 'bin'), eq(components.knownGood, true));

/** Nobody else was promised it. */
export const freeFor = (unit: string) =>
  and(
    or(isNull(components.reservedFor), eq(components.reservedFor, unit)),
    or(isNull(components.keptFor), eq(components.keptFor, unit)),
    or(isNull(components.ownerUnit), eq(components.ownerUnit, unit)),
  );

interface Unit {
  id: string;
  chassis: Chassis;
  maker: string;
  model: string;
}

/**
 * Known-good parts a unit may be tested with, the cheapest first: those that do not fit it, and those lying at or
 * kept for another unit, are not among them.
 */
export async function goodParts(
  tx: Transaction | Database,
  unit: Unit,
  record: Pick<DerivedRecord, 'inside' | 'takes' | 'specification'>,
  partClass?: PartClass,
): Promise<(typeof components.$inferSelect)[]> {
  const rows = await tx
    .select()
    .from(components)
    .where(and(goodInBin, freeFor(unit.id), partClass ? eq(components.class, partClass) : undefined))
    .orderBy(asc(components.costMinor), asc(components.code));
  if (rows.length === 0) return [];
  const { machine } = await machineNow(tx, unit, record);
  return rows.filter((part) => fitOf(part, machine).answer !== 'no');
}

/** What the cheapest known-good part of each class costs that fits the unit. */
export async function swapBin(
  tx: Transaction | Database,
  unit: Unit,
  record: Pick<DerivedRecord, 'inside' | 'takes' | 'specification'>,
): Promise<Partial<Record<PartClass, number>>> {
  const bin: Partial<Record<PartClass, number>> = {};
  for (const part of await goodParts(tx, unit, record)) bin[part.class as PartClass] ??= part.costMinor;
  return Object.fromEntries(Object.entries(bin).sort(([a], [b]) => (a < b ? -1 : 1)));
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

/** A unit that leaves is promised nothing any more. */
export async function freeKept(tx: Transaction, unit: string): Promise<void> {
  await tx
    .update(components)
    .set({ keptFor: null })
    .where(sql`${components.keptFor} = ${unit}`);
}
