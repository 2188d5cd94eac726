import { and, desc, eq } from 'drizzle-orm';
import Joi from 'joi';
import { catalogue, findingById } from '@/catalog';
import { appliesTo } from '@/core/belief/model';
import { WHOLE_LOOK } from '@/core/catalogue';
import type { Database, Transaction } from '@/db/client';
import { components, movements, observations, saleEndings, sales, units } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type Actor, type CommandContext } from '../command';
import { assertOwnHour, lastEntry } from '../history/last';
import { move } from '../moves/move';
import { ShopError } from '@/errors';
import { isoDate, minor, shortText, unitId } from '../input';
import { assertSaleDay } from '../rules/saleDay';
import { keepResult } from '../ledger/unit';
import { moveStage } from '../line';
import { shareLotCost } from '../lots/shareCost';
import { writeCount } from '../record/count';
import { replaceEarlier } from '../record/replace';

type Unit = NonNullable<CommandContext['unit']>;
const why = shortText('why', 200).required();

async function saleOf(tx: Transaction, unit: Unit) {
  const [sale] = await tx.select().from(sales).where(eq(sales.unitId, unit.id)).for('update');
  if (!sale) throw new ShopError('refused', 'Nothing was changed: it has not been sold.');
  return sale;
}

/** A sale written down wrongly: price, fees, day or place. What the machine was at the sale stays frozen. */
export const correctSale = defineCommand({
  name: 'correctSale',
  roles: ['owner'],
  onUnit: true,
  onClosed: true,
  input: Joi.object({
    unitId,
    priceMinor: minor('price'),
    feesMinor: minor('fees'),
    soldOn: isoDate('date'),
    channel: shortText('channel', 60).allow(''),
    why,
  }),
  async run({ tx, unit }, { unitId: _, why: reason, ...asked }) {
    const sale = await saleOf(tx, unit!);
    const changed = Object.entries(asked).filter(([key, value]) => sale[key as keyof typeof sale] !== value);
    if (changed.length === 0)
      throw new ShopError('refused', 'Nothing was changed: that is what the sale says.');
    if (asked.soldOn) await assertSaleDay(tx, asked.soldOn, unit!.lotId);
    await tx.update(sales).set(Object.fromEntries(changed)).where(eq(sales.unitId, unit!.id));
    await keepResult(tx, unit!.id);
    return {
      event: {
        kind: 'sale corrected',
        payload: {
          before: Object.fromEntries(changed.map(([key]) => [key, sale[key as keyof typeof sale]])),
          after: Object.fromEntries(changed),
          why: reason,
        },
      },
      answer: null,
    };
  },
});

/** Takes a sale out of the books into the list of undone ones; the parts sold with it are in it again. */
async function undoSale(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  ending: { kind: 'cancelled' | 'returned'; refundMinor: number; feesMinor: number; reason: string },
) {
  const sale = await saleOf(tx, unit);
  if (ending.refundMinor > sale.priceMinor)
    throw new ShopError('invalid', 'Nothing was changed: more cannot be given back than was paid.', {
      fields: { refund: 'is more than was paid' },
    });
  const { unitId: _, at, ...frozen } = sale;
  await tx.insert(saleEndings).values({
    unitId: unit.id,
    ...ending,
    // what sending it cost does not come back with it
    feesMinor: ending.feesMinor + (ending.kind === 'returned' ? sale.outwardMinor : 0),
    keptMinor: sale.priceMinor - ending.refundMinor,
    sale: { ...frozen, at: at.toISOString() },
    by: actor.name,
  });
  await tx.delete(sales).where(eq(sales.unitId, unit.id));
  // its share of the lot stands no longer
  await shareLotCost(tx, unit.lotId);
  for (const part of await soldWith(tx, unit)) {
    await move(tx, actor, part, `unit:${unit.id}`, `${ending.kind} with ${unit.tag}`, {
      neverLeft: ending.kind === 'cancelled',
    });
  }
  return sale;
}

/** Parts whose last movement was out of this unit, sold. */
async function soldWith(tx: Transaction, unit: Unit) {
  const rows = await tx
    .select({ part: components })
    .from(components)
    .innerJoin(movements, and(eq(movements.componentId, components.id), eq(movements.n, components.lastMove)))
    .where(and(eq(components.place, 'sold'), eq(movements.fromPlace, `unit:${unit.id}`)));
  return rows.map(({ part }) => part);
}

/**
 * It was never handed over: back on the shelf at what was asked, as if nothing had been. A slip is put right by whoever
 * made it, within the hour; after that the owner does.
 */
export const cancelSale = defineCommand({
  name: 'cancelSale',
  roles: BENCH_ROLES,
  onUnit: true,
  onClosed: true,
  input: Joi.object({ unitId, why }),
  async run({ tx, actor, unit }, input) {
    const sale = await saleOf(tx, unit!);
    const entry = await lastEntry(tx, unit!.id, 'sold');
    assertOwnHour(actor, entry);
    await undoSale(tx, actor, unit!, {
      kind: 'cancelled',
      refundMinor: sale.priceMinor,
      feesMinor: 0,
      reason: input.why,
    });
    await tx.update(units).set({ listed: true, ending: null }).where(eq(units.id, unit!.id));
    await moveStage(tx, unit!, 'shelf');
    return {
      event: {
        kind: 'sale cancelled',
        voids: entry?.seq,
        payload: { priceMinor: sale.priceMinor, soldOn: sale.soldOn, why: input.why },
      },
      answer: null,
    };
  },
});

/**
 * It came back from its buyer. What the buyer says is evidence as any claim is; it is looked over again, its
 * drives hold somebody's data, and it has to be proved and graded anew.
 */
export const returnSale = defineCommand({
  name: 'returnSale',
  roles: ['owner'],
  onUnit: true,
  onClosed: true,
  input: Joi.object({
    unitId,
    refundMinor: minor('refund').required(),
    feesMinor: minor('fees').default(0),
    complaints: Joi.array().items(shortText('complaint', 60)).max(12).default([]).label('complaints'),
    why,
  }),
  async run({ tx, actor, unit }, input) {
    const said = [...new Set(input.complaints)].map((id) => {
      const finding = findingById(id);
      if (!finding || finding.stage !== 'claim' || !appliesTo(finding, unit!.chassis))
        throw new ShopError(
          'invalid',
          `Nothing was changed: nobody can say "${id}" of this kind of machine.`,
        );
      return finding;
    });
    const sale = await undoSale(tx, actor, unit!, {
      kind: 'returned',
      refundMinor: input.refundMinor,
      feesMinor: input.feesMinor,
      reason: input.why,
    });
    // what a buyer had in hands may hold other drives than it left with
    await writeCount(tx, unit!.id, { drives: null, by: 'hands' }, actor.name);
    const replaced = await replaceEarlier(tx, unit!.id, [...said.map(({ id }) => id), WHOLE_LOOK]);
    const common = {
      unitId: unit!.id,
      catalogue: catalogue.version,
      by: actor.id,
      byName: actor.name,
    };
    const rows = await tx
      .insert(observations)
      .values([
        ...said.map((finding) => ({
          ...common,
          kind: 'finding' as const,
          ref: finding.id,
          outcome: 1,
          outcomeId: finding.outcomes[1].id,
          basis: 'claimed',
        })),
        { ...common, kind: 'unanswered' as const, ref: WHOLE_LOOK, outcome: 0, outcomeId: 'look-again' },
      ])
      .returning({ id: observations.id });
    await tx
      .update(units)
      .set({ listed: false, grade: null, gradeHouse: null, gradeRubric: null, ending: null })
      .where(eq(units.id, unit!.id));
    await moveStage(tx, unit!, 'find');
    return {
      event: {
        kind: 'came back',
        payload: {
          priceMinor: sale.priceMinor,
          refundMinor: input.refundMinor,
          soldOn: sale.soldOn,
          complaints: said.map(({ id }) => id),
          why: input.why,
        },
      },
      answer: { refundMinor: input.refundMinor },
      answered: rows.map(({ id }) => ({ id, replaced: [] })),
      voided: replaced,
    };
  },
});

/** Sales of a unit that were undone, newest first. */
export const undoneSales = (tx: Transaction | Database, id: string) =>
  tx.select().from(saleEndings).where(eq(saleEndings.unitId, id)).orderBy(desc(saleEndings.id));
