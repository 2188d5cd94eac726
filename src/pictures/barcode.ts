import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import { ShopError } from '@/errors';
import { openPicture } from './picture';

let ready = false;
/** Bars are found in a picture of this many pixels across as well as in a bigger one, and sooner. */
const ACROSS = 1600;

/**
 * Codes in a photograph, those of the shop's own labels first.
 * @throws ShopError when it is no picture
 */
export async function codesInPhoto(upload: Uint8Array): Promise<string[]> {
  if (!ready) {
    const wasm = join(process.cwd(), 'node_modules', 'zxing-wasm', 'dist', 'reader', 'zxing_reader.wasm');
    prepareZXingModule({ overrides: { wasmBinary: readFileSync(wasm).buffer as ArrayBuffer } });
    ready = true;
  }
  const picture = await Promise.resolve()
    .then(() => openPicture(upload))
    .then((opened) =>
      opened
        .resize({ width: ACROSS, height: ACROSS, fit: 'inside', withoutEnlargement: true })
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true }),
    )
    .catch(() => {
      throw new ShopError('invalid', 'Nothing read: that is no picture.');
    });
  const found = await readBarcodes(
    {
      data: new Uint8ClampedArray(picture.data),
      width: picture.info.width,
      height: picture.info.height,
      colorSpace: 'srgb',
    } as unknown as ImageData,
    { tryHarder: true, maxNumberOfSymbols: 8 },
  );
  const own = /^([A-Z]{2,4}-\d{1,9}|P-\d{4,9})$/;
  return found
    .map(({ text }) => text.trim())
    .filter((text) => text !== '' && text.length <= 120)
    .sort((a, b) => Number(own.test(b)) - Number(own.test(a)));
}
