import { catalogue, findingById } from '@/catalog';
import type { Chassis, LotSource } from '@/core/catalogue';
import { deriveRecord } from '@/core/record';
import type { RecordEntry as Entry } from '@/core/record/entries';
import { Specification } from '@/core/record/specification';
import { sizeText } from '@/core/record/values';
import { claimsIn } from '@/formats/claims/reader';
import type { ManifestRow } from '@/formats/manifest';
import type { Transaction } from '@/db/client';
import { modelOddsFor } from '../models/faults';
import { NOBODY, swapBinOfKind } from '../parts/bin';
import type { NewValue } from '../record/values';
import { effectiveCatalogue } from '../rules/effective';
import { reckoningRules, type Appraised, type ReckoningRules } from '../units/revalue';

/** A machine as its seller describes it. */
export type Offer = Pick<
  ManifestRow,
  'chassis' | 'maker' | 'model' | 'serial' | 'processor' | 'memoryGb' | 'driveGb' | 'driveKind' | 'condition'
>;

/** Nobody's unit: what lies in the bin for any machine. */
const UNKNOWN = { inside: [], takes: {}, contents: [], specification: new Specification([]) };

export const SAID = 'said';
/** The outcome of a claim that was made. */
export const saidIndex = (finding: string) =>
  findingById(finding)!.outcomes.findIndex(({ id }) => id === SAID);

/** What the seller says of a machine that can be priced. */
function claimedOf(row: Offer): NewValue[] {
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

/** What bears on offered machines besides their seller's words: the shop's rates, its bin, what it knows of their models. */
export interface Around {
  reckoning: ReckoningRules;
  bins: ReadonlyMap<Chassis, Awaited<ReturnType<typeof swapBinOfKind>>>;
  odds: ReadonlyMap<string, Readonly<Record<string, number>>>;
}

const modelOf = ({ maker, model, chassis }: Offer) =>
  JSON.stringify([chassis, maker, model].map((own) => own.toLowerCase()));

/** All that bears on these machines, read in one go. */
export async function aroundOffers(tx: Transaction, rows: readonly Offer[]): Promise<Around> {
  // one after the other: a transaction has one connection
  const bins = new Map<Chassis, Awaited<ReturnType<typeof swapBinOfKind>>>();
  for (const chassis of new Set(rows.map((row) => row.chassis)))
    bins.set(chassis, await swapBinOfKind(tx, chassis, UNKNOWN));
  const reckoning = await reckoningRules(tx);
  const known = effectiveCatalogue(reckoning.rules).catalogue;
  // what machines of each model had that the shop is done with
  const odds = new Map<string, Record<string, number>>();
  for (const row of rows)
    if (row.model.trim() && !odds.has(modelOf(row)))
      odds.set(modelOf(row), await modelOddsFor(tx, { ...row, id: NOBODY }, known));
  return { reckoning, bins, odds };
}

/** An offered machine, with nothing known of it but what its seller says. */
export interface AsOffered {
  claimed: NewValue[];
  /** Claim findings. */
  said: string[];
  /** Machines with the same are alike in all that is known of them. */
  like: string;
  /** As the reckoning wants it. */
  machine: () => Appraised;
}

export function asOffered({ reckoning, bins, odds }: Around, source: LotSource, row: Offer): AsOffered {
  const claimed = claimedOf(row);
  const said = claimsIn(row.condition);
  // a serial number makes no machine another one
  const alike = claimed.filter(({ key }) => key !== 'serial');
  const model = odds.get(modelOf(row)) ?? {};
  const machine = (): Appraised => {
    const at = Date.now();
    const outcomes = said.map((finding) => ({ finding, outcome: saidIndex(finding) }));
    const entries: Entry[] = [
      ...alike.map(({ key, value, number }): Entry => ({
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
    return {
      chassis: row.chassis,
      source,
      grade: null,
      derived: deriveRecord(
        entries,
        { ...catalogue, processors: reckoning.house.tables.processors },
        row.chassis,
      ),
      record: outcomes.map(({ finding, outcome }) => ({ kind: 'finding', id: finding, outcome })),
      bin: bins.get(row.chassis)!,
      model,
      keeps: null,
    };
  };
  return { claimed, said, machine, like: JSON.stringify([row.chassis, alike, said, model]) };
}
