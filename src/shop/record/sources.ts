import { and, asc, eq, inArray, isNull, notInArray, or, sql, type SQL } from 'drizzle-orm';
import type { DataEntry, PartEntry, RecordPart, SightingEntry } from '@/core/record/entries';
import type { Database, Transaction } from '@/db/client';
import {
  components,
  erasures,
  movements,
  observations,
  recordValues,
  sightings,
  units,
  work,
} from '@/db/schema';
import { alias } from 'drizzle-orm/pg-core';
import { ofIds, query, rowFrom, rowsOf, theIds } from '@/db/nested';
import type { ActKey } from './acts';
import { wayOf, writesOn } from './entries';

type Observation = typeof observations.$inferSelect;
type Value = typeof recordValues.$inferSelect;

/** An entry and the number it was sealed with. */
export interface Sealed<T> {
  seq: number;
  entry: T;
}

/** What stands on the record of one machine, as it was read; what it means is derived from it. */
export interface Sources {
  /** Answers and verdicts that count, in the order they happened. */
  looked: Observation[];
  values: Value[];
  /** The last heat run. */
  heat: Value | null;
  /** Parts that came or left, and what became of the data on its drives wherever they were. */
  parts: Sealed<PartEntry | DataEntry>[];
  sightings: Sealed<SightingEntry>[];
}

/** Work steps and repairs that write a whole drive. */
const WRITES: Record<string, 'installed' | 'cloned'> = {
  'system-install': 'installed',
  'install-system': 'installed',
  'fit-drive': 'installed',
  'clone-drive': 'cloned',
};

/** Rows that say nothing of what the machine is: what was agreed with its owner, what we broke, a run. */
const ASIDE: ActKey[] = [
  'owner',
  'damage',
  'heat run',
  'battery run',
  'rails',
  'speed',
  'touch',
  'electrical test',
  'soak',
  'self-test',
  'on papers',
];

/** What is not sealed yet belongs to the act under way: it comes last. */
export const sealed = ({ eventSeq }: { eventSeq: number | null }): number =>
  eventSeq ?? Number.MAX_SAFE_INTEGER;

/** In the order they were sealed; of one act in the order they stand. No clock is asked: it may have been wrong. */
export const inOrder = <T extends { seq: number }>(rows: readonly T[]): T[] =>
  [...rows].sort((a, b) => a.seq - b.seq);

/**
 * Of a finding answered several times since the last repair that helped, the newest answer counts. Earlier
 * ones are set aside when a new one comes; when the repair between two of them is taken back, both would
 * stand.
 */
function countedOnce(rows: readonly Observation[]): Observation[] {
  const counted: Observation[] = [];
  const seen = new Set<string>();
  for (const row of [...rows].reverse()) {
    if (row.kind === 'repair' && row.outcome === 1) seen.clear();
    if (row.kind !== 'repair') {
      if (seen.has(row.ref)) continue;
      seen.add(row.ref);
    }
    counted.push(row);
  }
  return counted.reverse();
}

/** Movements that happened: neither taken back, nor taking one back. */
const standingMoves = and(
  isNull(movements.takesBack),
  sql`not exists (select 1 from movements back
    where back.component_id = ${movements.componentId} and back.takes_back = ${movements.n})`,
);

/** What `dataFrom` reads, of drives by their ids. */
const dataSql = (drives: SQL) => sql`json_build_object(
  'told', ${rowsOf(
    query
      .select()
      .from(erasures)
      .where(and(sql`${erasures.componentId} in (${drives})`, isNull(erasures.voidedBy)))
      .orderBy(asc(erasures.at)),
  )},
  'moves', ${rowsOf(
    query
      .select()
      .from(movements)
      .where(sql`${movements.componentId} in (${drives})`)
      .orderBy(asc(movements.componentId), asc(movements.n)),
  )},
  'done', ${rowsOf(
    query
      .select()
      .from(work)
      .where(
        and(
          inArray(work.ref, Object.keys(WRITES)),
          eq(work.status, 'done'),
          sql`${work.unitId} in (select substr(m.to_place, 6)::uuid from movements m
            where m.to_place like 'unit:%' and m.component_id in (${drives}))`,
        ),
      ),
  )})`;

/** The record once a question was answered, or a repair judged: what a screen is about to send. */
export function withLooked(
  sources: Sources,
  said: Pick<Observation, 'kind' | 'ref' | 'outcome' | 'outcomeId'>,
): Sources {
  const row: Observation = {
    ...said,
    id: Number.MAX_SAFE_INTEGER,
    unitId: '',
    place: null,
    note: null,
    figure: null,
    figureUnit: null,
    catalogue: '',
    basis: 'typed',
    by: '',
    byName: '',
    at: new Date(),
    eventSeq: null,
    voidedBy: null,
  };
  return { ...sources, looked: countedOnce([...sources.looked, row]) };
}

/** The record once parts have come out and gone in: what a plan looks at. Parts nobody recorded have no id. */
export function withParts(
  sources: Sources,
  parts: readonly {
    way: 'in' | 'out';
    part: Omit<RecordPart, 'id' | 'code'> & { id?: string; code?: string };
  }[],
): Sources {
  const seq = Number.MAX_SAFE_INTEGER;
  return {
    ...sources,
    parts: [
      ...sources.parts,
      ...parts.map(({ way, part }, n): Sealed<PartEntry> => ({
        seq,
        entry: {
          kind: 'part',
          at: Date.now(),
          way,
          by: '',
          part: { ...part, id: part.id ?? `unrecorded ${n}`, code: part.code ?? '' },
        },
      })),
    ],
  };
}

type Json = Record<string, unknown>;
interface DataJson {
  told: Json[];
  moves: Json[];
  done: Json[];
}

function dataFrom(json: DataJson): Sealed<DataEntry>[] {
  const told = json.told.map((row) => rowFrom(erasures, row));
  const moves = json.moves.map((row) => rowFrom(movements, row));
  const done = json.done.map((row) => rowFrom(work, row));
  const drives = [...new Set(moves.map(({ componentId }) => componentId))];
  const writes = done.map((row) => ({
    unit: row.unitId,
    what: WRITES[row.ref],
    at: row.finishedAt?.getTime() ?? 0,
    seq: sealed(row),
  }));
  const recorded = told.map((row) => ({
    seq: sealed(row),
    entry: {
      kind: 'data',
      at: row.at.getTime(),
      drive: row.componentId,
      what: row.kind as DataEntry['what'],
      ...(row.told.vouched && { vouched: true }),
    } satisfies DataEntry,
  }));
  const ledger = moves.map((move) => ({
    part: move.componentId,
    from: move.fromPlace,
    to: move.toPlace,
    seq: sealed(move),
  }));
  return inOrder([...recorded, ...writesOn(drives, ledger, writes)]);
}

/** Everything on record about the data of some drives, in the order it was sealed. */
export async function dataEntries(
  tx: Transaction | Database,
  drives: string[],
): Promise<Sealed<DataEntry>[]> {
  const { rows } = await tx.execute<{ data: DataJson }>(
    sql`select ${dataSql(sql`select unnest(${idsOf(drives)})`)} as data`,
  );
  return dataFrom(rows[0].data);
}

const group = <T>(rows: readonly T[], of: (row: T) => string): Map<string, T[]> => {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const own = groups.get(of(row));
    if (own) own.push(row);
    else groups.set(of(row), [row]);
  }
  return groups;
};

/** Machines, by an expression that is an array of their ids. */
type Ids = SQL;
export const idsOf = (ids: readonly string[]): Ids => sql`${sql.param([...ids])}::uuid[]`;
const here = (units: Ids) => sql`array(select 'unit:' || i from unnest(${units}) i)`;

/** Parts that came into these machines or left them. */
const movesSql = (units: Ids) =>
  query
    .select({
      move: sql`to_json(${movements})`.as('move'),
      part: sql`to_json(${components})`.as('part'),
    })
    .from(movements)
    .innerJoin(components, eq(components.id, movements.componentId))
    .where(
      and(
        sql`(${movements.toPlace} = any(${here(units)}) or ${movements.fromPlace} = any(${here(units)}))`,
        standingMoves,
      ),
    )
    .orderBy(sql`${movements.eventSeq} asc nulls last`, asc(movements.n));
interface Move {
  move: typeof movements.$inferSelect;
  part: typeof components.$inferSelect;
}

function partEntry({ move, part }: Move, unitId: string): Sealed<PartEntry>[] {
  const way = wayOf({ from: move.fromPlace, to: move.toPlace, reason: move.reason }, unitId);
  const { id, code, name, serial, attributes } = part;
  if (!way) return [];
  const entry: PartEntry = {
    kind: 'part',
    at: move.at.getTime(),
    way,
    by: move.byName,
    ...(move.byRepair && { repair: true }),
    ...(move.spot && { spot: move.spot }),
    part: { id, code, class: part.class, name, serial, attributes },
  };
  return [{ seq: sealed(move), entry }];
}

const seenIn = alias(units, 'seen_in');

/** What reports showed that nobody has said yes or no to: in these machines, or of what is on record there. */
const sightingsSql = (ids: Ids) =>
  query
    .select({
      row: sql`to_json(${sightings})`.as('row'),
      code: components.code,
      holder: sql`${components.unitId}`.as('holder'),
      holderTag: sql`${units.tag}`.as('holder_tag'),
      seenTag: sql`${seenIn.tag}`.as('seen_tag'),
    })
    .from(sightings)
    .innerJoin(components, eq(components.id, sightings.componentId))
    .leftJoin(units, eq(units.id, components.unitId))
    .leftJoin(seenIn, eq(seenIn.id, sightings.unitId))
    .where(
      and(
        isNull(sightings.answer),
        eq(components.class, 'drive'),
        sql`(${sightings.unitId} = any(${ids}) or ${components.unitId} = any(${ids}))`,
      ),
    )
    .orderBy(asc(sightings.at));

/** Observations of machines that stand, as they were written. */
const observationsSql = (ids: Ids) =>
  query
    .select()
    .from(observations)
    .where(and(sql`${observations.unitId} = any(${ids})`, isNull(observations.voidedBy)))
    .orderBy(asc(observations.id));

/** Observations that count, in the order they happened. */
export const standingObservations = async (
  tx: Transaction | Database,
  unitId: string,
): Promise<Observation[]> =>
  countedOnce(
    await tx
      .select()
      .from(observations)
      .where(and(eq(observations.unitId, unitId), isNull(observations.voidedBy)))
      .orderBy(asc(observations.id)),
  );

const valuesSql = (ids: Ids) =>
  query
    .select()
    .from(recordValues)
    .where(
      and(
        sql`${recordValues.unitId} = any(${ids})`,
        isNull(recordValues.voidedBy),
        or(
          notInArray(recordValues.key, ASIDE),
          // of heat runs the last one speaks
          sql`${recordValues.key} = 'heat run' and not exists (select 1 from record_values later
            where later.unit_id = ${recordValues.unitId} and later.key = 'heat run' and later.voided_by is null
            and later.id > ${recordValues.id})`,
        ),
      ),
    )
    .orderBy(asc(recordValues.id));

/** Drives that came into these machines or left them. */
const drivesSql = (ids: Ids) =>
  sql`select m.part_id from (select ${movements.componentId} as part_id from ${movements}
    inner join ${components} on ${components.id} = ${movements.componentId}
    where ${components.class} = 'drive' and ${standingMoves}
      and (${movements.toPlace} = any(${here(ids)}) or ${movements.fromPlace} = any(${here(ids)}))) m`;

/** Everything `sourcesFrom` reads of machines, as one value. */
export const sourcesSql = (ids: Ids) => sql`json_build_object(
  'values', ${rowsOf(valuesSql(ids))},
  'looked', ${rowsOf(observationsSql(ids))},
  'moves', ${rowsOf(movesSql(ids))},
  'data', ${dataSql(drivesSql(ids))},
  'seen', ${rowsOf(sightingsSql(ids))})`;

export interface SourcesJson {
  values: Json[];
  looked: Json[];
  moves: { move: Json; part: Json }[];
  data: DataJson;
  seen: {
    row: Json;
    code: string;
    holder: string | null;
    holder_tag: string | null;
    seen_tag: string | null;
  }[];
}

const sourcesOfIds = ofIds(() => sql`select ${sourcesSql(theIds)} as sources`);

/** Reads the records of machines, all of them in one statement. */
export async function sourcesOf(
  tx: Transaction | Database,
  unitIds: readonly string[],
): Promise<Map<string, Sources>> {
  if (unitIds.length === 0) return new Map();
  const { rows } = await tx.execute<{ sources: SourcesJson }>(sourcesOfIds(unitIds));
  return sourcesFrom(rows[0].sources, unitIds);
}

/** What was read, by machine. */
export function sourcesFrom(json: SourcesJson, unitIds: readonly string[]): Map<string, Sources> {
  const values = json.values.map((row) => rowFrom(recordValues, row));
  const looked = json.looked.map((row) => rowFrom(observations, row));
  const moves = json.moves.map(({ move, part }): Move => ({
    move: rowFrom(movements, move),
    part: rowFrom(components, part),
  }));
  const data = dataFrom(json.data);
  const seen = json.seen.map(({ row, code, holder, holder_tag: holderTag, seen_tag: seenTag }) => ({
    row: rowFrom(sightings, row),
    code,
    holder,
    holderTag,
    seenTag,
  }));
  const [valuesBy, lookedBy] = [group(values, (row) => row.unitId), group(looked, (row) => row.unitId)];
  return new Map(
    unitIds.map((id): [string, Sources] => {
      const here = `unit:${id}`;
      const own = moves.filter(({ move }) => move.toPlace === here || move.fromPlace === here);
      const its = new Set(own.filter(({ part }) => part.class === 'drive').map(({ part }) => part.id));
      const rows = valuesBy.get(id) ?? [];
      return [
        id,
        {
          looked: countedOnce(lookedBy.get(id) ?? []),
          values: rows.filter(({ key }) => key !== 'heat run'),
          heat: rows.find(({ key }) => key === 'heat run') ?? null,
          parts: [
            ...own.flatMap((move) => partEntry(move, id)),
            ...data.filter(({ entry }) => its.has(entry.drive)),
          ],
          sightings: seen
            .filter(({ row, holder }) => row.unitId === id || holder === id)
            .map(({ row, code, holderTag, seenTag }) => ({
              seq: sealed(row),
              entry: {
                kind: 'sighting',
                at: row.at.getTime(),
                code,
                where: (row.unitId === id ? holderTag : seenTag) ?? 'the bin',
                here: row.unitId === id,
              },
            })),
        },
      ];
    }),
  );
}
