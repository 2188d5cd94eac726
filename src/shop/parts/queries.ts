import { and, asc, eq, getTableColumns, inArray, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { components, movements, units } from '@/db/schema';

/** Parts in the bin, of some classes or all. */
export async function binParts(classes?: string[]) {
  return database()
    .select({ ...getTableColumns(components), lentTo: units.tag })
    .from(components)
    .leftJoin(units, eq(units.id, components.reservedFor))
    .where(and(eq(components.place, 'bin'), classes?.length ? inArray(components.class, classes) : undefined))
    .orderBy(asc(components.class), asc(components.costMinor), asc(components.code))
    .limit(500);
}

/** The last movements in the shop. */
export async function lastMovements(limit = 30) {
  return database()
    .select({
      code: components.code,
      name: components.name,
      class: components.class,
      from: movements.fromPlace,
      to: movements.toPlace,
      byName: movements.byName,
      at: movements.at,
      reason: movements.reason,
      fromTag: sql<string | null>`(select tag from ${units} where 'unit:' || id = ${movements.fromPlace})`,
      toTag: sql<string | null>`(select tag from ${units} where 'unit:' || id = ${movements.toPlace})`,
    })
    .from(movements)
    .innerJoin(components, eq(components.id, movements.componentId))
    .orderBy(sql`${movements.at} desc`)
    .limit(limit);
}
