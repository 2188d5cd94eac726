import { database } from '@/db/client';
import { wants, units, components } from '@/db/schema';
import { eq, sql, desc, inArray, asc } from 'drizzle-orm';
import { OPEN_WANTS } from '../parts/quotes';

/** Parts wanted for a unit, newest first; what is done with comes last. */
export async function wantsOf(unitId: string) {
  return database()
    .select()
    .from(wants)
    .where(eq(wants.unitId, unitId))
    .orderBy(sql`${wants.state} in ('fitted', 'sent back', 'dropped')`, desc(wants.at));
}

/** Parts wanted over all units, what was ordered longest ago first. */
export async function wantedEverywhere() {
  return database()
    .select({
      want: wants,
      tag: units.tag,
      name: sql<string>`trim(${units.maker} || ' ' || ${units.model})`,
      stage: units.stage,
      waitsSince: units.stageSince,
      partCode: components.code,
    })
    .from(wants)
    .innerJoin(units, eq(units.id, wants.unitId))
    .leftJoin(components, eq(components.id, wants.componentId))
    .where(inArray(wants.state, [...OPEN_WANTS]))
    .orderBy(
      sql`array_position(array['arrived', 'accepted', 'ordered', 'quoted', 'wanted'], ${wants.state})`,
      asc(wants.dueOn),
      asc(wants.at),
    )
    .limit(500);
}
