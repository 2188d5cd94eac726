import { and, asc, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { findingById } from '@/catalog';
import type { Chassis, PartClass } from '@/core/catalogue';
import type { Transaction } from '@/db/client';
import { components } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { shortText, unitId, rowId } from '../input';
import { refuseHeld } from '../line';
import { recordNow } from '../record/queries';
import { goodInBin, goodParts } from './bin';
import { componentById } from '../moves/component';
import { heldWords } from '../moves/words';

/**
 * The cheapest known-good part of a class out of the bin to a unit, or the one that lies there already.
 * @throws ShopError 'conflict' when there is none, or it lies elsewhere
 */
export async function lendPart(
  tx: Transaction,
  unit: { id: string; chassis: Chassis; maker: string; model: string },
  partClass: PartClass,
): Promise<typeof components.$inferSelect> {
  const fitting = await goodParts(tx, unit, await recordNow(tx, unit), partClass);
  const mine = fitting.find((each) => each.reservedFor === unit.id);
  const [part] = mine
    ? [mine]
    : fitting.length
      ? await tx
          .select()
          .from(components)
          .where(
            and(
              goodInBin,
              isNull(components.reservedFor),
              inArray(
                components.id,
                fitting.map(({ id }) => id),
              ),
            ),
          )
          .orderBy(asc(components.costMinor), asc(components.code))
          .limit(1)
          .for('update', { skipLocked: true })
      : [];
  if (!part) {
    const [held] = await tx
      .select()
      .from(components)
      .where(and(goodInBin, eq(components.class, partClass), isNotNull(components.reservedFor)))
      .limit(1);
    throw new ShopError(
      'conflict',
      held
        ? `Not taken: ${await heldWords(tx, held)}`
        : `Not taken: no ${partClass} that was tested good and fits is in the bin any more.`,
    );
  }
  await tx.update(components).set({ reservedFor: unit.id }).where(eq(components.id, part.id));
  return part;
}

/**
 * A known-good part out of the bin to this bench, for a swap-test; nobody else gets it until the test is
 * answered.
 */
export const reservePart = defineCommand({
  name: 'reservePart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, finding: shortText('test', 60).required() }),
  async run({ tx, unit }, input) {
    refuseHeld(unit!);
    const finding = findingById(input.finding);
    if (!finding?.swap)
      throw new ShopError('invalid', `Not taken: "${input.finding}" is no test with a known-good part.`);
    const part = await lendPart(tx, unit!, finding.swap);
    return {
      event: {
        kind: 'part lent',
        payload: { component: part.id, code: part.code, name: part.name, finding: finding.id },
      },
      answer: {
        componentId: part.id,
        code: part.code,
        name: part.name,
        gb: Number(part.attributes.gb) || null,
      },
    };
  },
});

/** Back into the bin without an answer. */
export const releasePart = defineCommand({
  name: 'releasePart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, componentId: rowId('part').required() }),
  async run({ tx, unit }, input) {
    const part = await componentById(tx, input.componentId);
    if (part.reservedFor !== unit!.id)
      throw new ShopError('conflict', `Not put back: ${part.code} ${part.name} does not lie at this unit.`);
    await tx.update(components).set({ reservedFor: null }).where(eq(components.id, part.id));
    return {
      event: { kind: 'part back', payload: { component: part.id, code: part.code, name: part.name } },
      answer: { code: part.code },
    };
  },
});

/** The bench's word on a part in the bin: tested good, or not any more. */
export const judgePart = defineCommand({
  name: 'judgePart',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({
    componentId: rowId('part').required(),
    knownGood: Joi.boolean().required().label('tested good'),
  }),
  async run({ tx }, input) {
    const part = await componentById(tx, input.componentId);
    if (part.place !== 'bin')
      throw new ShopError('conflict', `Not noted: ${part.code} ${part.name} is not in the bin any more.`);
    if (part.reservedFor && !input.knownGood)
      throw new ShopError('conflict', `Not noted: ${await heldWords(tx, part)}`);
    await tx.update(components).set({ knownGood: input.knownGood }).where(eq(components.id, part.id));
    return {
      event: {
        kind: 'part judged',
        payload: { component: part.id, code: part.code, knownGood: input.knownGood },
      },
      answer: { code: part.code },
    };
  },
});
