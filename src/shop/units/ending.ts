import { and, desc, eq } from 'drizzle-orm';
import Joi from 'joi';
import type { StopRoute } from '@/core/steps/problem';
import { components, events, GONE_AS, movements, units, type Stage } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type CommandContext } from '../command';
import { ShopError } from '@/errors';
import { leaveUnit } from '../exit/unit';
import { minor, shortText, unitId } from '../input';
import { forward, moveStage, refuseHeld } from '../line';
import { ownersMachine } from '../record/whose';
import { writeCount } from '../record/count';
import { move } from '../moves/move';

/** A unit that was gone is here again, with what went with it. */
export async function bringBack(
  tx: CommandContext['tx'],
  actor: CommandContext['actor'],
  unit: NonNullable<CommandContext['unit']>,
): Promise<void> {
  const went = await tx
    .select({ part: components })
    .from(components)
    .innerJoin(movements, and(eq(movements.componentId, components.id), eq(movements.n, components.lastMove)))
    .where(
      and(
        eq(movements.fromPlace, `unit:${unit.id}`),
        eq(movements.reason, `${unit.goneAs} with ${unit.tag}`),
      ),
    );
  for (const { part } of went) await move(tx, actor, part, `unit:${unit.id}`, `came back with ${unit.tag}`);
  // what lay here of its owner's and went along lies here for it again
  const along = await tx
    .select({ part: components })
    .from(components)
    .innerJoin(movements, and(eq(movements.componentId, components.id), eq(movements.n, components.lastMove)))
    .where(
      and(
        eq(components.ownerUnit, unit.id),
        eq(movements.fromPlace, 'bin'),
        eq(movements.reason, `${unit.goneAs} with ${unit.tag}`),
      ),
    );
  for (const { part } of along) {
    await move(tx, actor, part, 'bin', `came back with ${unit.tag}`);
    await tx.update(components).set({ keptFor: unit.id }).where(eq(components.id, part.id));
  }
  // it was in other hands: what is in it now is looked at
  await writeCount(tx, unit.id, { drives: null, by: 'hands' }, actor.name);
  await tx.update(units).set({ goneAs: null, goneMinor: 0, goneGrams: null }).where(eq(units.id, unit.id));
}

/** Where it stood before it was decided, as long as nothing has moved it since; else it stays. */
async function placeBefore(
  tx: CommandContext['tx'],
  unit: NonNullable<CommandContext['unit']>,
): Promise<Stage> {
  const [last] = await tx
    .select({ payload: events.payload })
    .from(events)
    .where(and(eq(events.unitId, unit.id), eq(events.kind, 'decided')))
    .orderBy(desc(events.seq))
    .limit(1);
  const { from, to } = (last?.payload ?? {}) as { from?: Stage; to?: Stage };
  return from && to === unit.stage ? from : unit.stage;
}

const SALES: readonly StopRoute[] = ['disclose', 'asFound', 'harvest', 'recycle'];
const BACKS: readonly StopRoute[] = ['handOver', 'giveBack'];

/**
 * Enough is known: how the machine is to end, said once. It goes on to where the rest of its work is; null
 * takes the decision back, and the machine to where it stood.
 */
export const decide = defineCommand({
  name: 'decide',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    route: Joi.string()
      .valid(...SALES, ...BACKS)
      .allow(null)
      .required()
      .label('route'),
  }),
  async run({ tx, unit }, { route }) {
    refuseHeld(unit!);
    if (route !== null) {
      const theirs = await ownersMachine(tx, unit!);
      if (theirs && !BACKS.includes(route))
        throw new ShopError(
          'refused',
          'Not decided: it is somebody else’s machine. It is mended as agreed and handed over, or given back.',
        );
      if (!theirs && BACKS.includes(route))
        throw new ShopError(
          'refused',
          'Not decided: it is the shop’s own, there is nobody to give it back to.',
        );
    }
    if (route === unit!.ending)
      throw new ShopError('refused', 'Nothing was changed: that is decided already.');
    await tx.update(units).set({ ending: route }).where(eq(units.id, unit!.id));
    const stage = route === null ? await placeBefore(tx, unit!) : forward(unit!.stage, 'hands');
    await moveStage(tx, unit!, stage);
    return {
      event: {
        kind: 'decided',
        payload: { route, before: unit!.ending, from: unit!.stage, to: stage },
      },
      answer: { stage },
    };
  },
});

/**
 * It leaves without a sale, and what it became is said. No drive goes with it unaccounted for; a machine that
 * goes back to whose it is takes its drives along, and that is written down for each. The note of one of the shop's
 * own says whom it went back to.
 */
export const endUnit = defineCommand({
  name: 'endUnit',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    as: Joi.string()
      .valid(...GONE_AS)
      .required()
      .label('what it became'),
    note: shortText('note', 200).allow('').default(''),
    /** Money that came in for it: scrap, what its seller gave back. */
    receivedMinor: minor('money received').default(0),
    /** What it weighed, for the recycler's note. */
    grams: Joi.number().integer().min(1).max(200_000).label('weight'),
  }),
  async run({ tx, actor, unit }, { as, note, receivedMinor, grams }) {
    const { drives, theirs } = await leaveUnit(tx, actor, unit!, { as, done: 'It stays', handedTo: note });
    await tx
      .update(units)
      .set({ goneAs: as, goneMinor: receivedMinor, goneGrams: grams ?? null })
      .where(eq(units.id, unit!.id));
    return {
      event: {
        kind: 'gone',
        payload: {
          as,
          from: unit!.stage,
          note,
          drives: drives.map(({ code }) => code),
          receivedMinor,
          grams: grams ?? null,
          ...(theirs.length && { theirs: theirs.map(({ code, name }) => `${code} ${name}`) }),
        },
      },
      answer: { as },
    };
  },
});
