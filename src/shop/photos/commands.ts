import { and, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { PHOTO_ROLES } from '@/core/record/photos';
import { observations, photos } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { shortText, unitId, rowId, rowNumber } from '../input';

/** Takes in a picture that has already been made small and laid away (`layAway`). */
export const addPhoto = defineCommand({
  name: 'addPhoto',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    note: shortText('note', 120).allow('').default(''),
    role: Joi.string()
      .valid('', ...PHOTO_ROLES)
      .default('')
      .label('role'),
    about: shortText('of what', 60)
      .pattern(/^(layer|zone|step|part|work|mark|reading):[\w .-]{1,50}$/)
      .allow('')
      .default(''),
    observation: rowNumber('answer'),
    width: Joi.number().integer().required(),
    height: Joi.number().integer().required(),
    id: rowId('photograph').required(),
    size: Joi.number().integer().required(),
    /** Where its bytes lie: they come along for the database, and are in the store already otherwise. */
    stored: Joi.string().valid('database', 'objects').required(),
    bytes: Joi.binary().max(409_600),
  }),
  async run({ tx, actor, unit }, { unitId: _, size, ...photo }) {
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
          bytes: size,
          note: photo.note,
          ...(photo.role && { role: photo.role }),
          ...(photo.about && { about: photo.about }),
        },
      },
      answer: { photoId: row.id },
    };
  },
});

/** What a photograph is taken for, and whether it stands on passport and listing. */
export const setPhoto = defineCommand({
  name: 'setPhoto',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    photoId: rowId('photograph').required(),
    role: Joi.string()
      .valid('', ...PHOTO_ROLES)
      .label('role'),
    onPapers: Joi.boolean().label('on papers'),
    note: shortText('note', 120).allow(''),
  }).or('role', 'onPapers', 'note'),
  async run({ tx, unit }, { unitId: _, photoId, ...said }) {
    const [row] = await tx
      .update(photos)
      .set(said)
      .where(and(eq(photos.id, photoId), eq(photos.unitId, unit!.id)))
      .returning({ id: photos.id });
    if (!row) throw new ShopError('missing', 'That photograph is gone already.');
    return { event: { kind: 'photo told', payload: { photo: photoId, ...said } }, answer: null };
  },
});

export const removePhoto = defineCommand({
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
