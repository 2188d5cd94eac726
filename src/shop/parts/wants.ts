import { and, desc, eq, inArray, isNotNull } from 'drizzle-orm';
import Joi from 'joi';
import { PART_CLASSES } from '@/core/catalogue';
import type { Transaction } from '@/db/client';
import { components, wants, type Stage } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type Actor, type CommandContext } from '../command';
import { ShopError } from '@/errors';
import { isoDate, minor, rowId, shortText, unitId } from '../input';
import { moveStage, refuseHeld } from '../line';
import { attributesShape } from '@/shapes/parts';
import { factsOfPart } from '@/core/parts/facts';
import { arrive } from '../moves/arrive';
import { componentById } from '../moves/component';
import { leave } from '../moves/leave';
import { OPEN_WANTS } from './quotes';

type Want = typeof wants.$inferSelect;
/** States in which something is there to be had, and has not been brought in. */
export const TO_COME: readonly Want['state'][] = ['quoted', 'ordered'];
const wantId = rowId('part wanted').required();
const partClass = Joi.string()
  .valid(...PART_CLASSES)
  .required()
  .label('class');
const told = ({ id, class: kind, name }: Want) => ({ want: id, class: kind, name });

async function wantOf(tx: Transaction, id: string, unit: string): Promise<Want> {
  const [row] = await tx
    .select()
    .from(wants)
    .where(and(eq(wants.id, id), eq(wants.unitId, unit)))
    .for('update');
  if (!row) throw new ShopError('missing', 'There is no such part wanted for this unit.');
  return row;
}

function mustBe(want: Want, states: readonly Want['state'][], what: string): void {
  if (!states.includes(want.state))
    throw new ShopError('refused', `${what}: "${want.name}" is ${want.state} already.`);
}

/** Nothing is wanted any more for a unit that leaves; what was ordered is still to come, and goes into the bin. */
export async function dropWants(tx: Transaction, unit: string): Promise<void> {
  await tx
    .update(wants)
    .set({ state: 'dropped' })
    .where(and(eq(wants.unitId, unit), inArray(wants.state, ['wanted', 'quoted'])));
}

/** A part is wanted for a unit: it stands on the list of parts wanted. */
export const wantPart = defineCommand({
  name: 'wantPart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    class: partClass,
    name: shortText('what', 80).required(),
    attributes: attributesShape,
  }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const [row] = await tx
      .insert(wants)
      .values({
        unitId: unit!.id,
        class: input.class,
        name: input.name,
        attributes: factsOfPart(input),
        byName: actor.name,
      })
      .returning();
    return { event: { kind: 'wanted', payload: told(row) }, answer: { wantId: row.id } };
  },
});

/** What such a part was offered at for this unit: from now on the unit is reckoned with that. */
export const quotePart = defineCommand({
  name: 'quotePart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    wantId: rowId('part wanted'),
    class: partClass,
    name: shortText('what', 80).required(),
    attributes: attributesShape,
    priceMinor: minor('price').required(),
    days: Joi.number().integer().min(0).max(365).label('days'),
    condition: Joi.string().valid('new', 'used').required().label('new or used'),
    source: shortText('where', 120).allow('').default(''),
  }),
  async run({ tx, actor, unit }, { wantId: id, unitId: _, ...offer }) {
    refuseHeld(unit!);
    const values = {
      ...offer,
      attributes: factsOfPart(offer),
      days: offer.days ?? null,
      state: 'quoted' as const,
      byName: actor.name,
    };
    const known = id ? await wantOf(tx, id, unit!.id) : null;
    if (known) mustBe(known, ['wanted', 'quoted'], 'Not noted');
    // another offer for the same part stands beside the first
    const [row] =
      known?.state === 'wanted'
        ? await tx.update(wants).set(values).where(eq(wants.id, known.id)).returning()
        : await tx
            .insert(wants)
            .values({ ...values, unitId: unit!.id })
            .returning();
    return {
      event: {
        kind: 'quoted',
        payload: {
          ...told(row),
          priceMinor: offer.priceMinor,
          days: offer.days ?? null,
          condition: offer.condition,
          source: offer.source,
        },
      },
      answer: { wantId: row.id },
    };
  },
});

/** Ordered: the unit waits for it, unless it is worked on meanwhile. */
export const orderPart = defineCommand({
  name: 'orderPart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, wantId, dueOn: isoDate('due'), waits: Joi.boolean().default(true) }),
  async run({ tx, unit }, { wantId: id, dueOn, waits }) {
    refuseHeld(unit!);
    const want = await wantOf(tx, id, unit!.id);
    mustBe(want, ['quoted'], 'Not ordered');
    const stage: Stage = waits ? 'waiting' : unit!.stage;
    await tx
      .update(wants)
      .set({
        state: 'ordered',
        orderedAt: new Date(),
        dueOn: dueOn ?? null,
        stageBefore: unit!.stage === 'waiting' ? null : unit!.stage,
      })
      .where(eq(wants.id, want.id));
    await moveStage(tx, unit!, stage);
    return {
      event: {
        kind: 'ordered',
        payload: {
          ...told(want),
          priceMinor: want.priceMinor!,
          dueOn: dueOn ?? null,
          from: unit!.stage,
          to: stage,
        },
      },
      answer: { stage },
    };
  },
});

/** A unit nothing more is ordered for goes on where it stood. */
async function goOn(tx: Transaction, unit: NonNullable<CommandContext['unit']>): Promise<Stage> {
  if (unit.stage !== 'waiting') return unit.stage;
  const rows = await tx
    .select()
    .from(wants)
    .where(and(eq(wants.unitId, unit.id), isNotNull(wants.orderedAt)))
    .orderBy(desc(wants.orderedAt));
  if (rows.some(({ state }) => state === 'ordered')) return unit.stage;
  // the order it began to wait for
  const before = rows.find((row) => row.stageBefore !== null)?.stageBefore;
  const stage = (before ?? 'hands') as Stage;
  await moveStage(tx, unit, stage);
  return stage;
}

/** What was offered or ordered is there: a part in the bin at its price. */
async function bringIn(
  tx: Transaction,
  actor: Actor,
  want: Want,
  unit: { id: string; tag: string },
  { kept, serial = '' }: { kept: boolean; serial?: string },
): Promise<{ id: string; code: string }> {
  const made = await arrive(
    tx,
    actor,
    {
      class: want.class,
      name: want.name,
      serial,
      attributes: want.attributes,
      costMinor: want.priceMinor ?? 0,
      condition: want.condition,
      supplier: want.source,
      ...(kept && { keptFor: unit.id }),
    },
    'bin',
    `ordered for ${unit.tag}`,
  );
  await tx
    .update(wants)
    .set({ state: kept ? 'arrived' : 'dropped', componentId: made.id })
    .where(eq(wants.id, want.id));
  return made;
}

/** An offer that was taken, or an order that came, as it is fitted: its part. */
export async function cameFor(
  tx: Transaction,
  actor: Actor,
  unit: NonNullable<CommandContext['unit']>,
  id: string,
): Promise<string> {
  const want = await wantOf(tx, id, unit.id);
  mustBe(want, TO_COME, 'Not fitted');
  const made = await bringIn(tx, actor, want, unit, { kept: true });
  // what it waited for is in hand: whoever goes on with it sees it where it goes on
  unit.stage = await goOn(tx, unit);
  return made.id;
}

/** It came: a part in the bin, kept for the unit it was ordered for. */
export const partArrived = defineCommand({
  name: 'partArrived',
  roles: BENCH_ROLES,
  onUnit: true,
  onClosed: true,
  input: Joi.object({ unitId, wantId, serial: shortText('serial', 60).allow('').default('') }),
  async run({ tx, actor, unit }, { wantId: id, serial }) {
    const want = await wantOf(tx, id, unit!.id);
    mustBe(want, ['ordered'], 'Not noted');
    const closed = unit!.stage === 'sold' || unit!.stage === 'gone';
    const made = await bringIn(tx, actor, want, unit!, { kept: !closed, serial });
    const stage = closed ? unit!.stage : await goOn(tx, unit!);
    return {
      event: {
        kind: 'part arrived',
        payload: { ...told(want), component: made.id, code: made.code, from: unit!.stage, to: stage },
      },
      answer: { componentId: made.id, code: made.code, stage },
    };
  },
});

/**
 * What came is looked at before it is fitted: as said, or with scratches, spots, the wrong plug. What is not as
 * said goes back and is wanted anew.
 */
export const lookedAtPart = defineCommand({
  name: 'lookedAtPart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    wantId,
    good: Joi.boolean().required().label('as said'),
    note: shortText('note', 200).allow('').default(''),
  }),
  async run({ tx, actor, unit }, { wantId: id, good, note }) {
    refuseHeld(unit!);
    const want = await wantOf(tx, id, unit!.id);
    mustBe(want, ['arrived', 'accepted'], 'Not noted');
    const state = good ? 'accepted' : 'sent back';
    await tx.update(wants).set({ state, fits: good, note }).where(eq(wants.id, want.id));
    if (!good) {
      const part = await componentById(tx, want.componentId!);
      await tx.update(components).set({ keptFor: null }).where(eq(components.id, part.id));
      await leave(
        tx,
        actor,
        { ...part, keptFor: null },
        {
          to: 'returned',
          reason: note || 'not as said',
          done: 'Not sent back',
          notAsSaid: true,
        },
      );
    }
    return { event: { kind: 'looked at', payload: { ...told(want), good, note } }, answer: { state } };
  },
});

/** Not wanted after all; what was ordered and has not come is written off the list, wherever the unit is by then. */
export const dropWant = defineCommand({
  name: 'dropWant',
  roles: BENCH_ROLES,
  onUnit: true,
  onClosed: true,
  input: Joi.object({ unitId, wantId }),
  async run({ tx, unit }, { wantId: id }) {
    const want = await wantOf(tx, id, unit!.id);
    mustBe(want, OPEN_WANTS, 'Not dropped');
    await tx.update(wants).set({ state: 'dropped' }).where(eq(wants.id, want.id));
    // what lies in the bin for it is anybody's
    if (want.componentId)
      await tx.update(components).set({ keptFor: null }).where(eq(components.id, want.componentId));
    const stage = await goOn(tx, unit!);
    return { event: { kind: 'not wanted', payload: told(want) }, answer: { stage } };
  },
});
