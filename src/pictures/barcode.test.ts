import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { code128Png } from '@/formats/print/barcode';
import { codesInPhoto } from './barcode';

/** A label lying askew on a grey bench, as a phone sees it. */
async function photo(tags: readonly string[], turned: number): Promise<Uint8Array> {
  const labels = await Promise.all(
    tags.map(async (tag, i) => ({
      input: await sharp(await code128Png(tag))
        .resize({ width: 620 })
        .extend({ top: 40, bottom: 40, left: 60, right: 60, background: '#ffffff' })
        .rotate(turned, { background: '#9aa196' })
        .toBuffer(),
      left: 120,
      top: 100 + i * 420,
    })),
  );
  return sharp({ create: { width: 1200, height: 1100, channels: 3, background: '#9aa196' } })
    .composite(labels)
    .jpeg({ quality: 70 })
    .toBuffer();
}

describe('a label by a photograph', () => {
  it.each([0, 4, -7])('is read, turned by %i degrees', async (turned) =>
    expect(await codesInPhoto(await photo(['WQ-0147'], turned))).toEqual(['WQ-0147']),
  );
  it('the shop’s own code comes before a stranger’s', async () =>
    expect((await codesInPhoto(await photo(['40012345', 'WQ-0147'], 0)))[0]).toBe('WQ-0147'));
  it('a bench without a label has none; what is no picture is refused', async () => {
    expect(await codesInPhoto(await photo([], 0))).toEqual([]);
    await expect(codesInPhoto(new TextEncoder().encode('no picture'))).rejects.toMatchObject({
      code: 'invalid',
    });
  });
});
