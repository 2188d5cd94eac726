import { findingById, repairById } from '@/catalog';
import type { CommandContext } from '../command';
import { ENDING_WORDS } from '@/words/names';
import { ShopError } from '@/errors';
import { endingOf } from '@/core/record/endings';
import { clashesOf } from './revalue';

/**
 * Answers that cannot be true together are not an error: what stands against the new one is named, to be
 * taken back, or the new one is sent again as so all the same.
 */
export async function refuseClash({ tx, unit }: CommandContext, input: { despite?: boolean }): Promise<void> {
  if (input.despite) return;
  const against = (await clashesOf(tx, unit!.id)).map((row) => ({
    observation: row.id,
    words:
      row.kind === 'finding'
        ? `${findingById(row.ref)?.ask ?? row.ref} ${findingById(row.ref)?.outcomes[row.outcome]?.label ?? ''}`.trim()
        : `${repairById(row.ref)?.name ?? row.ref}: ${ENDING_WORDS[endingOf(row)].toLowerCase()}`,
  }));
  const named = against.map((line) => `“${line.words}”`).join(', ');
  throw new ShopError(
    'refused',
    `Not recorded: no fault known shows this together with ${named || 'what was answered before'}. Take one back, or say that it is so all the same.`,
    { impossible: true, against },
  );
}
