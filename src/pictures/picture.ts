import sharp, { type Sharp } from 'sharp';

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

/** It is none of the pictures a camera makes. */
export class NoPicture extends Error {}

/**
 * The one way to open a picture that came from outside: by its own bytes one a camera makes, of so many pixels, within
 * so many seconds, upright.
 * @throws NoPicture before anything is decoded
 */
export function openPicture(upload: Uint8Array): Sharp {
  if (!KINDS.some(({ at, bytes }) => bytes.every((byte, i) => upload[at + i] === byte)))
    throw new NoPicture('not a picture (JPEG, PNG, WebP, HEIF)');
  return sharp(upload, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
    .timeout({ seconds: PATIENCE_SECONDS })
    .rotate();
}

/** Pixels that were decoded here. */
export const openPixels = (
  pixels: Buffer,
  raw: { width: number; height: number; channels: 1 | 2 | 3 | 4 },
): Sharp => sharp(pixels, { raw }).timeout({ seconds: PATIENCE_SECONDS });
