import { and, asc, eq, isNull, or, sql, type SQL } from 'drizzle-orm';
import type { Chassis, PartClass } from '@/core/catalogue';
import type { Database, Transaction } from '@/db/client';
import { query, rowFrom } from '@/db/nested';
import { components } from '@/db/schema';
import { fitOf, machineFrom, machineNow, type MachineNow, type ModelKnown, type Told } from './machine';

/** Tested good, and in the bin. */
export const goodInBin = and(
  eq(components.place, 'bin'),
  eq(components.knownGood, true),
  isNull(components.missingSince),
);

/** Nobody else was promised it, and it was there when the bin was counted last. */
export const freeFor = (unit: string | SQL) =>
  and(
    or(isNull(components.reservedFor), eq(components.reservedFor, unit)),
    or(isNull(components.keptFor), eq(components.keptFor, unit)),
    or(isNull(components.ownerUnit), eq(components.ownerUnit, unit)),
    isNull(components.missingSince),
  );

/** A machine that is on no record. */
export const NOBODY = '00000000-0000-0000-0000-000000000000';

interface Unit {
  id: string;
  chassis: Chassis;
  maker: string;
  model: string;
}

/** Known-good parts that lie free for a unit, the cheapest first. */
export const goodSql = (unit: string | SQL, partClass?: PartClass) =>
  query
    .select()
    .from(components)
    .where(and(goodInBin, freeFor(unit), partClass ? eq(components.class, partClass) : undefined))
    .orderBy(asc(components.costMinor), asc(components.code));

type Part = typeof components.$inferSelect;

/** Those of them a machine takes. */
const fitting = (parts: readonly Part[], { machine }: Pick<MachineNow, 'machine'>): Part[] =>
  parts.filter((part) => fitOf(part, machine).answer !== 'no');

/**
 * Known-good parts a unit may be tested with, the cheapest first: those that do not fit it, and those lying at or
 * kept for another unit, are not among them.
 */
export async function goodParts(
  tx: Transaction | Database,
  unit: Unit,
  record: Told,
  partClass?: PartClass,
): Promise<Part[]> {
  const { rows } = await tx.execute<Record<string, unknown>>(goodSql(unit.id, partClass).getSQL());
  if (rows.length === 0) return [];
  return fitting(
    rows.map((row) => rowFrom(components, row)),
    await machineNow(tx, unit, record),
  );
}

/** What the cheapest known-good part of each class costs that fits the machine. */
export function swapBinFrom(
  parts: readonly Part[],
  chassis: Chassis,
  record: Told,
  known: ModelKnown,
): Partial<Record<PartClass, number>> {
  if (parts.length === 0) return {};
  const bin: Partial<Record<PartClass, number>> = {};
  for (const part of fitting(parts, machineFrom(chassis, record, known)))
    bin[part.class as PartClass] ??= part.costMinor;
  return Object.fromEntries(Object.entries(bin).sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** The same for a machine that is not on record yet. */
export const swapBinOfKind = async (tx: Transaction | Database, chassis: Chassis, record: Told) => {
  const { rows } = await tx.execute<Record<string, unknown>>(goodSql(NOBODY).getSQL());
  const parts = rows.map((row) => rowFrom(components, row));
  return swapBinFrom(parts, chassis, record, { sheet: {}, provenGb: undefined });
};

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
