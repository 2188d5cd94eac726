import { and, asc, desc, eq, inArray, isNull, notInArray, or, sql } from 'drizzle-orm';
import { catalogue, findingById } from '@/catalog';
import type { BenchState, Chassis, PartClass } from '@/core/catalogue';
import { deriveRecord, type DerivedRecord } from '@/core/record';
import type {
  CountEntry,
  DataEntry,
  PartEntry,
  PlaceEntry,
  RecordEntry,
  SightingEntry,
  TakesEntry,
} from '@/core/record/entries';
import type { Basis, SpecKey } from '@/core/record/keys';
import type { RecordEntry as Evidence } from '@/core/steps/evaluate';
import type { CleanAct } from '@/core/clean/state';
import { leadsTold, matOf, type MatAct } from '@/core/hands/mat';
import { heatTables } from '@/catalog/heat';
import { heatOdds, type HeatReading } from '@/core/instruments/heat';
import { carriedOut, endingOf } from '@/core/record/endings';
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
import { ZONE_NAMES } from '@/words/cleanView';
import { houseNow } from '../house/tables';
import type { ActKey } from './acts';
import { wayOf, writesOn } from './entries';

/** Work steps and repairs that write a whole drive. */
const WRITES: Record<string, 'installed' | 'cloned'> = {
  'system-install': 'installed',
  'install-system': 'installed',
  'fit-drive': 'installed',
  'clone-drive': 'cloned',
};

type Unanswered = Extract<Evidence, { kind: 'unanswered' }>['why'];
type Observation = typeof observations.$inferSelect;

/**
 * Index of an observation's outcome in the finding as it is now: by its id, and by its number where none was
 * kept.
 */
export function outcomeNow(row: Pick<Observation, 'ref' | 'outcome' | 'outcomeId'>): number {
  if (row.outcomeId === null) return row.outcome;
  const at = findingById(row.ref)?.outcomes.findIndex((outcome) => outcome.id === row.outcomeId) ?? -1;
  return at >= 0 ? at : row.outcome;
}

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

/** Observations that count, in the order they happened. */
export async function standingObservations(
  tx: Transaction | Database,
  unitId: string,
): Promise<Observation[]> {
  const rows = await tx
    .select()
    .from(observations)
    .where(and(eq(observations.unitId, unitId), isNull(observations.voidedBy)))
    .orderBy(asc(observations.id));
  return countedOnce(rows);
}

/** What the engine is told of an observation. */
export function recordEntry(
  row: Pick<typeof observations.$inferSelect, 'kind' | 'ref' | 'outcome' | 'outcomeId'>,
): Evidence {
  if (row.kind === 'finding') return { kind: 'finding', id: row.ref, outcome: outcomeNow(row) };
  if (row.kind === 'repair') return { kind: 'repair', id: row.ref, ended: endingOf(row) };
  return { kind: 'unanswered', id: row.ref, why: (row.outcomeId ?? 'cannot-tell') as Unanswered };
}

function observed(row: Observation): RecordEntry[] {
  const at = row.at.getTime();
  if (row.kind === 'unanswered') return [];
  if (row.kind === 'repair')
    return [{ kind: 'verdict', at, repair: row.ref, helped: carriedOut(endingOf(row)) }];
  const answered: RecordEntry = {
    kind: 'answer',
    at,
    finding: row.ref,
    outcome: outcomeNow(row),
    basis: row.basis as Basis,
    ...(row.place && { place: row.place }),
  };
  return [answered];
}

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
const sealed = ({ eventSeq }: { eventSeq: number | null }): number => eventSeq ?? Number.MAX_SAFE_INTEGER;

/** In the order they were sealed; of one act in the order they stand. No clock is asked: it may have been wrong. */
const inOrder = <T extends { seq: number }>(rows: readonly T[]): T[] =>
  [...rows].sort((a, b) => a.seq - b.seq);

function valued(row: typeof recordValues.$inferSelect): RecordEntry {
  const at = row.at.getTime();
  if (row.key === 'place') {
    const { place, class: partClass, state } = JSON.parse(row.value) as Omit<PlaceEntry, 'kind' | 'at'>;
    return { kind: 'place', at, place, class: partClass, state };
  }
  if (row.key === 'mat') return { kind: 'mat', at, act: JSON.parse(row.value) as MatAct };
  if (row.key === 'clean') return { kind: 'clean', at, act: JSON.parse(row.value) as CleanAct };
  if (row.key === 'takes') return { kind: 'takes', at, facts: JSON.parse(row.value) as TakesEntry['facts'] };
  if (row.key === 'drive count') {
    const { drives, by, labelled } = JSON.parse(row.value) as Omit<CountEntry, 'kind' | 'at'>;
    return { kind: 'count', at, drives, by, labelled };
  }
  if (row.key === 'bench') return { kind: 'bench', at, state: JSON.parse(row.value) as Partial<BenchState> };
  const { basis, value: text, number, by } = row;
  // the name of the act it came with is for taking it back
  const origin = row.origin.replace(/ [0-9a-f]{8}-[0-9a-f-]{27}$/, '');
  return { kind: 'value', at, key: row.key as SpecKey, basis: basis as Basis, text, number, origin, by };
}

/** Movements that happened: neither taken back, nor taking one back. */
const standingMoves = and(
  isNull(movements.takesBack),
  sql`not exists (select 1 from movements back
    where back.component_id = ${movements.componentId} and back.takes_back = ${movements.n})`,
);

/**
 * What the engine is told of a machine, in the order it happened: what was observed and tried, and parts that went
 * in or came out and ended no repair.
 */
export async function evidenceOf(
  tx: Transaction | Database,
  unitId: string,
): Promise<{ entry: Evidence; row: Observation | null }[]> {
  const looked = (await standingObservations(tx, unitId)).map((row) => ({
    seq: sealed(row),
    row,
    entry: recordEntry(row),
  }));
  const handled = (await partEntries(tx, unitId)).flatMap(({ seq, entry }) =>
    entry.kind === 'part' && entry.way !== 'found' && !entry.repair
      ? [
          {
            seq,
            row: null,
            entry: { kind: 'part' as const, class: entry.part.class as PartClass, way: entry.way },
          },
        ]
      : [],
  );
  return inOrder([
    ...looked,
    ...handled,
    ...(await matEvidence(tx, unitId)),
    ...(await runEvidence(tx, unitId)),
  ]).map(({ entry, row }) => ({ entry, row }));
}

/** What the last heat run told: chances, not the likeliest alone. */
async function runEvidence(tx: Transaction | Database, unitId: string) {
  const [last] = await tx
    .select({ value: recordValues.value, eventSeq: recordValues.eventSeq })
    .from(recordValues)
    .where(
      and(eq(recordValues.unitId, unitId), eq(recordValues.key, 'heat run'), isNull(recordValues.voidedBy)),
    )
    .orderBy(desc(recordValues.id))
    .limit(1);
  if (!last) return [];
  const { verdict } = JSON.parse(last.value) as { verdict: HeatReading['verdict'] };
  const entry = { kind: 'measured' as const, odds: heatOdds(verdict, heatTables) };
  return [{ seq: sealed(last), row: null, entry }];
}

/** What the strip-down mat tells, at the moment of its newest entry. */
async function matEvidence(tx: Transaction | Database, unitId: string) {
  const rows = await tx
    .select({ value: recordValues.value, eventSeq: recordValues.eventSeq })
    .from(recordValues)
    .where(and(eq(recordValues.unitId, unitId), eq(recordValues.key, 'mat'), isNull(recordValues.voidedBy)))
    .orderBy(asc(recordValues.id));
  const told = leadsTold(matOf(rows.map(({ value }) => JSON.parse(value) as MatAct)));
  if (told.off.length + told.back.length === 0) return [];
  return [{ seq: sealed(rows[rows.length - 1]), row: null, entry: { kind: 'mat' as const, ...told } }];
}

/** An entry and the number it was sealed with. */
interface Sealed<T> {
  seq: number;
  entry: T;
}

/**
 * Parts that came into the machine or left it, and, for its drives, what became of their data wherever they
 * were.
 */
async function partEntries(
  tx: Transaction | Database,
  unitId: string,
): Promise<Sealed<PartEntry | DataEntry>[]> {
  const here = `unit:${unitId}`;
  const rows = await tx
    .select({ move: movements, part: components })
    .from(movements)
    .innerJoin(components, eq(components.id, movements.componentId))
    .where(and(or(eq(movements.toPlace, here), eq(movements.fromPlace, here)), standingMoves))
    .orderBy(sql`${movements.eventSeq} asc nulls last`, asc(movements.n));
  const entries = rows.flatMap(({ move, part }): Sealed<PartEntry>[] => {
    const way = wayOf({ from: move.fromPlace, to: move.toPlace, reason: move.reason }, unitId);
    const { id, code, name, serial, attributes } = part;
    const entry: PartEntry | null = way && {
      kind: 'part',
      at: move.at.getTime(),
      way,
      by: move.byName,
      ...(move.byRepair && { repair: true }),
      part: { id, code, class: part.class, name, serial, attributes },
    };
    return entry ? [{ seq: sealed(move), entry }] : [];
  });
  const drives = [...new Set(rows.filter(({ part }) => part.class === 'drive').map(({ part }) => part.id))];
  return drives.length ? [...entries, ...(await dataEntries(tx, drives))] : entries;
}

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

/** What reports showed that nobody has said yes or no to: here, and of what is on record here elsewhere. */
async function sightingEntries(tx: Transaction | Database, unitId: string): Promise<Sealed<SightingEntry>[]> {
  const rows = await tx
    .select({ row: sightings, code: components.code, holder: components.unitId, tag: units.tag })
    .from(sightings)
    .innerJoin(components, eq(components.id, sightings.componentId))
    // of what was seen here: where it is on record; of what is on record here: where it was seen
    .leftJoin(
      units,
      eq(
        units.id,
        sql`case when ${sightings.unitId} = ${unitId} then ${components.unitId} else ${sightings.unitId} end`,
      ),
    )
    .where(
      and(
        isNull(sightings.answer),
        eq(components.class, 'drive'),
        or(eq(sightings.unitId, unitId), eq(components.unitId, unitId)),
      ),
    )
    .orderBy(asc(sightings.at));
  return rows.map(({ row, code, tag }) => ({
    seq: sealed(row),
    entry: {
      kind: 'sighting',
      at: row.at.getTime(),
      code,
      where: tag ?? 'the bin',
      here: row.unitId === unitId,
    },
  }));
}

/** Everything that stands on a machine's record, in the order it was sealed. */
export async function entriesOf(tx: Transaction | Database, unitId: string): Promise<RecordEntry[]> {
  const values = await tx
    .select()
    .from(recordValues)
    .where(
      and(
        eq(recordValues.unitId, unitId),
        notInArray(recordValues.key, ASIDE),
        isNull(recordValues.voidedBy),
      ),
    )
    .orderBy(asc(recordValues.id));
  const looked = await standingObservations(tx, unitId);
  return inOrder<Sealed<RecordEntry>>([
    ...values.map((row) => ({ seq: sealed(row), entry: valued(row) })),
    ...(await partEntries(tx, unitId)),
    ...looked.flatMap((row) => observed(row).map((entry) => ({ seq: sealed(row), entry }))),
    ...(await sightingEntries(tx, unitId)),
  ]).map(({ entry }) => entry);
}

const zoneName = (zone: string) => ZONE_NAMES[zone] ?? zone;

/** What the standing record tells of a machine. */
export async function recordNow(
  tx: Transaction | Database,
  unit: { id: string; chassis: Chassis },
): Promise<DerivedRecord> {
  const { processors } = (await houseNow(tx)).tables;
  return deriveRecord(await entriesOf(tx, unit.id), { ...catalogue, processors, zoneName }, unit.chassis);
}
