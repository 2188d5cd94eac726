import { catalogue } from '@/catalog';
import type { LotSource } from '@/core/catalogue';
import type { Transaction } from '@/db/client';
import { observations, recordValues, units } from '@/db/schema';
import type { Actor } from '../command';
import { takeNumbers } from '../counters';
import { columnsFor } from '../units/revalue';
import { aroundOffers, asOffered, SAID, saidIndex, type Offer } from './offered';

export type NewUnit = Offer & { key: string | null };

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
  const around = await aroundOffers(tx, rows);
  // each kind of them is worked out once
  const seen = new Map<string, ReturnType<typeof columnsFor>>();
  const made = await Promise.all(
    rows.map(async (row, i) => {
      const { claimed, said, like, machine } = asOffered(around, lot.source, row);
      let columns = seen.get(like);
      if (!columns) seen.set(like, (columns = columnsFor(around.reckoning, machine(), 'dock')));
      return { row, tag: tags[i], claimed, said, columns: await columns };
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
