import { eq } from 'drizzle-orm';
import { afterEach, describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { photos } from '@/db/schema';
import { addPhoto, removePhoto } from '@/shop/photos/commands';
import { bytesOf, layAway, objectStore, sweepPhotos } from '@/shop/photos/store';
import { runCommand } from '@/shop/runner';
import { KEYS, standInStore } from './objects';
import { benchA, lotWith, openShop, refusal } from './shop';

openShop('photo_store');
const store = standInStore();

const PICTURE = Buffer.from([0x52, 0x49, 0x46, 0x46, 0, 255, 10, 13]);
const use = () =>
  Object.assign(process.env, {
    OMNITROPE_PHOTOS_URL: store.url,
    OMNITROPE_PHOTOS_KEY: KEYS.accessKeyId,
    OMNITROPE_PHOTOS_SECRET: KEYS.secretAccessKey,
  });
const leave = () => {
  for (const name of ['URL', 'KEY', 'SECRET']) delete process.env[`OMNITROPE_PHOTOS_${name}`];
};
afterEach(leave);

async function taken(unitId: string): Promise<string> {
  const input = { unitId, width: 2, height: 2, ...(await layAway(PICTURE)) };
  return (await runCommand(addPhoto, benchA, { input })).answer.photoId;
}
const rowOf = async (id: string) => (await database().select().from(photos).where(eq(photos.id, id)))[0];
const DAY_AND_MORE = 25 * 3_600_000;

describe('photographs in a store of objects', () => {
  it('lie there and not in the database, and come back byte for byte; those taken before stay where they are', async () => {
    const { units } = await lotWith(['laptop']);
    const before = await taken(units[0].unitId);
    use();
    const after = await taken(units[0].unitId);
    expect(await rowOf(after)).toMatchObject({ stored: 'objects', bytes: null });
    expect(store.objects.get(after)!.bytes).toEqual(PICTURE);
    expect(await bytesOf(await rowOf(after))).toEqual(PICTURE);
    expect(await rowOf(before)).toMatchObject({ stored: 'database', bytes: PICTURE });
    expect(await bytesOf(await rowOf(before))).toEqual(PICTURE);
    // and back again: what lies in the store is still asked of it
    leave();
    await expect(bytesOf(await rowOf(after))).rejects.toMatchObject({ code: 'missing' });
  });
  it('a store that is away, or refuses the key, takes nothing and leaves no row', async () => {
    const { units } = await lotWith(['small']);
    use();
    process.env.OMNITROPE_PHOTOS_SECRET = 'not it';
    expect(await refusal(taken(units[0].unitId))).toMatchObject({
      code: 'busy',
      message: expect.stringMatching(/answers 403/),
    });
    use();
    store.away = 100;
    expect(await refusal(taken(units[0].unitId))).toMatchObject({
      message: expect.stringMatching(/does not answer/),
    });
    store.away = 0;
    const rows = await database().select().from(photos).where(eq(photos.unitId, units[0].unitId));
    expect(rows).toEqual([]);
  });
  it('what no row stands for is swept up after a day, over as many pages as there are; nothing else is', async () => {
    const { units } = await lotWith(['laptop']);
    use();
    const stays = await taken(units[0].unitId);
    const goes = await taken(units[0].unitId);
    await runCommand(removePhoto, benchA, { input: { unitId: units[0].unitId, photoId: goes } });
    await layAway(PICTURE); // its command came to nothing
    store.objects.set('somebody-elses.txt', { bytes: PICTURE, at: new Date(0) });
    const lay = store.objects.size;
    expect(await sweepPhotos()).toBe(0); // a row may be on its way
    const later = new Date(Date.now() + DAY_AND_MORE);
    expect(await sweepPhotos(later)).toBe(2);
    expect(store.objects.size).toBe(lay - 2);
    expect(store.objects.has(stays)).toBe(true);
    expect(store.objects.has('somebody-elses.txt')).toBe(true);
    expect(store.objects.has(goes)).toBe(false);
  });
  it('one that is missing is null, not an error; half a configuration is refused at once', async () => {
    expect(await objectStore({ url: store.url, ...KEYS }).get('nobody')).toBeNull();
    process.env.OMNITROPE_PHOTOS_URL = store.url;
    await expect(layAway(PICTURE)).rejects.toThrow(/OMNITROPE_PHOTOS_KEY/);
  });
});
