import { measuredMbs } from '@/core/record/drives';
import { and, asc, desc, eq, inArray, isNull, ne } from 'drizzle-orm';
import { eraseTables, usualLevel } from '@/catalog/papers/erasure';
import { healthRules } from '@/catalog/instruments/drives';
import { erasePlan } from '@/core/erasure/plan';
import { mediumOfPart } from '@/core/erasure/media';
import { driveVerdict, type DriveJudged } from '@/core/storage/health';
import type { DerivedRecord } from '@/core/record';
import { database } from '@/db/client';
import { components, erasures, movements, reports, units } from '@/db/schema';
import { parseSmartctl } from '@/formats/report/smartctl';
import type { DriveFacts } from '@/words/drives/view';
import { dataOf } from '../record/gate';

interface DriveLogRead {
  judged: DriveJudged;
  at: Date;
  bridge: boolean;
  protocol: string | null;
  frozen: boolean;
}

/** What each drive last said of itself in these machines, by its serial; what hangs on a bridge is among it. */
async function logsOf(unitIds: readonly string[], serials: readonly string[]) {
  const rows = await database()
    .select({ content: reports.content, at: reports.at })
    .from(reports)
    .where(and(inArray(reports.unitId, [...unitIds]), eq(reports.kind, 'smartctl'), isNull(reports.voidedBy)))
    .orderBy(desc(reports.at))
    .limit(24);
  const found = new Map<string, DriveLogRead>();
  for (const { content, at } of rows) {
    const { value } = parseSmartctl(content);
    if (!value?.serial || found.has(value.serial) || !serials.includes(value.serial)) continue;
    const judged = driveVerdict(value.log, healthRules);
    found.set(value.serial, {
      judged,
      at,
      bridge: value.usb,
      protocol: value.protocol,
      frozen: value.frozen === true,
    });
  }
  return found;
}

type Part = typeof components.$inferSelect;

const custodyRows = (ids: readonly string[]) =>
  database()
    .select()
    .from(movements)
    .where(inArray(movements.componentId, [...ids]))
    .orderBy(asc(movements.at), asc(movements.n));

/** Where somebody's drive has been in this shop, from its arrival on. */
export async function custodyOf(ids: readonly string[]) {
  const rows = await custodyRows(ids);
  const tags = new Map(
    (
      await database()
        .select({ id: units.id, tag: units.tag })
        .from(units)
        .where(
          inArray(
            units.id,
            rows.flatMap(({ fromPlace, toPlace }) =>
              [fromPlace, toPlace]
                .filter((place) => place.startsWith('unit:'))
                .map((place) => place.slice(5)),
            ),
          ),
        )
    ).map(({ id, tag }) => [id, tag]),
  );
  const place = (name: string) => (name.startsWith('unit:') ? (tags.get(name.slice(5)) ?? 'a unit') : name);
  return rows.map((row) => ({
    componentId: row.componentId,
    from: place(row.fromPlace),
    to: place(row.toPlace),
    by: row.byName,
    reason: row.reason,
    at: row.at,
  }));
}

export interface DriveSheet extends DriveFacts {
  health: DriveLogRead | null;
  records: (typeof erasures.$inferSelect)[];
  custody: Awaited<ReturnType<typeof custodyOf>>;
}

/**
 * Every drive a unit has or had a record of: health, data, and how it can be erased.
 * @param theirs it is somebody else's machine: every drive it came with, wherever it is now
 */
export async function driveSheets(
  unitId: string,
  record: Pick<DerivedRecord, 'drives' | 'specification'>,
  theirs = false,
): Promise<DriveSheet[]> {
  const db = database();
  const told = await db.select().from(erasures).where(eq(erasures.unitId, unitId)).orderBy(desc(erasures.at));
  const inside = new Map(record.drives.inside.map((state) => [state.part.id, state]));
  const came = theirs
    ? await db
        .select({ componentId: movements.componentId })
        .from(movements)
        .innerJoin(components, eq(components.id, movements.componentId))
        .where(
          and(
            eq(components.class, 'drive'),
            ne(components.place, 'never'),
            eq(movements.n, 0),
            eq(movements.toPlace, `unit:${unitId}`),
          ),
        )
    : [];
  const ids = [...new Set([...inside.keys(), ...[...told, ...came].map(({ componentId }) => componentId)])];
  if (ids.length === 0) return [];
  const parts = await db
    .select()
    .from(components)
    .where(inArray(components.id, ids))
    .orderBy(asc(components.code));
  return sheetsOf(parts, [unitId], measuredMbs(record), (id) => inside.get(id));
}

/** A loose drive: what it said of itself in the machines it was in, its data, and how a dock erases it. */
export async function looseSheet(part: Part): Promise<DriveSheet> {
  const moves = await custodyRows([part.id]);
  const been = moves
    .flatMap(({ fromPlace, toPlace }) => [fromPlace, toPlace])
    .filter((place) => place.startsWith('unit:'))
    .map((place) => place.slice(5));
  const state = (await dataOf(database(), [part.id])).get(part.id);
  const [sheet] = await sheetsOf([part], [...new Set(been)], null, () => state);
  return { ...sheet, inside: part.place === 'bin' };
}

async function sheetsOf(
  parts: readonly Part[],
  unitIds: readonly string[],
  mbs: number | null,
  stateOf: (id: string) => { accounted: boolean; why: string } | undefined,
): Promise<DriveSheet[]> {
  const ids = parts.map(({ id }) => id);
  const all = await database()
    .select()
    .from(erasures)
    .where(inArray(erasures.componentId, ids))
    .orderBy(desc(erasures.at));
  const logs = await logsOf(
    unitIds,
    parts.map(({ serial }) => serial),
  );
  const custody = await custodyOf(ids);
  return parts.map((part) => {
    const state = stateOf(part.id);
    const medium = mediumOfPart(part.attributes);
    const gb = Number(part.attributes.gb) || null;
    const health = logs.get(part.serial) ?? null;
    return {
      id: part.id,
      code: part.code,
      name: part.name,
      serial: part.serial,
      inside: state !== undefined,
      accounted: state?.accounted ?? false,
      why: state?.why ?? '',
      medium,
      gb,
      usedGb: Number(part.attributes.usedGb) || null,
      kind: (part.attributes.kind as 'disk' | 'solid' | undefined) ?? null,
      bus: (part.attributes.bus as string | undefined) ?? null,
      health,
      plan:
        medium && gb
          ? erasePlan(
              {
                medium,
                bytes: gb * 1e9,
                readMbs: mbs,
                level: usualLevel,
                badSectors: health?.judged.badSectors ?? 0,
                frozen: health?.frozen ?? false,
                whole: true,
              },
              eraseTables,
            )
          : null,
      records: all.filter(({ componentId }) => componentId === part.id),
      custody: custody.filter(({ componentId }) => componentId === part.id),
    };
  });
}

/** Drives in the bin that something could be copied onto. */
export const spareDrives = () =>
  database()
    .select({
      id: components.id,
      code: components.code,
      name: components.name,
      attributes: components.attributes,
    })
    .from(components)
    .where(and(eq(components.class, 'drive'), eq(components.place, 'bin'), isNull(components.ownerUnit)))
    .orderBy(asc(components.code))
    .limit(60);
