import { and, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { observations, photos } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '../errors';
import { shortText, unitId, rowId, rowNumber } from '../input';

export interface ReadyPhoto {
  unitId: string;
  note: string;
  /** The answer it shows. */
  observation?: number;
  width: number;
  height: number;
  bytes: Buffer;
}

/** Takes in a picture that has already been made small. */
export const addPhoto = defineCommand<ReadyPhoto, { photoId: string }>({
  name: 'addPhoto',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    note: shortText('note', 120).allow('').default(''),
    observation: rowNumber('answer'),
    width: Joi.number().integer().required(),
    height: Joi.number().integer().required(),
    bytes: Joi.binary().max(409_600).required(),
  }),
  async run({ tx, actor, unit }, { unitId: _, ...photo }) {
    if (photo.observation !== undefined) {
      const [answer] = await tx
        .select({ id: observations.id })
        .from(observations)
        .where(
          and(
            eq(observations.id, photo.observation),
            eq(observations.unitId, unit!.id),
            isNull(observations.voidedBy),
          ),
        );
      if (!answer)
        throw new ShopError('refused', 'Not taken in: that answer does not stand on this machine.');
    }
    const [row] = await tx
      .insert(photos)
      .values({ unitId: unit!.id, ...photo, by: actor.name })
      .returning({ id: photos.id });
    return {
      event: {
        kind: 'photo',
        payload: {
          photo: row.id,
          width: photo.width,
          height: photo.height,
          bytes: photo.bytes.length,
          note: photo.note,
        },
      },
      answer: { photoId: row.id },
    };
  },
});

export const removePhoto = defineCommand<{ unitId: string; photoId: string }, null>({
  name: 'removePhoto',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, photoId: rowId('photograph').required() }),
  async run({ tx, unit }, { photoId }) {
    const gone = await tx
      .delete(photos)
      .where(and(eq(photos.id, photoId), eq(photos.unitId, unit!.id)))
      .returning({ id: photos.id });
    if (!gone.length) throw new ShopError('missing', 'That photograph is gone already.');
    return { event: { kind: 'photo removed', payload: { photo: photoId } }, answer: null };
  },
});
