import { catalogue, findingById } from '@/catalog';
import type { Chassis, LotSource } from '@/core/catalogue';
import { deriveRecord } from '@/core/record';
import { Specification } from '@/core/record/specification';
import type { RecordEntry as Entry } from '@/core/record/entries';
import { sizeText } from '@/core/record/values';
import { claimsIn } from '@/formats/claims/reader';
import type { ManifestRow } from '@/formats/manifest';
import type { Transaction } from '@/db/client';
import { observations, recordValues, units } from '@/db/schema';
import type { Actor } from '../command';
import { NOBODY, swapBinOfKind } from '../parts/bin';
import { takeNumbers } from '../counters';
import type { NewValue } from '../record/values';
import { modelOddsFor } from '../models/faults';
import { effectiveCatalogue } from '../rules/effective';
import { columnsFor, reckoningRules, type ReckoningRules } from '../units/revalue';

export type NewUnit = Pick<
  ManifestRow,
  'chassis' | 'maker' | 'model' | 'serial' | 'processor' | 'memoryGb' | 'driveGb' | 'driveKind' | 'condition'
> & { key: string | null };

interface Lot {
  id: string;
  source: LotSource;
  tagPrefix: string;
}

/** Next free tags of a prefix, "WQ-0147". */
async function takeTags(tx: Transaction, prefix: string, count: number): Promise<string[]> {
  const first = await takeNumbers(tx, `tag:${prefix}`, count);
  return Array.from({ length: count }, (_, i) => `${prefix}-${String(first + i).padStart(4, '0')}`);
}

/** What the seller says of a machine that can be priced. */
function claimedOf(row: NewUnit): NewValue[] {
  const claimed: NewValue[] = [];
  if (row.serial) claimed.push({ key: 'serial', value: row.serial });
  if (row.processor) claimed.push({ key: 'processor', value: row.processor });
  if (row.memoryGb !== null)
    claimed.push({ key: 'memoryGb', value: sizeText(row.memoryGb), number: row.memoryGb });
  if (row.driveGb !== null)
    claimed.push({ key: 'driveGb', value: sizeText(row.driveGb), number: row.driveGb });
  if (row.driveKind) claimed.push({ key: 'driveKind', value: row.driveKind });
  return claimed;
}

const SAID = 'said';
/** Nobody's unit: what lies in the bin for any machine. */
const UNKNOWN = { inside: [], takes: {}, contents: [], specification: new Specification([]) };

/** Evaluates machines that come in, each kind of them once. */
class Valuer {
  private readonly seen = new Map<string, ReturnType<typeof columnsFor>>();

  constructor(
    private readonly reckoning: ReckoningRules,
    private readonly source: LotSource,
    private readonly bins: ReadonlyMap<Chassis, Awaited<ReturnType<typeof swapBinOfKind>>>,
  ) {}

  columns(
    chassis: Chassis,
    claimed: readonly NewValue[],
    said: readonly string[],
    model: Readonly<Record<string, number>>,
  ) {
    // a serial number makes no machine another one
    const like = claimed.filter(({ key }) => key !== 'serial');
    const key = JSON.stringify([chassis, like, said, model]);
    let columns = this.seen.get(key);
    if (!columns) {
      columns = this.work(chassis, like, said, model);
      this.seen.set(key, columns);
    }
    return columns;
  }

  private work(
    chassis: Chassis,
    claimed: readonly NewValue[],
    said: readonly string[],
    model: Readonly<Record<string, number>>,
  ) {
    const at = Date.now();
    const outcomes = said.map((finding) => ({ finding, outcome: saidIndex(finding) }));
    const entries: Entry[] = [
      ...claimed.map(({ key, value, number }): Entry => ({
        kind: 'value',
        at,
        key,
        basis: 'claimed',
        text: value,
        number: number ?? null,
        origin: 'manifest',
        by: '',
      })),
      ...outcomes.map((answer): Entry => ({ kind: 'answer', at, basis: 'claimed', ...answer })),
    ];
    return columnsFor(
      this.reckoning,
      {
        chassis,
        source: this.source,
        grade: null,
        derived: deriveRecord(
          entries,
          { ...catalogue, processors: this.reckoning.house.tables.processors },
          chassis,
        ),
        record: outcomes.map(({ finding, outcome }) => ({ kind: 'finding', id: finding, outcome })),
        bin: this.bins.get(chassis)!,
        model,
        keeps: null,
      },
      'dock',
    );
  }
}

const saidIndex = (finding: string) => findingById(finding)!.outcomes.findIndex(({ id }) => id === SAID);

/**
 * Machines of a lot onto the record, many at once: rows, what the seller says, belief and value. The lot's
 * cost is not shared out here.
 * @returns id and tag of each, in the order given
 */
export async function putUnits(
  tx: Transaction,
  actor: Actor,
  lot: Lot,
  rows: readonly NewUnit[],
): Promise<{ id: string; tag: string }[]> {
  if (rows.length === 0) return [];
  const tags = await takeTags(tx, lot.tagPrefix, rows.length);
  // one after the other: a transaction has one connection
  const bins = new Map<Chassis, Awaited<ReturnType<typeof swapBinOfKind>>>();
  for (const chassis of new Set(rows.map((row) => row.chassis)))
    bins.set(chassis, await swapBinOfKind(tx, chassis, UNKNOWN));
  const reckoning = await reckoningRules(tx);
  const known = effectiveCatalogue(reckoning.rules).catalogue;
  const valuer = new Valuer(reckoning, lot.source, bins);
  // what machines of each model had that the shop is done with
  const odds = new Map<string, Record<string, number>>();
  const modelOf = ({ maker, model, chassis }: NewUnit) =>
    JSON.stringify([chassis, maker, model].map((own) => own.toLowerCase()));
  for (const row of rows)
    if (row.model.trim() && !odds.has(modelOf(row)))
      odds.set(modelOf(row), await modelOddsFor(tx, { ...row, id: NOBODY }, known));
  const made = await Promise.all(
    rows.map(async (row, i) => {
      const claimed = claimedOf(row);
      const said = claimsIn(row.condition);
      return {
        row,
        tag: tags[i],
        claimed,
        said,
        columns: await valuer.columns(row.chassis, claimed, said, odds.get(modelOf(row)) ?? {}),
      };
    }),
  );
  const stored = await tx
    .insert(units)
    .values(
      made.map(({ row, tag, columns }) => ({
        tag,
        lotId: lot.id,
        manifestKey: row.key,
        chassis: row.chassis,
        maker: row.maker,
        model: row.model,
        claim: row.condition,
        version: 1,
        ...columns,
      })),
    )
    .returning({ id: units.id, tag: units.tag });
  const idOf = new Map(stored.map(({ id, tag }) => [tag, id]));
  const values = made.flatMap(({ tag, claimed }) =>
    claimed.map(({ key, value, number }) => ({
      unitId: idOf.get(tag)!,
      key,
      basis: 'claimed',
      value,
      number: number ?? null,
      origin: 'manifest',
      by: actor.name,
    })),
  );
  if (values.length) await tx.insert(recordValues).values(values);
  const claims = made.flatMap(({ tag, said }) =>
    said.map((ref) => ({
      unitId: idOf.get(tag)!,
      kind: 'finding' as const,
      ref,
      outcome: saidIndex(ref),
      outcomeId: SAID,
      catalogue: catalogue.version,
      basis: 'claimed',
      by: actor.id,
      byName: 'the seller',
    })),
  );
  if (claims.length) await tx.insert(observations).values(claims);
  return tags.map((tag) => ({ id: idOf.get(tag)!, tag }));
}
