import { ShopError } from '@/errors';
import { NoPicture, openPicture, openPixels } from './picture';

export const MAX_UPLOAD = 25_000_000;
const LIMIT = 409_600;
const LONGEST = 1600;
/**
 * Turns an upload into an upright WebP of at most 1600 px and 400 KB, camera data dropped.
 * @throws ShopError when it is no picture
 */
export async function readyPhoto(
  upload: Uint8Array,
): Promise<{ bytes: Uint8Array; width: number; height: number }> {
  try {
    const { data, info } = await openPicture(upload)
      .resize({ width: LONGEST, height: LONGEST, fit: 'inside', withoutEnlargement: true })
      .removeAlpha()
      .toColourspace('srgb')
      .raw()
      .toBuffer({ resolveWithObject: true });
    const { width, height, channels } = info;
    return await smallEnough(data, { width, height, channels });
  } catch (error) {
    if (error instanceof ShopError) throw error;
    if (error instanceof NoPicture)
      throw new ShopError('invalid', `No photograph taken in: the file is ${error.message}.`);
    throw new ShopError(
      'invalid',
      `No photograph taken in: the file is not a picture that can be read (${(error as Error).message.split('\n')[0].slice(0, 120)}).`,
    );
  }
}

/** Decoded once; then smaller and coarser until it fits. */
async function smallEnough(
  pixels: Buffer,
  raw: { width: number; height: number; channels: 1 | 2 | 3 | 4 },
): Promise<{ bytes: Uint8Array; width: number; height: number }> {
  let longest = Math.max(raw.width, raw.height);
  for (const quality of [80, 65, 50, 40, 30]) {
    const { data, info } = await openPixels(pixels, raw)
      .resize({ width: longest, height: longest, fit: 'inside', withoutEnlargement: true })
      .webp({ quality, effort: 2 })
      .toBuffer({ resolveWithObject: true });
    if (data.length <= LIMIT) return { bytes: data, width: info.width, height: info.height };
    longest = Math.round(longest * 0.8);
  }
  throw new ShopError('too-large', 'No photograph taken in: it cannot be made smaller than 400 KB.');
}

/** Kept photographs as a printer takes them: JPEG, at most 900 px. */
export async function asJpeg(
  photos: readonly { words: string; jpeg: Uint8Array }[],
): Promise<{ words: string; jpeg: Uint8Array }[]> {
  return Promise.all(
    photos.map(async ({ words, jpeg }) => ({
      words,
      jpeg: new Uint8Array(
        await openPicture(jpeg)
          .resize({ width: 900, height: 900, fit: 'inside', withoutEnlargement: true })
          .jpeg({ quality: 82 })
          .toBuffer(),
      ),
    })),
  );
}
