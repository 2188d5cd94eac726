import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import Joi from 'joi';
import type { PartExchanged } from '@/core/record/events';
import { feeOf, saleEntries } from '@/core/ledger/entry';
import { resultOf } from '@/core/ledger/result';
import { events, movements, partSales, recordValues, shop } from '@/db/schema';
import { partFields, receivePartInput } from '@/shapes/parts';
import type { Transaction } from '@/db/client';
import { BENCH_ROLES, defineCommand, type Actor } from '../command';
import { ShopError } from '@/errors';
import { isoDate, minor, rowId, rowNumber, shortText, unitId } from '../input';
import { assertSaleDay } from '../rules/saleDay';
import { refuseHeld } from '../line';
import { exchangeBack, putIn, takeOut } from './exchange';
import { arrive } from '../moves/arrive';
import { heldComponent } from '../moves/component';
import { move } from '../moves/move';
import { leave } from '../moves/leave';

const componentId = rowId('part').required();
/** A part bought or found goes into the bin. */
export const receivePart = defineCommand({
  name: 'receivePart',
  roles: BENCH_ROLES,
  onUnit: false,
  input: receivePartInput,
  async run({ tx, actor }, input) {
    const made = await arrive(tx, actor, input, 'bin', 'received');
    return {
      event: { kind: 'part received', payload: { component: made.id, code: made.code, ...input } },
      answer: { componentId: made.id, code: made.code },
    };
  },
});

/** A part seen in a unit is put on its record: a drive must be, before it can be erased. */
export const recordPart = defineCommand({
  name: 'recordPart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, ...partFields }),
  async run({ tx, actor, unit }, { unitId: id, ...input }) {
    refuseHeld(unit!);
    const made = await arrive(
      tx,
      actor,
      { ...input, fromLotId: unit!.lotId },
      `unit:${id}`,
      'came with the unit',
    );
    return {
      event: { kind: 'part recorded', payload: { component: made.id, code: made.code, ...input } },
      answer: { componentId: made.id, code: made.code },
    };
  },
});

/** Bin -> unit. Its cost goes with it. */
export const fitPart = defineCommand({
  name: 'fitPart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, componentId, despite: Joi.boolean() }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const told = await putIn(tx, actor, unit!, input);
    const { component, code, name, valueMinor } = told;
    return {
      event: {
        kind: 'part fitted',
        payload: { component, code, name, costMinor: valueMinor, parts: [told] },
      },
      answer: { code, costMinor: valueMinor },
    };
  },
});

/** Unit -> bin, scrap, or back to its owner. */
export const takePart = defineCommand({
  name: 'takePart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    componentId,
    to: Joi.string().valid('bin', 'scrap', 'returned').required().label('to'),
    /** What it is worth: the unit is credited with it. */
    costMinor: minor('value'),
  }),
  async run({ tx, actor, unit }, { costMinor: worthMinor, ...input }) {
    refuseHeld(unit!);
    const told = await takeOut(tx, actor, unit!, { ...input, worthMinor });
    const { component, code, name } = told;
    return {
      event: { kind: 'part taken', payload: { component, code, name, to: input.to, parts: [told] } },
      answer: { code },
    };
  },
});

/** Acts on parts that can be taken back as one. */
const ACTS = ['parts moved', 'part fitted', 'part taken'];

/** The last change of parts of a unit as if it had not been done. */
export const takeBackParts = defineCommand({
  name: 'takeBackParts',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, seq: rowNumber('entry') }),
  async run({ tx, actor, unit }, { seq }) {
    refuseHeld(unit!);
    const [act] = await tx
      .select({ seq: events.seq, payload: events.payload })
      .from(events)
      .where(
        and(
          eq(events.unitId, unit!.id),
          inArray(events.kind, ACTS),
          seq === undefined ? undefined : eq(events.seq, seq),
          sql`not exists (select 1 from events back where back.voids = ${events.seq})`,
        ),
      )
      .orderBy(desc(events.seq))
      .limit(1);
    const { parts, values = [] } = (act?.payload ?? {}) as { parts?: PartExchanged[]; values?: number[] };
    if (!act || !parts) throw new ShopError('refused', 'There is no change of parts to take back.');
    await exchangeBack(tx, actor, unit!, parts);
    // what the donor sheet was told with it was never so
    const marks = inArray(recordValues.id, values);
    if (values.length) await tx.update(recordValues).set({ voidedBy: 0 }).where(marks);
    return {
      event: { kind: 'parts moved back', voids: act.seq, payload: { parts } },
      answer: { codes: parts.map(({ code }) => code) },
      onSealed: async (sealed) =>
        void (values.length && (await tx.update(recordValues).set({ voidedBy: sealed }).where(marks))),
    };
  },
});

/** A loose part is sold: into the books of the lot and the donor it came from. */
export const sellPart = defineCommand({
  name: 'sellPart',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({
    componentId,
    priceMinor: minor('price').required(),
    feesMinor: minor('fees'),
    outwardMinor: minor('postage').default(0),
    soldOn: isoDate('date').required(),
    channel: shortText('channel', 60).allow('').default(''),
  }),
  async run({ tx, actor }, { componentId: id, ...sale }) {
    const part = await heldComponent(tx, id);
    if (part.place !== 'bin')
      throw new ShopError('conflict', `Not sold: ${part.code} ${part.name} is not in the bin any more.`);
    if (part.benchOnly)
      throw new ShopError(
        'refused',
        `Not sold: ${part.code} ${part.name} is for tests at the bench alone and never leaves it.`,
      );
    await assertSaleDay(tx, sale.soldOn, null);
    const [rules] = await tx.select().from(shop);
    const feesMinor = sale.feesMinor ?? feeOf(sale.priceMinor, rules.feeBasisPoints);
    const [came] = await tx
      .select({ from: movements.fromPlace })
      .from(movements)
      .where(and(eq(movements.componentId, part.id), sql`${movements.fromPlace} like 'unit:%'`))
      .orderBy(asc(movements.n))
      .limit(1);
    await leave(tx, actor, part, {
      to: 'sold',
      reason: 'sold loose',
      done: 'Not sold',
      valueMinor: part.costMinor,
    });
    await tx.insert(partSales).values({
      componentId: part.id,
      ...sale,
      feesMinor,
      costMinor: part.costMinor,
      donorId: came ? came.from.slice(5) : null,
      lotId: part.fromLotId,
      byName: actor.name,
    });
    return {
      event: {
        kind: 'part sold',
        ...(part.fromLotId && { lotId: part.fromLotId }),
        payload: { component: part.id, code: part.code, name: part.name, ...sale, feesMinor },
      },
      answer: {
        code: part.code,
        profitMinor: resultOf([
          ...saleEntries({ ...sale, feesMinor }),
          { kind: 'share', minor: part.costMinor },
        ]).profitMinor,
      },
    };
  },
});

/** The sale of a loose part leaves the books; the part lies in the bin again. */
async function partSaleBack(
  tx: Transaction,
  actor: Actor,
  id: string,
  {
    reason,
    neverLeft,
    refundMinor,
    why,
  }: { reason: string; neverLeft: boolean; refundMinor?: number; why: string },
) {
  const part = await heldComponent(tx, id);
  const [sale] = await tx.delete(partSales).where(eq(partSales.componentId, part.id)).returning();
  if (!sale) throw new ShopError('refused', `Nothing was undone: ${part.code} was not sold loose.`);
  if ((refundMinor ?? 0) > sale.priceMinor)
    throw new ShopError('invalid', 'Nothing was undone: more cannot be given back than was paid.', {
      fields: { refund: 'is more than was paid' },
    });
  await move(tx, actor, part, 'bin', reason, { valueMinor: part.costMinor, neverLeft });
  return {
    event: {
      kind: 'part returned' as const,
      ...(sale.lotId && { lotId: sale.lotId }),
      payload: {
        component: part.id,
        code: part.code,
        name: part.name,
        priceMinor: sale.priceMinor,
        refundMinor: refundMinor ?? sale.priceMinor,
        why,
        ...(!neverLeft && { wasAway: true }),
      },
    },
    answer: { code: part.code },
  };
}

/** A loose part was never handed over: it is in the bin as it was, and the books know nothing of its sale. */
export const unsellPart = defineCommand({
  name: 'unsellPart',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ componentId, why: shortText('why', 200).required() }),
  run: ({ tx, actor }, { componentId: id, why }) =>
    partSaleBack(tx, actor, id, { reason: 'sale undone', neverLeft: true, why }),
});

/** A loose part came back from its buyer. A drive among them holds somebody's data again. */
export const partCameBack = defineCommand({
  name: 'partCameBack',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    componentId,
    refundMinor: minor('refund'),
    why: shortText('why', 200).required(),
  }),
  run: ({ tx, actor }, { componentId: id, refundMinor, why }) =>
    partSaleBack(tx, actor, id, { reason: 'came back from its buyer', neverLeft: false, refundMinor, why }),
});
