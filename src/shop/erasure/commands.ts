import { and, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { MEDIA } from '@/core/erasure/media';
import { erasures } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { shortText, unitId, rowId } from '../input';
import { refuseHeld } from '../line';
import { componentById, heldComponent } from '../moves/component';
import { ERASURE_KINDS, putErasure } from './put';

/**
 * What was done about the data of a drive. A drive returned or destroyed leaves the unit with the same
 * command.
 */
export const recordErasure = defineCommand({
  name: 'recordErasure',
  roles: BENCH_ROLES,
  onUnit: 'named',
  input: Joi.object({
    /** Nothing: of a loose drive in the bin. */
    unitId: unitId.optional(),
    componentId: rowId('drive').required(),
    kind: Joi.string()
      .valid(...ERASURE_KINDS)
      .required()
      .label('what'),
    methodId: shortText('way', 40),
    method: shortText('method', 200).allow('').default(''),
    verified: shortText('verification', 200).allow('').default(''),
    medium: Joi.string()
      .valid(...MEDIA)
      .label('kind of drive'),
    why: shortText('why', 200),
    /** Of the shop's own that goes back with its data: whom it is handed to. */
    handedTo: shortText('handed to', 120),
  }),
  async run({ tx, actor, unit }, { handedTo, ...input }) {
    const told = {
      ...(input.kind === 'image' && { system: input.method }),
      ...(handedTo && { handedTo }),
    };
    const put = await putErasure(tx, actor, unit, { ...input, told });
    return {
      event: { kind: `drive ${input.kind}`, payload: put },
      answer: { erasureId: put.erasure },
    };
  },
});

/** Records that are taken back by themselves: with the others the drive has left, or they only say that it was begun. */
export const goesBack = (kind: string): boolean => ['erased', 'never', 'failed', 'image'].includes(kind);

/**
 * A record about a drive's data that was not so: it counts no more, and the gate is as it was without it. It is taken
 * back on the machine it was made on, or wherever the drive is now.
 */
export const takeBackErasure = defineCommand({
  name: 'takeBackErasure',
  roles: BENCH_ROLES,
  onUnit: 'named',
  input: Joi.object({
    unitId: unitId.optional(),
    erasureId: rowId('record').required(),
    why: shortText('why', 200).required(),
  }),
  async run({ tx, unit }, { erasureId, why }) {
    if (unit) refuseHeld(unit);
    const [row] = await tx
      .select()
      .from(erasures)
      .where(and(eq(erasures.id, erasureId), isNull(erasures.voidedBy)));
    const drive = row && (await (unit ? componentById : heldComponent)(tx, row.componentId));
    const here = unit ? row?.unitId === unit.id || drive?.unitId === unit.id : drive?.place === 'bin';
    if (!row || !here) throw new ShopError('missing', 'Not taken back: it is not on record here any more.');
    if (!goesBack(row.kind))
      throw new ShopError(
        'refused',
        row.kind === 'begun'
          ? 'Not taken back: that it was begun is so, whatever came of it.'
          : 'Not taken back: the drive has left with it. Put the drive back in the machine if it is here.',
      );
    await tx.update(erasures).set({ voidedBy: 0 }).where(eq(erasures.id, row.id));
    return {
      event: {
        kind: 'erasure back',
        payload: { erasure: row.id, code: drive.code, what: row.kind, number: row.eventSeq, why },
        ...(row.eventSeq && { voids: row.eventSeq }),
        // its screens show another gate now
        ...(drive.unitId && drive.unitId !== unit?.id && { alsoUnits: [drive.unitId] }),
      },
      answer: null,
      onSealed: async (seq) => {
        await tx.update(erasures).set({ voidedBy: seq }).where(eq(erasures.id, row.id));
      },
    };
  },
});
