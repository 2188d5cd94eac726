import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { readyPhoto } from './photo';

describe('a photograph', { timeout: 60_000 }, () => {
  it('is made small, upright and free of what the camera wrote into it', async () => {
    const upload = await sharp({ create: { width: 4000, height: 3000, channels: 3, background: '#876' } })
      .jpeg()
      .withMetadata({ orientation: 6, exif: { IFD0: { Copyright: 'somebody' } } })
      .toBuffer();
    const { bytes, width, height } = await readyPhoto(upload);
    expect([width, height]).toEqual([1200, 1600]);
    const meta = await sharp(bytes).metadata();
    expect([meta.format, meta.exif, meta.orientation]).toEqual(['webp', undefined, undefined]);
  });
  it('of pure noise still fits into 400 KB', async () => {
    const noise = Buffer.alloc(1700 * 1700 * 3, 0).map(() => Math.floor(Math.random() * 256));
    const { bytes } = await readyPhoto(
      await sharp(noise, { raw: { width: 1700, height: 1700, channels: 3 } })
        .png({ compressionLevel: 1 })
        .toBuffer(),
    );
    expect(bytes.length).toBeLessThanOrEqual(409_600);
  });
  it('is never made larger', async () =>
    expect(
      await readyPhoto(
        await sharp({ create: { width: 40, height: 30, channels: 3, background: '#000' } })
          .png()
          .toBuffer(),
      ),
    ).toMatchObject({ width: 40, height: 30 }));
  it('that is no picture is refused in words', () =>
    expect(readyPhoto(Buffer.from('%PDF-1.4 nonsense'))).rejects.toMatchObject({
      code: 'invalid',
      message: expect.stringContaining('not a picture'),
    }));
});
