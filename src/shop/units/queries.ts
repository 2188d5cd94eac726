import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
import { database } from '@/db/client';
import {
  components,
  erasures,
  events,
  lots,
  observations,
  photos,
  recordValues,
  reports,
  sales,
  units,
  work,
  workSegments,
  type Stage,
} from '@/db/schema';
import { keepable } from '@/formats/json';
import { isTag } from '../input';
import { recordNow } from '../record/queries';
import { ENTERED, linesShown } from '../study/veil';

/** Units a typed word finds: a tag (whole or its end), a serial number, a maker or model. */
export async function findUnits(
  text: string,
  limit = 8,
): Promise<{ id: string; tag: string; maker: string; model: string; stage: Stage; probably: string }[]> {
  const plain = text.trim();
  if (!plain || !keepable(plain)) return [];
  const like = `%${plain.replace(/[%_\\]/g, '\\$&')}%`;
  const found = await database()
    .select({
      id: units.id,
      tag: units.tag,
      maker: units.maker,
      model: units.model,
      stage: units.stage,
      probably: units.probably,
      ...ENTERED,
    })
    .from(units)
    .where(
      sql`${units.tag} ilike ${like} or (${units.maker} || ' ' || ${units.model}) ilike ${like} or exists (select 1 from record_values v where v.unit_id = ${units.id} and v.key = 'serial' and v.voided_by is null and lower(v.value) = lower(${plain}))`,
    )
    .orderBy(
      sql`${units.tag} = ${plain.toUpperCase()} desc`,
      sql`${units.stage} in ('sold', 'gone')`,
      asc(units.tag),
    )
    .limit(limit);
  return (await linesShown(found)).map(({ createdAt: _, built: __, source: ___, ...line }) => line);
}

/** One unit with what every one of its screens shows. */
export async function unitByTag(tag: string) {
  if (!isTag(tag)) return null;
  const [row] = await database()
    .select({ unit: units, lot: lots })
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId))
    .where(eq(units.tag, tag.toUpperCase()));
  if (!row) return null;
  const record = await recordNow(database(), row.unit);
  return { ...row, record, spec: record.specification };
}

/** Stage and last evaluation of a unit, and nothing else. */
export async function snapshotOf(unitId: string) {
  const [row] = await database()
    .select({
      id: units.id,
      stage: units.stage,
      evaluation: units.evaluation,
      createdAt: units.createdAt,
      built: units.built,
      source: lots.source,
    })
    .from(units)
    .innerJoin(lots, eq(lots.id, units.lotId))
    .where(eq(units.id, unitId));
  return row ?? null;
}

/** Standing values of a unit, newest first. */
export async function valuesOf(unitId: string) {
  return database()
    .select()
    .from(recordValues)
    .where(and(eq(recordValues.unitId, unitId), isNull(recordValues.voidedBy)))
    .orderBy(desc(recordValues.id));
}

export async function recordOf(unitId: string) {
  return database()
    .select()
    .from(observations)
    .where(eq(observations.unitId, unitId))
    .orderBy(asc(observations.id));
}

export async function workOf(unitId: string) {
  const rows = await database()
    .select()
    .from(work)
    .where(eq(work.unitId, unitId))
    .orderBy(desc(work.startedAt));
  const segments = await database()
    .select()
    .from(workSegments)
    .where(eq(workSegments.unitId, unitId))
    .orderBy(asc(workSegments.id));
  return rows.map((row) => ({ ...row, segments: segments.filter((segment) => segment.workId === row.id) }));
}

export async function partsIn(unitId: string) {
  return database()
    .select()
    .from(components)
    .where(eq(components.unitId, unitId))
    .orderBy(asc(components.class), asc(components.code));
}

/** Parts that came from the bin and are in the machine (or went with it), and when. */
export async function partsFitted(unitId: string) {
  const { rows } = await database().execute<{ name: string; at: Date }>(sql`
    select c.name, m.at from movements m join components c on c.id = m.component_id
    where m.to_place = ${`unit:${unitId}`} and (m.from_place = 'bin' or m.from_place like 'unit:%')
      and m.takes_back is null
      and not exists (select 1 from movements b where b.component_id = m.component_id and b.n > m.n
        and b.from_place = m.to_place and b.to_place <> 'sold')
    order by m.at`);
  return rows.map((row) => ({ name: row.name, at: new Date(row.at) }));
}

export async function erasuresOf(unitId: string) {
  return database()
    .select({
      erasure: erasures,
      code: components.code,
      name: components.name,
      serial: components.serial,
      inUnit: components.unitId,
      hash: events.hash,
    })
    .from(erasures)
    .innerJoin(components, eq(components.id, erasures.componentId))
    .leftJoin(events, eq(events.seq, erasures.eventSeq))
    .where(sql`${erasures.unitId} = ${unitId} or ${components.unitId} = ${unitId}`)
    .orderBy(desc(erasures.at));
}

export async function photosOf(unitId: string) {
  return database()
    .select({
      id: photos.id,
      note: photos.note,
      observation: photos.observation,
      width: photos.width,
      height: photos.height,
      by: photos.by,
      at: photos.at,
    })
    .from(photos)
    .where(eq(photos.unitId, unitId))
    .orderBy(desc(photos.at));
}

export async function reportsOf(unitId: string) {
  return database()
    .select({
      id: reports.id,
      name: reports.name,
      kind: reports.kind,
      problems: reports.problems,
      by: reports.by,
      at: reports.at,
    })
    .from(reports)
    .where(and(eq(reports.unitId, unitId), isNull(reports.voidedBy)))
    .orderBy(desc(reports.at))
    .limit(24);
}

export async function historyOf(unitId: string, limit = 200) {
  return database()
    .select()
    .from(events)
    .where(eq(events.unitId, unitId))
    .orderBy(desc(events.seq))
    .limit(limit);
}

export async function saleOf(unitId: string) {
  const [row] = await database().select().from(sales).where(eq(sales.unitId, unitId));
  return row ?? null;
}
