import { catalogue, findingById } from '@/catalog';
import type { Chassis, LotSource } from '@/core/catalogue';
import { deriveRecord } from '@/core/record';
import type { RecordEntry } from '@/core/record/entries';
import type { SpecKey } from '@/core/record/keys';
import { readValue } from '@/core/record/values';
import { database } from '@/db/client';
import { claimsIn } from '@/formats/claims/reader';
import type { OfferWorth } from '@/words/parts/offer';
import { swapBinOfKind } from '../parts/bin';
import { evaluationFor, reckoningRules } from '../units/revalue';

export interface Offer {
  chassis: Chassis;
  source: LotSource;
  words: string;
  postageMinor: number;
  level?: number;
  memoryGb?: number;
  driveKind?: 'none' | 'disk' | 'solid';
  driveGb?: number;
}

/** What a machine that is offered would be worth to the shop, before it is bought. Nothing is written down. */
export async function worthOfOffer(offer: Offer): Promise<OfferWorth> {
  const db = database();
  const at = Date.now();
  const typed = (
    [
      ['processorLevel', offer.level],
      ['memoryGb', offer.memoryGb],
      ['driveKind', offer.driveKind],
      ['driveGb', offer.driveGb],
    ] as [SpecKey, string | number | undefined][]
  ).flatMap(([key, value]): RecordEntry[] => {
    if (value === undefined) return [];
    const read = readValue(key, String(value));
    return read.ok
      ? [
          {
            kind: 'value',
            at,
            key,
            basis: 'claimed',
            text: read.text,
            number: read.number,
            origin: 'listing',
            by: '',
          },
        ]
      : [];
  });
  const said = claimsIn(offer.words);
  const outcomes = said.map((finding) => ({
    finding,
    outcome: findingById(finding)!.outcomes.findIndex(({ id }) => id === 'said'),
  }));
  const derived = await db.transaction(async (tx) => {
    const reckoning = await reckoningRules(tx);
    const record = deriveRecord(
      [
        ...typed,
        ...outcomes.map((answer): RecordEntry => ({ kind: 'answer', at, basis: 'claimed', ...answer })),
      ],
      { ...catalogue, processors: reckoning.house.tables.processors },
      offer.chassis,
    );
    const bin = await swapBinOfKind(tx, offer.chassis, record);
    return { reckoning, record, bin };
  });
  const { price, evaluation } = await evaluationFor(derived.reckoning, {
    chassis: offer.chassis,
    source: offer.source,
    grade: null,
    derived: derived.record,
    record: outcomes.map(({ finding, outcome }) => ({ kind: 'finding', id: finding, outcome })),
    bin: derived.bin,
    keeps: null,
  });
  return {
    routes: [...evaluation.routes].sort((a, b) => b.valueMinor - a.valueMinor),
    priceMinor: price.minor,
    lowMinor: evaluation.lowMinor,
    highMinor: evaluation.highMinor,
    mostMinor: Math.max(0, Math.floor(evaluation.valueMinor - offer.postageMinor)),
    understood: said.map((id) => findingById(id)!.ask),
  };
}
