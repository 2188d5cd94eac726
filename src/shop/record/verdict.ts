import { catalogue } from '@/catalog';
import type { Transaction } from '@/db/client';
import { observations } from '@/db/schema';
import type { Actor } from '../command';

/**
 * The one way a verdict on a repair gets onto the record, whatever screen it was given on.
 * @returns the observation's id
 */
export async function putVerdict(
  tx: Transaction,
  actor: Actor,
  unitId: string,
  repair: string,
  helped: boolean,
): Promise<number> {
  const [row] = await tx
    .insert(observations)
    .values({
      unitId,
      kind: 'repair',
      ref: repair,
      outcome: helped ? 1 : 0,
      outcomeId: helped ? 'helped' : 'no-change',
      catalogue: catalogue.version,
      by: actor.id,
      byName: actor.name,
    })
    .returning({ id: observations.id });
  return row.id;
}
