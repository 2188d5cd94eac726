import { eq, inArray } from 'drizzle-orm';
import Joi from 'joi';
import { comesAlone, comesOnBoard, donorPlaces } from '@/catalog/parts/donor';
import { CHASSIS } from '@/core/catalogue';
import type { EventPayloads, PartExchanged } from '@/core/record/events';
import { components, units } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { rowId, shortText } from '../input';
import { refuseHeld } from '../line';
import { lotById } from '../lots/commands';
import { putUnits } from '../lots/putUnits';
import { writeCount } from '../record/count';
import { recordNow } from '../record/queries';
import { lastEntry } from '../history/last';
import { leaveUnit } from '../exit/unit';
import { unitId } from '../input';
import { donorsBefore, exchangeBack } from '../parts/exchange';
import { writePlaces } from '../parts/places';
import { revalueUnit, settleUnit } from '../units/revalue';
import { fitOf, fitWords, machineNow } from '../parts/machine';
import { move } from '../moves/move';
import { lockDonor } from '../moves/component';

/**
 * A machine out of others: a new unit whose parts come from the bin and out of donors. Each donor is credited with
 * what its parts stand at, the new unit charged; what was on a drive goes along with the drive. One machine become
 * two is the same with one donor.
 */
export const buildUnit = defineCommand({
  name: 'buildUnit',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({
    lotId: rowId('lot').required(),
    chassis: Joi.string()
      .valid(...CHASSIS)
      .required(),
    maker: shortText('maker', 60).allow('').default(''),
    model: shortText('model', 80).allow('').default(''),
    parts: Joi.array()
      .min(1)
      .max(40)
      .unique('componentId')
      .items(
        Joi.object({
          componentId: rowId('part').required(),
          worthMinor: Joi.number().integer().min(0).max(1_000_000_000),
        }),
      )
      .required(),
    despite: Joi.boolean().default(false),
  }),
  async run({ tx, actor }, { parts, despite, lotId, ...named }) {
    const lot = await lotById(tx, lotId);
    if (lot.source === 'owner')
      throw new ShopError(
        'refused',
        `Not built: ${lot.code} is somebody else’s, and what is built here is the shop’s.`,
      );
    const rows = await tx
      .select()
      .from(components)
      .where(
        inArray(
          components.id,
          parts.map(({ componentId }) => componentId),
        ),
      );
    if (rows.length !== parts.length)
      throw new ShopError('missing', 'Not built: one of the parts is not there.');
    // donors in the order of their ids, so that two builds never wait for each other
    const donorIds = [...new Set(rows.flatMap(({ unitId }) => unitId ?? []))].sort();
    const donors = new Map<string, typeof units.$inferSelect>();
    for (const id of donorIds) {
      const donor = await lockDonor(tx, id);
      refuseHeld(donor);
      if (donor.stage === 'gone' || donor.listed)
        throw new ShopError('refused', `Not built: ${donor.tag} is ${donor.listed ? 'for sale' : 'gone'}.`);
      donors.set(id, donor);
    }
    const [{ id, tag }] = await putUnits(tx, actor, lot, [
      {
        ...named,
        serial: '',
        condition: '',
        key: null,
        processor: '',
        memoryGb: null,
        driveGb: null,
        driveKind: null,
      },
    ]);
    await tx.update(units).set({ built: true, costMinor: 0, stage: 'hands' }).where(eq(units.id, id));
    const [unit] = await tx.select().from(units).where(eq(units.id, id));
    // nothing is in it but what is put in here
    await writeCount(tx, id, { drives: 0, by: 'hands' }, actor.name);
    const told: PartExchanged[] = [];
    // the board first: what the others must fit is known by what is in it
    const order = ['case', 'board', 'processor'];
    const rank = (partClass: string) => order.indexOf(partClass) + 1 || order.length + 1;
    for (const part of [...rows].sort((a, b) => rank(a.class) - rank(b.class))) {
      if (part.place !== 'bin' && part.place !== 'unit')
        throw new ShopError('conflict', `Not built: ${part.code} ${part.name} is not here any more.`);
      const { machine } = await machineNow(tx, unit, await recordNow(tx, unit));
      const fit = fitOf(part, machine);
      if (fit.answer === 'no' && !despite)
        throw new ShopError('refused', `Not built: ${part.code} ${part.name}: ${fitWords(fit)}.`);
      const asked = parts.find(({ componentId }) => componentId === part.id)?.worthMinor;
      const valueMinor = asked ?? (part.place === 'bin' ? part.costMinor : part.worthMinor);
      if (valueMinor !== part.costMinor)
        await tx.update(components).set({ costMinor: valueMinor }).where(eq(components.id, part.id));
      await move(tx, actor, part, `unit:${id}`, `built into ${tag}`, { valueMinor });
      told.push({
        component: part.id,
        code: part.code,
        name: part.name,
        class: part.class,
        from: part.unitId ? `unit:${part.unitId}` : 'bin',
        to: `unit:${id}`,
        valueMinor,
        n: part.lastMove + 1,
        costBefore: part.costMinor,
      });
    }
    const put = new Set(rows.map((part) => part.class));
    await writePlaces(
      tx,
      id,
      donorPlaces[named.chassis].flatMap(({ id: place, class: partClass }) =>
        partClass && !put.has(partClass) && (comesAlone.includes(partClass) || (!put.has('board') && comesOnBoard.includes(partClass))) // prettier-ignore
          ? [{ place, class: partClass, state: 'gone' as const }]
          : [],
      ),
      actor.name,
    );
    await revalueUnit(tx, id);
    for (const donor of donors.values()) await settleUnit(tx, donor);
    return {
      event: {
        kind: 'built',
        unitId: id,
        lotId: lot.id,
        alsoUnits: donorIds,
        payload: { tag, from: donorIds.map((each) => donors.get(each)!.tag), parts: told },
      },
      answer: { tag, unitId: id },
    };
  },
});

/**
 * Built by mistake, or split up again: every part goes back to where it came from, as one act, and the machine is gone.
 * @throws ShopError when a part has been moved since, or something else is in it now
 */
export const takeBackBuild = defineCommand({
  name: 'takeBackBuild',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId }),
  async run({ tx, actor, unit }) {
    refuseHeld(unit!);
    const built = await lastEntry(tx, unit!.id, 'built');
    if (!built) throw new ShopError('refused', 'Nothing was taken back: it was not built here.');
    const { parts } = built.payload as EventPayloads['built'];
    const inside = await tx.select().from(components).where(eq(components.unitId, unit!.id));
    const more = inside.filter(({ id }) => !parts.some(({ component }) => component === id));
    if (more.length)
      throw new ShopError(
        'refused',
        `Nothing was taken back: ${more.map(({ code, name }) => `${code} ${name}`).join(', ')} went in since. Take that out first.`,
      );
    const donors = await donorsBefore(tx, unit!, parts);
    const closed = donors.find(({ stage }) => stage === 'gone' || stage === 'sold');
    if (closed) throw new ShopError('refused', `Nothing was taken back: ${closed.tag} is ${closed.stage}.`);
    await exchangeBack(tx, actor, unit!, parts);
    await tx.update(units).set({ goneAs: 'harvested', goneMinor: 0 }).where(eq(units.id, unit!.id));
    await leaveUnit(tx, actor, unit!, { as: 'harvested', done: 'Nothing was taken back' });
    return {
      event: {
        kind: 'build back',
        voids: built.seq,
        alsoUnits: donors.map(({ id }) => id),
        payload: { tag: unit!.tag, parts: parts.map(({ code, name }) => `${code} ${name}`) },
      },
      answer: null,
      settle: donors,
    };
  },
});
