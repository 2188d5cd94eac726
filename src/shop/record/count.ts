import type { CountEntry } from '@/core/record/entries';
import type { Transaction } from '@/db/client';
import { recordValues } from '@/db/schema';

/** How many drives are in a machine, where nobody counted them for its own sake: its report lists them, or it was away. */
export async function writeCount(
  tx: Transaction,
  unitId: string,
  count: Omit<CountEntry, 'kind' | 'at'>,
  by: string,
  origin = 'by hand',
): Promise<void> {
  await tx.insert(recordValues).values({
    unitId,
    key: 'drive count',
    basis: count.by === 'report' ? 'measured' : 'typed',
    value: JSON.stringify(count),
    origin,
    by,
  });
}
