import sharp from 'sharp';
import { ShopError } from '@/shop/errors';

export const MAX_UPLOAD = 25_000_000;
const LIMIT = 409_600;
const LONGEST = 1600;

/** Turns an upload into an upright WebP of at most 1600 px and 400 KB, camera data dropped. @throws ShopError when it is no picture */
export async function readyPhoto(
  upload: Uint8Array,
): Promise<{ bytes: Buffer; width: number; height: number }> {
  let longest = LONGEST;
  for (const quality of [80, 70, 60, 50, 40]) {
    try {
      const { data, info } = await sharp(upload, { limitInputPixels: 100_000_000 })
        .rotate()
        .resize({ width: longest, height: longest, fit: 'inside', withoutEnlargement: true })
        .webp({ quality })
        .toBuffer({ resolveWithObject: true });
      if (data.length <= LIMIT) return { bytes: data, width: info.width, height: info.height };
    } catch (error) {
      throw new ShopError(
        'invalid',
        `No photograph taken in: the file is not a picture that can be read (${(error as Error).message.split('\n')[0]}).`,
      );
    }
    longest = Math.round(longest * 0.8);
  }
  throw new ShopError('too-large', 'No photograph taken in: it cannot be made smaller than 400 KB.');
}
