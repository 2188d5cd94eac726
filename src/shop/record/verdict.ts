import { catalogue } from '@/catalog';
import type { Ending } from '@/core/catalogue';
import { ENDING_CODES } from '@/core/record/endings';
import type { Transaction } from '@/db/client';
import { observations } from '@/db/schema';
import type { Actor } from '../command';

/**
 * The one way the end of a repair gets onto the record, whatever screen it was given on.
 * @returns the observation's id
 */
export async function putVerdict(
  tx: Transaction,
  actor: Actor,
  unitId: string,
  repair: string,
  ended: Ending,
): Promise<number> {
  const [row] = await tx
    .insert(observations)
    .values({
      unitId,
      kind: 'repair',
      ref: repair,
      outcome: ENDING_CODES[ended],
      outcomeId: ended,
      catalogue: catalogue.version,
      by: actor.id,
      byName: actor.name,
    })
    .returning({ id: observations.id });
  return row.id;
}
