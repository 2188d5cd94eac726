import { and, asc, desc, eq, getTableColumns, ilike, inArray, isNull, or, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { components, lots, movements, partSales, units } from '@/db/schema';
import { keepable } from '@/formats/json';
import { dataOf } from '../record/gate';

/** Parts in the bin, of some classes or all. @param theirs what customers left here for their machines too: labels only */
export async function binParts(classes?: string[], theirs = false) {
  return database()
    .select({ ...getTableColumns(components), lentTo: units.tag })
    .from(components)
    .leftJoin(units, eq(units.id, components.reservedFor))
    .where(
      and(
        eq(components.place, 'bin'),
        theirs ? undefined : isNull(components.ownerUnit),
        classes?.length ? inArray(components.class, classes) : undefined,
      ),
    )
    .orderBy(asc(components.class), asc(components.costMinor), asc(components.code))
    .limit(500);
}

/** Rows of the bin on one page. */
export const BIN_PAGE = 60;

export interface BinAsked {
  class?: string;
  /** Words of its code, name, serial number, label. */
  text?: string;
  page?: number;
}

const containing = (text: string) => {
  const like = `%${text.replace(/[%_\\]/g, '\\$&')}%`;
  return or(
    ilike(components.code, like),
    ilike(components.name, like),
    ilike(components.serial, like),
    sql`${components.attributes}::text ilike ${like}`,
  );
};

/**
 * A page of the bin by class and words, with how many there are of each class; of drives, why what is on them keeps
 * them here.
 */
export async function binPage({ class: partClass, text = '', page = 1 }: BinAsked) {
  const words = keepable(text) ? text.trim().split(/\s+/).filter(Boolean).slice(0, 6) : [];
  // what a customer owns is no stock: it stands on the page of their machine
  const found = and(eq(components.place, 'bin'), isNull(components.ownerUnit), ...words.map(containing));
  const here = and(found, partClass ? eq(components.class, partClass) : undefined);
  const [rows, counts] = await Promise.all([
    database()
      .select({
        ...getTableColumns(components),
        lentTo: units.tag,
        keptForTag: sql<string | null>`(select tag from units k where k.id = ${components.keptFor})`,
        fromLot: lots.code,
      })
      .from(components)
      .leftJoin(units, eq(units.id, components.reservedFor))
      .leftJoin(lots, eq(lots.id, components.fromLotId))
      .where(here)
      .orderBy(asc(components.class), asc(components.costMinor), asc(components.code))
      .limit(BIN_PAGE)
      .offset((Math.max(1, page) - 1) * BIN_PAGE),
    database()
      .select({ class: components.class, count: sql<number>`count(*)::int` })
      .from(components)
      .where(found)
      .groupBy(components.class),
  ]);
  const drives = rows.filter((row) => row.class === 'drive').map(({ id }) => id);
  const data = await dataOf(database(), drives);
  return {
    rows: rows.map((row) => ({ ...row, data: data.get(row.id)?.why ?? '' })),
    counts: Object.fromEntries(counts.map((row) => [row.class, row.count])),
  };
}

/** One part with where it is, where it came from and where it has been. */
export async function partByCode(code: string) {
  if (!/^p-\d{4,9}$/i.test(code)) return null;
  const [row] = await database()
    .select({ part: components, tag: units.tag, lot: lots.code, sale: partSales })
    .from(components)
    .leftJoin(units, eq(units.id, components.unitId))
    .leftJoin(lots, eq(lots.id, components.fromLotId))
    .leftJoin(partSales, eq(partSales.componentId, components.id))
    .where(eq(components.code, code.toUpperCase()));
  if (!row) return null;
  const moves = await database()
    .select({
      n: movements.n,
      from: movements.fromPlace,
      to: movements.toPlace,
      reason: movements.reason,
      valueMinor: movements.valueMinor,
      byName: movements.byName,
      at: movements.at,
      fromTag: sql<string | null>`(select tag from units f where 'unit:' || f.id = ${movements.fromPlace})`,
      toTag: sql<string | null>`(select tag from units t where 'unit:' || t.id = ${movements.toPlace})`,
    })
    .from(movements)
    .where(eq(movements.componentId, row.part.id))
    .orderBy(desc(movements.n));
  return { ...row, moves };
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
