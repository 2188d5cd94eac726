import { and, inArray, isNotNull, sql, type SQL } from 'drizzle-orm';
import { usualFit } from '@/catalog/worth/repairOptions';
import type { PartClass } from '@/core/catalogue';
import { chanceFit } from '@/core/parts/repairOptions';
import type { Quoted } from '@/core/steps/problem';
import type { Database, Transaction } from '@/db/client';
import { query, rowFrom, rowsOf } from '@/db/nested';
import { wants } from '@/db/schema';

/** States in which an offer stands: what was fitted, sent back or dropped is none any more. */
export const OPEN_WANTS = ['wanted', 'quoted', 'ordered', 'arrived', 'accepted'] as const;

/** How many parts that came fitted and were as said, by class and condition. */
export const fitCountsSql = query
  .select({
    class: wants.class,
    condition: wants.condition,
    good: sql<number>`count(*) filter (where ${wants.fits})::int`.as('good'),
    bad: sql<number>`count(*) filter (where not ${wants.fits})::int`.as('bad'),
  })
  .from(wants)
  .where(isNotNull(wants.fits))
  .groupBy(wants.class, wants.condition);
export interface FitCount {
  class: string;
  condition: string;
  good: number;
  bad: number;
}

type Chance = (partClass: string, condition: string) => number;

/** What the shop saw of used and new parts that came. */
export const chanceFrom =
  (counts: readonly FitCount[]): Chance =>
  (partClass, condition) => {
    const own = counts.find((row) => row.class === partClass && row.condition === condition);
    const usual = condition === 'new' ? usualFit.new : usualFit.used;
    return chanceFit({ good: own?.good ?? 0, bad: own?.bad ?? 0 }, usual, usualFit.weight);
  };

export const fitRecord = async (tx: Transaction | Database): Promise<Chance> =>
  chanceFrom((await tx.execute<FitCount & Record<string, unknown>>(fitCountsSql.getSQL())).rows);

/** Offers that stand for a unit. */
export const offersSql = (unit: string | SQL) =>
  query
    .select()
    .from(wants)
    .where(
      and(sql`${wants.unitId} = ${unit}`, inArray(wants.state, [...OPEN_WANTS]), isNotNull(wants.priceMinor)),
    );

/** The best standing offer of each class, and the chance that it is as said. */
export function quotesFrom(
  offers: readonly (typeof wants.$inferSelect)[],
  chance: Chance,
): Partial<Record<PartClass, Quoted>> {
  const best: Partial<Record<PartClass, Quoted>> = {};
  for (const row of offers) {
    // what was looked at and found good is no chance any more
    const fits = row.state === 'accepted' ? 1 : chance(row.class, row.condition);
    const own = { minor: row.priceMinor!, fits: Math.round(fits * 1000) / 1000 };
    const known = best[row.class as PartClass];
    if (!known || own.minor / own.fits < known.minor / known.fits) best[row.class as PartClass] = own;
  }
  return best;
}

export async function quotesFor(tx: Transaction | Database, unitId: string) {
  const { rows } = await tx.execute<{ offers: Record<string, unknown>[]; counts: FitCount[] }>(
    sql`select ${rowsOf(offersSql(unitId))} as offers, ${rowsOf(fitCountsSql)} as counts`,
  );
  return quotesFrom(
    rows[0].offers.map((row) => rowFrom(wants, row)),
    chanceFrom(rows[0].counts),
  );
}
