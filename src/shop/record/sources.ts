import { and, asc, eq, inArray, isNull, notInArray, or, sql } from 'drizzle-orm';
import type { DataEntry, PartEntry, SightingEntry } from '@/core/record/entries';
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

/** Everything on record about the data of some drives, in the order it was sealed. */
export async function dataEntries(
  tx: Transaction | Database,
  drives: string[],
): Promise<Sealed<DataEntry>[]> {
  const [told, moves, done] = [
    await tx
      .select()
      .from(erasures)
      .where(and(inArray(erasures.componentId, drives), isNull(erasures.voidedBy)))
      .orderBy(asc(erasures.at)),
    await tx
      .select({
        part: movements.componentId,
        from: movements.fromPlace,
        to: movements.toPlace,
        eventSeq: movements.eventSeq,
      })
      .from(movements)
      .where(inArray(movements.componentId, drives))
      .orderBy(asc(movements.componentId), asc(movements.n)),
    await tx
      .select({ unit: work.unitId, ref: work.ref, at: work.finishedAt, eventSeq: work.eventSeq })
      .from(work)
      .where(
        and(
          inArray(work.ref, Object.keys(WRITES)),
          eq(work.status, 'done'),
          sql`${work.unitId} in (select substr(m.to_place, 6)::uuid from movements m
            where m.to_place like 'unit:%' and ${inArray(sql`m.component_id`, drives)})`,
        ),
      ),
  ];
  const writes = done.map((row) => ({
    unit: row.unit,
    what: WRITES[row.ref],
    at: row.at?.getTime() ?? 0,
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
  const ledger = moves.map((move) => ({ ...move, seq: sealed(move) }));
  return inOrder([...recorded, ...writesOn(drives, ledger, writes)]);
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

/** Parts that came into these machines or left them. */
async function movesOf(tx: Transaction | Database, unitIds: readonly string[]) {
  const places = unitIds.map((id) => `unit:${id}`);
  return tx
    .select({ move: movements, part: components })
    .from(movements)
    .innerJoin(components, eq(components.id, movements.componentId))
    .where(and(or(inArray(movements.toPlace, places), inArray(movements.fromPlace, places)), standingMoves))
    .orderBy(sql`${movements.eventSeq} asc nulls last`, asc(movements.n));
}
type Move = Awaited<ReturnType<typeof movesOf>>[number];

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
    part: { id, code, class: part.class, name, serial, attributes },
  };
  return [{ seq: sealed(move), entry }];
}

const seenIn = alias(units, 'seen_in');

/** What reports showed that nobody has said yes or no to: in these machines, or of what is on record there. */
const sightingsOf = (tx: Transaction | Database, unitIds: readonly string[]) =>
  tx
    .select({
      row: sightings,
      code: components.code,
      holder: components.unitId,
      holderTag: units.tag,
      seenTag: seenIn.tag,
    })
    .from(sightings)
    .innerJoin(components, eq(components.id, sightings.componentId))
    .leftJoin(units, eq(units.id, components.unitId))
    .leftJoin(seenIn, eq(seenIn.id, sightings.unitId))
    .where(
      and(
        isNull(sightings.answer),
        eq(components.class, 'drive'),
        or(inArray(sightings.unitId, [...unitIds]), inArray(components.unitId, [...unitIds])),
      ),
    )
    .orderBy(asc(sightings.at));

/** Observations of machines that stand, as they were written. */
const observationsOf = (tx: Transaction | Database, unitIds: readonly string[]) =>
  tx
    .select()
    .from(observations)
    .where(and(inArray(observations.unitId, [...unitIds]), isNull(observations.voidedBy)))
    .orderBy(asc(observations.id));

/** Observations that count, in the order they happened. */
export const standingObservations = async (
  tx: Transaction | Database,
  unitId: string,
): Promise<Observation[]> => countedOnce(await observationsOf(tx, [unitId]));

/** Reads the records of machines, each kind of row once for all of them. */
export async function sourcesOf(
  tx: Transaction | Database,
  unitIds: readonly string[],
): Promise<Map<string, Sources>> {
  if (unitIds.length === 0) return new Map();
  const values = await tx
    .select()
    .from(recordValues)
    .where(
      and(
        inArray(recordValues.unitId, [...unitIds]),
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
  const looked = await observationsOf(tx, unitIds);
  const moves = await movesOf(tx, unitIds);
  const drives = [...new Set(moves.filter(({ part }) => part.class === 'drive').map(({ part }) => part.id))];
  const data = drives.length ? await dataEntries(tx, drives) : [];
  const seen = await sightingsOf(tx, unitIds);
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
