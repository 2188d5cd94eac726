import { and, asc, desc, eq, gt, inArray, isNull, lte, ne, sql } from 'drizzle-orm';
import { repairById } from '@/catalog';
import { portKinds } from '@/catalog/machine/ports';
import { besideKey, figuresNow, type Figure } from '@/core/instruments/findingsFromReading';
import { lackingOf } from '@/core/parts/lacking';
import { screensOf } from '@/core/record/places/ports';
import type { MeasuredFacts } from '@/core/uses/uses';
import { carriedOut, endingOf } from '@/core/record/endings';
import { database, type Database, type Transaction } from '@/db/client';
import {
  functionTests,
  observations,
  readingCurves,
  readingRuns,
  recordValues,
  shop,
  units,
  work,
} from '@/db/schema';
import type { HeatRun } from '@/core/instruments/heat/read';
import type { HeatSample } from '@/core/instruments/heat/run';
import { likeOf } from '@/core/instruments/heat/verdict';
import type { Sample } from '@/core/instruments/run';
import type { Beside } from '@/words/readings/view';
import { modelKey } from '../parts/machine';
import { testStands } from '../proof/standing';
import type { ActKey } from '../record/acts';
import { recordNow } from '../record/queries';
import type { KeptHeat, KeptOther, OtherKind } from './keep';

/** Work that was ended between two moments: what may have changed a reading. */
async function workBetween(
  tx: Transaction | Database,
  unit: string,
  from: Date,
  to: Date,
): Promise<string[]> {
  const done = await tx
    .select({ title: work.title })
    .from(work)
    .where(
      and(
        eq(work.unitId, unit),
        eq(work.status, 'done'),
        sql`${work.kind} <> 'repair'`,
        gt(work.finishedAt, from),
        lte(work.finishedAt, to),
      ),
    );
  const tried = (
    await tx
      .select()
      .from(observations)
      .where(
        and(
          eq(observations.unitId, unit),
          eq(observations.kind, 'repair'),
          isNull(observations.voidedBy),
          gt(observations.at, from),
          lte(observations.at, to),
        ),
      )
  ).filter((row) => carriedOut(endingOf(row)));
  return [
    ...new Set([...done.map(({ title }) => title), ...tried.map(({ ref }) => repairById(ref)?.name ?? ref)]),
  ];
}

/** A reading on record. */
export type ReadingLine<K, S = Sample> = K & {
  /** Its samples as they are drawn. */
  curve: S[];
  at: Date;
  by: string;
  /** The act it was told by. */
  origin: string;
  /** Work between the reading before and this one. */
  since: string[];
};

async function linesOf<K, S = Sample>(unit: string, key: ActKey): Promise<ReadingLine<K, S>[]> {
  const db = database();
  const rows = await db
    .select({ row: recordValues, points: readingCurves.points })
    .from(recordValues)
    .leftJoin(readingCurves, eq(readingCurves.origin, recordValues.origin))
    .where(and(eq(recordValues.unitId, unit), eq(recordValues.key, key), isNull(recordValues.voidedBy)))
    .orderBy(asc(recordValues.id));
  const lines: ReadingLine<K, S>[] = [];
  for (const [n, { row, points }] of rows.entries()) {
    // of a reading of before they lay apart the curve stands in the value
    const value = JSON.parse(row.value) as K & { curve?: S[] };
    lines.push({
      ...value,
      curve: (points as S[] | null) ?? value.curve ?? [],
      at: row.at,
      by: row.by,
      origin: row.origin,
      since: await workBetween(db, unit, n ? rows[n - 1].row.at : new Date(0), row.at),
    });
  }
  return lines;
}

/** Heat runs of a unit, oldest first. */
export const heatRunsOf = (unit: string) => linesOf<KeptHeat, HeatSample>(unit, 'heat run');

/** How sure a verdict of "sound" has to be for a run to be a measure for others; and most runs that are. */
const MEASURE_FROM = 0.6;
const MOST_LIKE = 40;

/** Both stages as sound machines of this model had them, each by its newest run; null: none, or nobody named the model. */
export async function soundRunsLike(
  tx: Transaction | Database,
  unit: Pick<typeof units.$inferSelect, 'id' | 'maker' | 'model'>,
): Promise<HeatRun['like']> {
  const key = modelKey(unit);
  if (!key) return null;
  const rows = await tx
    .selectDistinctOn([recordValues.unitId], { value: recordValues.value })
    .from(recordValues)
    .innerJoin(units, eq(units.id, recordValues.unitId))
    .where(onOthersOf(key, unit.id, 'heat run'))
    .orderBy(recordValues.unitId, desc(recordValues.id))
    .limit(MOST_LIKE);
  const sound = rows.flatMap(({ value }) => {
    const { reading, verdict } = JSON.parse(value) as KeptHeat;
    return verdict[0]?.id === 'sound' && verdict[0].chance >= MEASURE_FROM && reading.stages
      ? [reading.stages]
      : [];
  });
  return likeOf(sound);
}

/** Standing acts of a kind on other machines of a model. */
const onOthersOf = (model: string, unitId: string, act: ActKey) =>
  and(
    eq(recordValues.key, act),
    isNull(recordValues.voidedBy),
    ne(units.id, unitId),
    eq(sql`lower(trim(${units.maker})) || '|' || lower(trim(${units.model}))`, model),
  );

/** The newest of each figure of speed on other machines of its model, on the same subject: by `besideKey`. */
export async function figuresBeside(
  unit: Pick<typeof units.$inferSelect, 'id' | 'maker' | 'model'>,
): Promise<Record<string, Beside>> {
  const key = modelKey(unit);
  if (!key) return {};
  const rows = await database()
    .select({ unitId: recordValues.unitId, value: recordValues.value })
    .from(recordValues)
    .innerJoin(units, eq(units.id, recordValues.unitId))
    .where(onOthersOf(key, unit.id, 'speed'))
    .orderBy(asc(recordValues.id))
    .limit(400);
  const figures = new Map<string, Map<string, number>>();
  for (const { unitId, value } of rows)
    for (const figure of (JSON.parse(value) as { figures: Figure[] }).figures) {
      const same = besideKey(figure);
      if (!figures.has(same)) figures.set(same, new Map());
      figures.get(same)!.set(unitId, figure.value);
    }
  return Object.fromEntries(
    [...figures].map(([same, own]) => {
      const sorted = [...own.values()].sort((a, b) => a - b);
      return [same, { middle: sorted[(sorted.length - 1) >> 1], machines: sorted.length }];
    }),
  );
}

/** Kinds whose acts are called otherwise. */
const NAMED: Partial<Record<OtherKind, ActKey>> = { battery: 'battery run', electrical: 'electrical test' };

/** Other readings of a unit of a kind, oldest first. */
export const readingsOf = <K extends OtherKind>(unit: string, kind: K) =>
  linesOf<Extract<KeptOther, { kind: K }>>(unit, NAMED[kind] ?? (kind as ActKey));

/** What was measured and counted of a machine that decides what it is good for, before any rule. */
export async function measuredFor(
  unit: Pick<typeof units.$inferSelect, 'id' | 'chassis'>,
): Promise<MeasuredFacts> {
  const now = figuresNow(await readingsOf(unit.id, 'speed'));
  const [film] = await database()
    .select({ told: functionTests.told })
    .from(functionTests)
    .where(and(eq(functionTests.unitId, unit.id), eq(functionTests.test, 'self film'), testStands))
    .orderBy(desc(functionTests.id))
    .limit(1);
  const { frames, dropped, 'graphics interface': graphicsInterface = null } = film?.told?.figures ?? {};
  if (frames > 0 && !now.dropped720)
    now.dropped720 = { value: Math.round((1000 * dropped) / frames) / 10, on: 'a film its own browser made' };
  const { ports, contents } = await recordNow(database(), unit);
  return {
    measured: Object.fromEntries(Object.entries(now).map(([id, { value }]) => [id, value])),
    measuredOn: Object.fromEntries(Object.entries(now).flatMap(([id, { on }]) => (on ? [[id, on]] : []))),
    graphicsInterface,
    screens: screensOf(unit.chassis, ports, portKinds, lackingOf(contents).classes.includes('panel')),
  };
}

/** The run of a kind that is open on a unit now; null: none. */
export async function openRunOf(unit: string, kinds: readonly (typeof readingRuns.$inferSelect)['kind'][]) {
  const [row] = await database()
    .select()
    .from(readingRuns)
    .where(
      and(eq(readingRuns.unitId, unit), inArray(readingRuns.kind, [...kinds]), isNull(readingRuns.endedAt)),
    )
    .orderBy(desc(readingRuns.startedAt))
    .limit(1);
  return row ?? null;
}

/** A room is taken to be as it was measured for so many hours. */
const ROOM_HOURS = 16;

/** The room as it was measured today, Celsius; null: nobody has today. */
export async function roomToday(tx: Transaction | Database): Promise<number | null> {
  const [row] = await tx.select({ room: shop.room }).from(shop);
  if (!row?.room || Date.now() - new Date(row.room.at).getTime() > ROOM_HOURS * 3_600_000) return null;
  return row.room.celsius;
}
