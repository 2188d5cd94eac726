import { join } from 'node:path';
import { createWorker } from 'tesseract.js';
import { ShopError } from '@/errors';
import { openPicture } from './picture';

/** Letters of a plate are read best where the whole of it is about so many pixels across. */
const ACROSS = 1800;
/** Under this a word is noise of the picture and no word, per cent. */
const SURE = 30;

/**
 * The words in a photograph of a plate or a sticker, line by line, top to bottom. Reads Latin letters; nothing leaves the
 * shop's computer. Takes some seconds.
 * @throws ShopError when it is no picture
 */
export async function wordsInPhoto(upload: Uint8Array): Promise<string[]> {
  const picture = await Promise.resolve()
    .then(() => openPicture(upload))
    .then((opened) =>
      opened
        .resize({ width: ACROSS, height: ACROSS, fit: 'inside' })
        .grayscale()
        .normalise()
        .png()
        .toBuffer(),
    )
    .catch(() => {
      throw new ShopError('invalid', 'Nothing read: that is no picture.');
    });
  const letters = join(process.cwd(), 'node_modules', '@tesseract.js-data', 'eng', '4.0.0_best_int');
  const reader = await createWorker('eng', 1, { langPath: letters, gzip: true, cacheMethod: 'none' });
  try {
    const { data } = await reader.recognize(picture, { rotateAuto: true }, { blocks: true, text: false });
    return (data.blocks ?? [])
      .flatMap(({ paragraphs }) => paragraphs.flatMap(({ lines }) => lines))
      .map(({ words }) =>
        words
          .filter(({ confidence }) => confidence >= SURE)
          .map(({ text }) => text)
          .join(' ')
          .trim(),
      )
      .filter((line) => /[\p{L}\p{N}]{2}/u.test(line));
  } finally {
    await reader.terminate();
  }
}
