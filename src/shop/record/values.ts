import type { BenchState } from '@/core/catalogue';
import type { Basis, SpecKey } from '@/core/record/keys';
import type { Transaction } from '@/db/client';
import { recordValues } from '@/db/schema';

export interface NewValue {
  key: SpecKey;
  value: string;
  number?: number | null;
}

/** Puts values on the record. What was there before stays; the newest that determined a property counts. */
export async function writeValues(
  tx: Transaction,
  unitId: string,
  basis: Basis,
  values: readonly NewValue[],
  origin: string,
  by: string,
): Promise<void> {
  if (values.length === 0) return;
  await tx.insert(recordValues).values(
    values.map(({ key, value, number }) => ({
      unitId,
      key,
      basis,
      value,
      number: number ?? null,
      origin,
      by,
    })),
  );
}

/** What a person says of the bench. */
export async function writeBench(
  tx: Transaction,
  unitId: string,
  state: Partial<BenchState>,
  by: string,
): Promise<void> {
  await tx
    .insert(recordValues)
    .values({ unitId, key: 'bench', basis: 'typed', value: JSON.stringify(state), origin: 'bench', by });
}
