import { and, desc, eq } from 'drizzle-orm';
import Joi from 'joi';
import { PART_STATES, type PartState } from '@/core/parts/attributes';
import type { DerivedRecord } from '@/core/record';
import type { PartExchanged } from '@/core/record/events';
import type { Transaction } from '@/db/client';
import { components, movements, wants } from '@/db/schema';
import { partFields } from '@/shapes/parts';
import type { Actor, CommandContext } from '../command';
import { ShopError } from '@/errors';
import { minor, rowId, shortText } from '../input';
import { writeData } from '../record/data';
import { recordNow } from '../record/queries';
import { fitOf, fitWords, machineNow } from './machine';
import { arrive, type NewComponent } from '../moves/arrive';
import { componentById, lockDonor } from '../moves/component';
import { leave } from '../moves/leave';
import { move } from '../moves/move';
import { placeOf, type Inside } from '../moves/movement';
import { cameFor } from './wants';
import { lower } from '@/words/plain';

/** One part that goes in: out of the bin or another machine, just bought, or as it was offered or ordered for this one. */
export interface PartIn {
  componentId?: string;
  bought?: NewComponent & { supplier: string };
  wantId?: string;
  /** The place it goes into, by its id. */
  spot?: string;
  /** It goes in although the rules say that it does not fit. */
  despite?: boolean;
  /** How it is, and with what it was held or mended where that is not as made. */
  state?: PartState;
  heldBy?: string;
}

/** One part that comes out: on record, or seen only now. */
export interface PartOut {
  componentId?: string;
  seen?: NewComponent;
  to: 'bin' | 'scrap' | 'returned';
  /** What it is worth: the unit it comes out of is credited with it. */
  worthMinor?: number;
  state?: PartState;
  heldBy?: string;
}

export interface Exchange {
  put: PartIn[];
  out: PartOut[];
}

const bought = Joi.object({
  ...partFields,
  condition: Joi.string().valid('new', 'used').required().label('new or used'),
  supplier: shortText('supplier', 80).allow('').default(''),
});
const seen = Joi.object(partFields);

/** How a part is, as somebody says who has it in hand. */
const stated = {
  state: Joi.string()
    .valid(...PART_STATES)
    .label('state'),
  heldBy: shortText('held or mended with', 60).allow(''),
};

/** What went in and what came out, as a command takes it. */
export const exchangeInput = Joi.object({
  put: Joi.array()
    .max(12)
    .items(
      Joi.object({
        componentId: rowId('part'),
        bought,
        wantId: rowId('part wanted'),
        spot: shortText('place', 40),
        despite: Joi.boolean(),
        ...stated,
      }).xor('componentId', 'bought', 'wantId'),
    )
    .default([]),
  out: Joi.array()
    .max(12)
    .items(
      Joi.object({
        componentId: rowId('part'),
        seen,
        to: Joi.string().valid('bin', 'scrap', 'returned').required().label('where it goes'),
        worthMinor: minor('worth'),
        ...stated,
      }).xor('componentId', 'seen'),
    )
    .default([]),
});

type Unit = NonNullable<CommandContext['unit']>;
type Part = typeof components.$inferSelect;

/** What a part was charged to the machine it is in; nothing when it came with it. */
async function chargedFor(tx: Transaction, part: Part): Promise<number | null> {
  const [last] = await tx
    .select({ value: movements.valueMinor, from: movements.fromPlace })
    .from(movements)
    .where(and(eq(movements.componentId, part.id), eq(movements.toPlace, placeOf(part))))
    .orderBy(desc(movements.n))
    .limit(1);
  return last?.value ?? null;
}

/** Writes down how a part is. @returns how it stood before, where that changed */
async function stateOf(
  tx: Transaction,
  part: Part,
  { state, heldBy }: Pick<PartIn, 'state' | 'heldBy'>,
): Promise<Pick<PartExchanged, 'attributesBefore' | 'knownGoodBefore'>> {
  if (!state && !heldBy) return {};
  const attributes = { ...part.attributes, ...(state && { state }), ...(heldBy && { heldBy }) };
  await tx
    .update(components)
    // what was seen dead is not known to be good any more
    .set({ attributes, ...(state && { knownGood: state === 'good' }) })
    .where(eq(components.id, part.id));
  return { attributesBefore: part.attributes, knownGoodBefore: part.knownGood };
}

/** Out of a unit. What it counts for is credited to the unit, and is what the part stands at from now on. */
export async function takeOut(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  input: PartOut,
  byRepair = false,
): Promise<PartExchanged> {
  const id =
    input.componentId ??
    (
      await arrive(
        tx,
        actor,
        { ...input.seen!, costMinor: 0, fromLotId: unit.lotId },
        `unit:${unit.id}`,
        'came with the unit',
      )
    ).id;
  const part = await componentById(tx, id);
  if (part.unitId !== unit.id)
    throw new ShopError('conflict', `Not taken: ${part.code} ${part.name} is not in this unit.`);
  const charged = await chargedFor(tx, part);
  // what is somebody else's stays theirs
  const theirs = part.ownerUnit !== null;
  const worth = theirs
    ? null
    : input.to === 'bin'
      ? (input.worthMinor ?? charged ?? part.worthMinor)
      : input.to === 'returned' && charged !== null
        ? charged
        : null;
  // out of their own machine into their own hands: that is the record of it
  if (input.to === 'returned' && part.class === 'drive' && part.ownerUnit === unit.id)
    await writeData(tx, actor, part.id, unit.id, {
      kind: 'returned',
      method: `taken out of ${unit.tag} and handed back to its owner`,
    });
  // sent back to whom it came from: what was paid for it comes back
  const counts = { valueMinor: worth, byRepair };
  if (input.to === 'bin') await move(tx, actor, part, 'bin', 'taken out', counts);
  else await leave(tx, actor, part, { to: input.to, reason: 'taken out', done: 'Not taken', ...counts });
  if (input.to === 'bin')
    await tx
      .update(components)
      .set({
        costMinor: worth ?? 0,
        ...(input.worthMinor !== undefined && { worthMinor: input.worthMinor }),
      })
      .where(eq(components.id, part.id));
  return {
    ...(await stateOf(tx, part, input)),
    component: part.id,
    code: part.code,
    name: part.name,
    class: part.class,
    from: `unit:${unit.id}`,
    to: input.to,
    valueMinor: worth ?? 0,
    n: part.lastMove + 1,
    costBefore: part.costMinor,
  };
}

/**
 * The place it goes into. @throws ShopError when there is no such place, or another part was put there and is there still
 */
function spotOf(record: DerivedRecord, part: Part, spot: string): string {
  const place = record.contents.find(({ id }) => id === spot);
  if (!place)
    throw new ShopError('invalid', `Not fitted: this machine has no place "${spot}".`, {
      fields: { spot: 'is none of its places' },
    });
  if (place.part && record.spots[spot])
    throw new ShopError(
      'refused',
      `Not fitted: ${place.part.code} ${place.part.name} is in ${lower(place.name)}. Take it out with it, or name another place for ${part.code}.`,
    );
  return spot;
}

/** Into a unit. Its cost goes with it; what was ordered for the unit is no longer wanted. */
export async function putIn(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  input: PartIn,
  byRepair = false,
): Promise<PartExchanged> {
  const id =
    input.componentId ??
    (input.wantId
      ? await cameFor(tx, actor, unit, input.wantId)
      : (await arrive(tx, actor, input.bought!, 'bin', `bought for ${unit.tag}`)).id);
  const part = await componentById(tx, id);
  if (part.place !== 'bin')
    throw new ShopError('conflict', `Not fitted: ${part.code} ${part.name} is not in the bin any more.`);
  if (input.state === 'dead')
    throw new ShopError('refused', `Not fitted: ${part.code} ${part.name} is dead, as you say.`);
  const record = input.despite && !input.spot ? null : await recordNow(tx, unit);
  const spot = input.spot && record ? spotOf(record, part, input.spot) : undefined;
  if (!input.despite) {
    const { machine } = await machineNow(tx, unit, record!);
    const fit = fitOf(part, machine);
    if (fit.answer === 'no')
      throw new ShopError('refused', `Not fitted: ${part.code} ${part.name}: ${fitWords(fit)}.`, {
        doesNotFit: part.id,
      });
  }
  const bought = input.bought || input.wantId;
  await move(tx, actor, part, `unit:${unit.id}`, bought ? 'bought and fitted' : 'fitted', {
    valueMinor: part.costMinor,
    byRepair,
    ...(spot && { spot }),
  });
  if (part.keptFor) await tx.update(components).set({ keptFor: null }).where(eq(components.id, part.id));
  await tx
    .update(wants)
    .set({ state: 'fitted' })
    .where(and(eq(wants.componentId, part.id), eq(wants.unitId, unit.id)));
  return {
    ...(await stateOf(tx, part, input)),
    component: part.id,
    code: part.code,
    name: part.name,
    class: part.class,
    from: bought ? 'bought' : 'bin',
    to: `unit:${unit.id}`,
    ...(spot && { spot }),
    valueMinor: part.costMinor,
    n: part.lastMove + 1,
    costBefore: part.costMinor,
  };
}

/**
 * The machine a part comes straight out of, into another; null: it lies in the bin.
 * @throws ShopError when nothing may come out of it, or it is a drive: that goes by the bin, where its data is asked for
 */
async function donorOf(tx: Transaction, unit: Unit, componentId: string): Promise<Unit | null> {
  const part = await componentById(tx, componentId);
  if (!part.unitId || part.unitId === unit.id) return null;
  const donor = await lockDonor(tx, part.unitId);
  if (donor.stage === 'gone' || donor.stage === 'sold' || donor.listed || donor.stage === 'quarantine')
    throw new ShopError(
      'refused',
      `Not fitted: ${part.code} ${part.name} is in ${donor.tag}, which is ${donor.listed ? 'for sale' : donor.stage}.`,
    );
  if (part.class === 'drive')
    throw new ShopError(
      'refused',
      `Not fitted: ${part.code} is a drive in ${donor.tag}. Take it out there first: its data is asked for.`,
    );
  return donor;
}

/** Machines besides this one that parts came out of. */
export const donorsIn = (unit: Pick<Unit, 'id'>, told: readonly PartExchanged[]): string[] => [
  ...new Set(
    told.flatMap(({ from }) =>
      from.startsWith('unit:') && from !== `unit:${unit.id}` ? [from.slice('unit:'.length)] : [],
    ),
  ),
];

/** Machines that parts came out of, locked, as they are before the parts go back. */
export async function donorsBefore(
  tx: Transaction,
  unit: Pick<Unit, 'id'>,
  told: readonly PartExchanged[],
): Promise<Unit[]> {
  const donors: Unit[] = [];
  for (const id of donorsIn(unit, told).sort()) donors.push(await lockDonor(tx, id));
  return donors;
}

/**
 * Everything that came out, then everything that went in: one act with the work it belongs to.
 * @param donors filled with the machines parts came straight out of, as they were before: the act settles them
 */
export async function exchange(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  { put, out }: Exchange,
  byRepair: boolean,
  donors: Unit[] = [],
): Promise<PartExchanged[]> {
  const told: PartExchanged[] = [];
  for (const part of out) told.push(await takeOut(tx, actor, unit, part, byRepair));
  for (const part of put) {
    const donor = part.componentId ? await donorOf(tx, unit, part.componentId) : null;
    if (donor) {
      told.push(await takeOut(tx, actor, donor, { componentId: part.componentId, to: 'bin' }));
      told.push(await putIn(tx, actor, unit, part, byRepair));
      donors.push(donor);
    } else told.push(await putIn(tx, actor, unit, part, byRepair));
  }
  return told;
}

/**
 * As if it had not been done: what went in is out again and what came out is in. Bought parts stay in the bin.
 * @throws ShopError when one of them has been moved since
 */
export async function exchangeBack(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  told: readonly PartExchanged[],
): Promise<void> {
  const undone = new Set<string>();
  for (const each of [...told].reverse()) {
    const part = await componentById(tx, each.component);
    const [done] = await tx
      .select({ n: movements.n })
      .from(movements)
      .where(and(eq(movements.componentId, part.id), eq(movements.takesBack, each.n)));
    if (done) continue;
    // what went through the bin on its way was put back there by this very act
    const moved = part.lastMove !== each.n && !undone.has(part.id);
    if (moved || placeOf(part) !== each.to)
      throw new ShopError(
        'refused',
        `Not taken back: ${part.code} ${part.name} has been moved since. Put it back by hand first.`,
      );
    // out of a donor it goes back into that; bought it stays in the bin
    const back: Inside = each.from.startsWith('unit:')
      ? (each.from as Inside)
      : each.to.startsWith('unit:')
        ? 'bin'
        : `unit:${unit.id}`;
    await move(tx, actor, part, back, 'taken back', {
      valueMinor: each.valueMinor,
      takesBack: each.n,
      // whoever's it is had it back: what is on it is not what it was
      neverLeft: !(each.to === 'returned' && part.ownerUnit),
    });
    undone.add(part.id);
    await tx
      .update(components)
      .set({
        costMinor: each.costBefore,
        ...(each.attributesBefore && {
          attributes: each.attributesBefore,
          knownGood: each.knownGoodBefore ?? part.knownGood,
        }),
      })
      .where(eq(components.id, part.id));
    if (!each.to.startsWith('unit:')) continue;
    // what was ordered for it lies in the bin for it again
    const again = await tx
      .update(wants)
      .set({ state: 'accepted' })
      .where(and(eq(wants.componentId, part.id), eq(wants.unitId, unit.id), eq(wants.state, 'fitted')))
      .returning({ id: wants.id });
    if (again.length) await tx.update(components).set({ keptFor: unit.id }).where(eq(components.id, part.id));
  }
}
