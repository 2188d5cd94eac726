import sharp from 'sharp';
import { ShopError } from '@/shop/errors';

export const MAX_UPLOAD = 25_000_000;
const LIMIT = 409_600;
const LONGEST = 1600;
/** A camera of fifty megapixels, with room. */
const MOST_PIXELS = 60_000_000;
const PATIENCE_SECONDS = 20;

/**
 * Beginnings of the kinds of picture a camera makes. What a file calls itself does not count; drawings (SVG,
 * PDF) are programs.
 */
const KINDS: { name: string; at: number; bytes: number[] }[] = [
  { name: 'jpeg', at: 0, bytes: [0xff, 0xd8, 0xff] },
  { name: 'png', at: 0, bytes: [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a] },
  { name: 'webp', at: 8, bytes: [0x57, 0x45, 0x42, 0x50] },
  { name: 'heif', at: 4, bytes: [0x66, 0x74, 0x79, 0x70] },
];

const isPicture = (upload: Uint8Array) =>
  KINDS.some(({ at, bytes }) => bytes.every((byte, i) => upload[at + i] === byte));

/**
 * Turns an upload into an upright WebP of at most 1600 px and 400 KB, camera data dropped.
 * @throws ShopError when it is no picture
 */
export async function readyPhoto(
  upload: Uint8Array,
): Promise<{ bytes: Uint8Array; width: number; height: number }> {
  if (!isPicture(upload))
    throw new ShopError(
      'invalid',
      'No photograph taken in: the file is not a picture (JPEG, PNG, WebP, HEIF).',
    );
  try {
    const { data, info } = await sharp(upload, { limitInputPixels: MOST_PIXELS })
      .timeout({ seconds: PATIENCE_SECONDS })
      .rotate()
      .resize({ width: LONGEST, height: LONGEST, fit: 'inside', withoutEnlargement: true })
      .removeAlpha()
      .toColourspace('srgb')
      .raw()
      .toBuffer({ resolveWithObject: true });
    const { width, height, channels } = info;
    return await smallEnough(data, { width, height, channels });
  } catch (error) {
    if (error instanceof ShopError) throw error;
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
    const { data, info } = await sharp(pixels, { raw })
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
        await sharp(jpeg)
          .resize({ width: 900, height: 900, fit: 'inside', withoutEnlargement: true })
          .jpeg({ quality: 82 })
          .toBuffer(),
      ),
    })),
  );
}
