import { catalogue, findingById } from '@/catalog';
import { heatTables } from '@/catalog/instruments/heat';
import type { BenchState, Chassis, PartClass } from '@/core/catalogue';
import type { CleanAct } from '@/core/clean/state';
import { leadsTold, matOf, type MatAct } from '@/core/hands/mat';
import { type HeatReading } from '@/core/instruments/heat/read';
import { heatConditions } from '@/core/instruments/heat/verdict';
import { deriveRecord, type DerivedRecord } from '@/core/record';
import { carriedOut, endingOf } from '@/core/record/endings';
import type {
  CountEntry,
  PartEntry,
  PlaceEntry,
  PortsEntry,
  RecordEntry,
  TakesEntry,
} from '@/core/record/entries';
import type { Basis, SpecKey } from '@/core/record/keys';
import { factsOfPart } from '@/core/parts/facts';
import type { Sighted as Evidence } from '@/core/steps/sighted';
import type { HouseTables } from '@/core/house/tables';
import type { Database, Transaction } from '@/db/client';
import type { observations, recordValues } from '@/db/schema';
import { strips } from '@/catalog/machine/openings';
import { portKinds } from '@/catalog/machine/ports';
import { zoneName } from '@/words/hands/clean';
import { houseNow } from '../house/tables';
import { inOrder, sealed, sourcesOf, type Sealed, type Sources } from './sources';

type Unanswered = Extract<Evidence, { kind: 'unanswered' }>['why'];
type Observation = typeof observations.$inferSelect;

/**
 * Index of an observation's outcome in the finding as it is now: by its id, and by its number where none was
 * kept. Null: the catalogue has no such outcome any more, and another that stands at its number is not it.
 */
export function outcomeNow(row: Pick<Observation, 'ref' | 'outcome' | 'outcomeId'>): number | null {
  if (row.outcomeId === null) return row.outcome;
  const at = findingById(row.ref)?.outcomes.findIndex((outcome) => outcome.id === row.outcomeId) ?? -1;
  return at >= 0 ? at : null;
}

/** What the engine is told of an observation. */
export function recordEntry(
  row: Pick<typeof observations.$inferSelect, 'kind' | 'ref' | 'outcome' | 'outcomeId'>,
): Evidence {
  if (row.kind === 'finding') {
    const outcome = outcomeNow(row);
    // what nobody can read any more is asked again
    return outcome === null
      ? { kind: 'unanswered', id: row.ref, why: 'look-again' as Unanswered }
      : { kind: 'finding', id: row.ref, outcome };
  }
  if (row.kind === 'repair') return { kind: 'repair', id: row.ref, ended: endingOf(row) };
  return { kind: 'unanswered', id: row.ref, why: (row.outcomeId ?? 'cannot-tell') as Unanswered };
}

function observed(row: Observation): RecordEntry[] {
  const at = row.at.getTime();
  if (row.kind === 'unanswered') return [];
  if (row.kind === 'repair')
    return [{ kind: 'verdict', at, repair: row.ref, helped: carriedOut(endingOf(row)) }];
  const outcome = outcomeNow(row);
  if (outcome === null) return [];
  const answered: RecordEntry = {
    kind: 'answer',
    at,
    finding: row.ref,
    outcome,
    basis: row.basis as Basis,
    ...(row.place && { place: row.place }),
  };
  return [answered];
}

function valued(row: typeof recordValues.$inferSelect): RecordEntry {
  const at = row.at.getTime();
  if (row.key === 'place') {
    return { kind: 'place', at, ...(JSON.parse(row.value) as Omit<PlaceEntry, 'kind' | 'at'>) };
  }
  if (row.key === 'mat') return { kind: 'mat', at, act: JSON.parse(row.value) as MatAct };
  if (row.key === 'clean') return { kind: 'clean', at, act: JSON.parse(row.value) as CleanAct };
  if (row.key === 'takes') return { kind: 'takes', at, facts: JSON.parse(row.value) as TakesEntry['facts'] };
  if (row.key === 'port count') {
    const { ports } = JSON.parse(row.value) as Pick<PortsEntry, 'ports'>;
    return { kind: 'ports', at, ports, by: row.by };
  }
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

/** A clone onto another bus than the drive that came out of the machine was on, as far as both are known. */
function clonedHow({ parts }: Pick<Sources, 'parts'>, drive: string): 'cloned' | 'cloned across' {
  const moved = parts.flatMap(({ entry }) =>
    entry.kind === 'part' && entry.part.class === 'drive' ? [entry] : [],
  );
  const busOf = (own: PartEntry | undefined) => own && factsOfPart(own.part).bus;
  const now = busOf(moved.find(({ part }) => part.id === drive));
  const before = busOf(moved.findLast(({ way, part }) => way === 'out' && part.id !== drive));
  return now && before && now !== before ? 'cloned across' : 'cloned';
}

/**
 * What the engine is told of a machine, in the order it happened: what was observed and tried, and parts that went
 * in or came out and ended no repair.
 */
export function evidenceFrom(sources: Sources): { entry: Evidence; row: Observation | null }[] {
  const looked = sources.looked.map((row) => ({ seq: sealed(row), row, entry: recordEntry(row) }));
  const cloned = sources.parts.flatMap(({ seq, entry }) =>
    entry.kind === 'data' && entry.what === 'cloned'
      ? [{ seq, row: null, entry: { kind: 'data' as const, what: clonedHow(sources, entry.drive) } }]
      : [],
  );
  const handled = sources.parts.flatMap(({ seq, entry }) =>
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
  return inOrder([...looked, ...handled, ...cloned, ...matEvidence(sources), ...heatEvidence(sources)]).map(
    ({ entry, row }) => ({ entry, row }),
  );
}

/** What the last heat run told: chances, not the likeliest alone. */
function heatEvidence({ heat }: Sources) {
  if (!heat) return [];
  const { verdict } = JSON.parse(heat.value) as { verdict: HeatReading['verdict'] };
  const entry = {
    kind: 'measured' as const,
    conditions: heatConditions(verdict, heatTables),
    answers: heatTables.answers,
  };
  return [{ seq: sealed(heat), row: null, entry }];
}

/** What the strip-down mat tells, at the moment of its newest entry. */
function matEvidence({ values }: Sources) {
  const rows = values.filter(({ key }) => key === 'mat');
  const mat = matOf(rows.map(({ value }) => JSON.parse(value) as MatAct));
  const told = leadsTold(mat);
  const out = [...new Set(mat?.moves.flatMap(({ item, move }) => (move === 'out' ? [item] : [])))];
  if (told.off.length + told.back.length + out.length === 0) return [];
  return [{ seq: sealed(rows[rows.length - 1]), row: null, entry: { kind: 'mat' as const, ...told, out } }];
}

const entriesFrom = ({ values, parts, looked, sightings }: Sources): RecordEntry[] =>
  inOrder<Sealed<RecordEntry>>([
    ...values.map((row) => ({ seq: sealed(row), entry: valued(row) })),
    ...parts,
    ...looked.flatMap((row) => observed(row).map((entry) => ({ seq: sealed(row), entry }))),
    ...sightings,
  ]).map(({ entry }) => entry);

/** Everything that stands on a machine's record, in the order it was sealed. */
export const entriesOf = async (tx: Transaction | Database, unitId: string): Promise<RecordEntry[]> =>
  entriesFrom((await sourcesOf(tx, [unitId])).get(unitId)!);

/** What the standing record tells of machines, read together. */
export async function recordsNow(
  tx: Transaction | Database,
  of: readonly { id: string; chassis: Chassis }[],
): Promise<Map<string, { record: DerivedRecord; sources: Sources }>> {
  const { processors } = (await houseNow(tx)).tables;
  const all = await sourcesOf(
    tx,
    of.map(({ id }) => id),
  );
  return new Map(
    of.map(({ id, chassis }) => {
      const sources = all.get(id)!;
      return [id, { record: recordFrom(sources, chassis, processors), sources }];
    }),
  );
}

/** What a record that was read tells of a machine. Pure. */
export const recordFrom = (
  sources: Sources,
  chassis: Chassis,
  processors: HouseTables['processors'],
): DerivedRecord =>
  deriveRecord(
    entriesFrom(sources),
    {
      ...catalogue,
      processors,
      zoneName: (zone) => zoneName(chassis, zone),
      strips,
      ports: portKinds,
    },
    chassis,
  );

/** What the standing record tells of a machine, and what it was derived from. */
export const readNow = async (tx: Transaction | Database, unit: { id: string; chassis: Chassis }) =>
  (await recordsNow(tx, [unit])).get(unit.id)!;

export const recordNow = async (
  tx: Transaction | Database,
  unit: { id: string; chassis: Chassis },
): Promise<DerivedRecord> => (await readNow(tx, unit)).record;
