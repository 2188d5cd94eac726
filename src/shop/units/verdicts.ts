import { repairById } from '@/catalog';
import { appliesTo } from '@/core/belief/model';
import { ENDINGS } from '@/core/catalogue';
import { work } from '@/db/schema';
import { and, eq, inArray } from 'drizzle-orm';
import Joi from 'joi';
import { defineCommand, BENCH_ROLES, type CommandContext } from '../command';
import { ShopError } from '@/errors';
import { shortText, unitId } from '../input';
import { refuseHeld } from '../line';
import { exchangeInput, exchange } from '../parts/exchange';
import { putVerdict } from '../record/verdict';
import { endSegment } from '../work/clock';
import { refuseClash } from './clash';

/** How a repair that was tried ended. */
export const repairVerdict = defineCommand({
  name: 'repairVerdict',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    repair: shortText('repair', 60).required(),
    ended: Joi.string()
      .valid(...ENDINGS)
      .required()
      .label('ended'),
    parts: exchangeInput,
    despite: Joi.boolean().label('all the same'),
  }),
  impossible: refuseClash,
  async run({ tx, actor, unit }, input) {
    const repair = repairById(input.repair);
    if (!repair || !appliesTo(repair, unit!.chassis))
      throw new ShopError('invalid', `Not recorded: no repair "${input.repair}" for this kind of machine.`);
    refuseHeld(unit!);
    const verdict = await putVerdict(tx, actor, unit!.id, repair.id, input.ended);
    const closed = await closeWorkOf(tx, unit!.id, repair.id);
    const donors: NonNullable<CommandContext['unit']>[] = [];
    const moved = input.parts ? await exchange(tx, actor, unit!, input.parts, true, donors) : [];
    return {
      event: {
        kind: 'repair',
        payload: {
          observation: verdict,
          repair: repair.id,
          helped: input.ended === 'helped',
          ended: input.ended,
          ...(closed.length && { work: closed }),
          ...(moved.length && { parts: moved }),
        },
      },
      answer: { ended: input.ended },
      answered: [{ id: verdict, replaced: [] }],
      settle: donors,
    };
  },
});

/**
 * A verdict ends the work it belongs to: judged once, it cannot be judged again from the other screen.
 * @returns ids of what it ended
 */
async function closeWorkOf(tx: CommandContext['tx'], id: string, repair: string): Promise<string[]> {
  const open = await tx
    .select({ id: work.id })
    .from(work)
    .where(
      and(eq(work.unitId, id), eq(work.ref, repair), inArray(work.status, ['running', 'paused', 'alone'])),
    );
  for (const row of open) {
    await endSegment(tx, row.id);
    await tx.update(work).set({ status: 'done', finishedAt: new Date() }).where(eq(work.id, row.id));
  }
  return open.map((row) => row.id);
}
