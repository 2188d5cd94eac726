import { and, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import { usualFit } from '@/catalog/ways';
import type { PartClass } from '@/core/catalogue';
import { chanceFit } from '@/core/parts/ways';
import type { Quoted } from '@/core/steps/problem';
import type { Database, Transaction } from '@/db/client';
import { wants } from '@/db/schema';

/** States in which an offer stands: what was fitted, sent back or dropped is none any more. */
export const OPEN_WANTS = ['wanted', 'quoted', 'ordered', 'arrived', 'accepted'] as const;

/** What the shop saw of used and new parts that came, by class and condition. */
export async function fitRecord(
  tx: Transaction | Database,
): Promise<(partClass: string, condition: string) => number> {
  const rows = await tx
    .select({
      class: wants.class,
      condition: wants.condition,
      good: sql<number>`count(*) filter (where ${wants.fits})::int`,
      bad: sql<number>`count(*) filter (where not ${wants.fits})::int`,
    })
    .from(wants)
    .where(isNotNull(wants.fits))
    .groupBy(wants.class, wants.condition);
  return (partClass, condition) => {
    const own = rows.find((row) => row.class === partClass && row.condition === condition);
    const usual = condition === 'new' ? usualFit.new : usualFit.used;
    return chanceFit({ good: own?.good ?? 0, bad: own?.bad ?? 0 }, usual, usualFit.weight);
  };
}

/** The best standing offer of each class for a unit, and the chance that it is as said. */
export async function quotesFor(
  tx: Transaction | Database,
  unitId: string,
): Promise<Partial<Record<PartClass, Quoted>>> {
  const rows = await tx
    .select()
    .from(wants)
    .where(and(eq(wants.unitId, unitId), inArray(wants.state, [...OPEN_WANTS]), isNotNull(wants.priceMinor)));
  if (rows.length === 0) return {};
  const chance = await fitRecord(tx);
  const best: Partial<Record<PartClass, Quoted>> = {};
  for (const row of rows) {
    // what was looked at and found good is no chance any more
    const fits = row.state === 'accepted' ? 1 : chance(row.class, row.condition);
    const own = { minor: row.priceMinor!, fits: Math.round(fits * 1000) / 1000 };
    const known = best[row.class as PartClass];
    if (!known || own.minor / own.fits < known.minor / known.fits) best[row.class as PartClass] = own;
  }
  return best;
}
