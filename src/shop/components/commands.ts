import Joi from 'joi';
import { eq } from 'drizzle-orm';
import { components } from '@/db/schema';
import { partFields, receivePartInput } from '@/shapes/parts';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '../errors';
import { minor, shortText, unitId, rowId } from '../input';
import { refuseHeld } from '../line';
import { assertDriveAccounted } from '../record/gate';
import { arrive, componentById, move, type NewComponent, type Place } from './move';

const componentId = rowId('part').required();
/** A part bought or found goes into the bin. */
export const receivePart = defineCommand<NewComponent, { componentId: string; code: string }>({
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
export const recordPart = defineCommand<
  NewComponent & { unitId: string },
  { componentId: string; code: string }
>({
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

interface Fit {
  unitId: string;
  componentId: string;
  reason?: string;
}

/** Bin -> unit. Its cost goes with it. */
export const fitPart = defineCommand<Fit, { code: string; costMinor: number }>({
  name: 'fitPart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, componentId, reason: shortText('reason', 80).allow('') }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const part = await componentById(tx, input.componentId);
    if (part.place !== 'bin')
      throw new ShopError('conflict', `Not fitted: ${part.code} ${part.name} is not in the bin any more.`);
    await move(tx, actor, part, `unit:${unit!.id}`, input.reason || 'fitted');
    return {
      event: {
        kind: 'part fitted',
        payload: { component: part.id, code: part.code, name: part.name, costMinor: part.costMinor },
      },
      answer: { code: part.code, costMinor: part.costMinor },
    };
  },
});

interface Take {
  unitId: string;
  componentId: string;
  to: 'bin' | 'scrap' | 'returned';
  costMinor?: number;
}

/** Unit -> bin, scrap, or back to its owner. */
export const takePart = defineCommand<Take, { code: string }>({
  name: 'takePart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    componentId,
    to: Joi.string().valid('bin', 'scrap', 'returned').required().label('to'),
    costMinor: minor('value'),
  }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const part = await componentById(tx, input.componentId);
    if (part.unitId !== unit!.id)
      throw new ShopError('conflict', `Not taken: ${part.code} ${part.name} is not in this unit.`);
    // a drive that leaves the shop leaves with its data accounted for
    if (part.class === 'drive' && input.to !== 'bin') await assertDriveAccounted(tx, part, 'Not taken');
    await move(tx, actor, part, input.to as Place, 'taken out');
    if (input.costMinor !== undefined)
      await tx.update(components).set({ costMinor: input.costMinor }).where(eq(components.id, part.id));
    return {
      event: {
        kind: 'part taken',
        payload: { component: part.id, code: part.code, name: part.name, to: input.to },
      },
      answer: { code: part.code },
    };
  },
});
