import { ShopError } from '@/errors';

/**
 * Files of a multipart report, their texts fit to be kept: instruments do print NULs.
 * @throws ShopError when it is broken or empty
 */
export async function reportFiles(
  bytes: Uint8Array<ArrayBuffer>,
  type: string,
  broken: string,
): Promise<{ name: string; text: string }[]> {
  // counted before it is parsed: a part costs more than its bytes
  const [, edge = ''] = /boundary="?([^";]{1,200})"?/i.exec(type) ?? [];
  if (partsOf(bytes, `--${edge}`) > MOST_PARTS)
    throw new ShopError('too-large', `Nothing taken in: more than ${MOST_PARTS} files at once.`);
  const form = await new Response(bytes, { headers: { 'content-type': type } }).formData().catch(() => null);
  const files = (form?.getAll('file') ?? []).filter((entry): entry is File => typeof entry !== 'string');
  if (files.length === 0) throw new ShopError('invalid', broken);
  return Promise.all(
    files.map(async (file, i) => ({
      name: keptText(file.name).slice(0, 120).toWellFormed().trim() || `file ${i + 1}`,
      text: keptText(await file.text()),
    })),
  );
}

/** Files of a report, with room. */
const MOST_PARTS = 64;

function partsOf(bytes: Uint8Array, edge: string): number {
  const buffer = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let parts = 0;
  for (
    let at = buffer.indexOf(edge);
    at >= 0 && parts <= MOST_PARTS + 1;
    at = buffer.indexOf(edge, at + edge.length)
  )
    parts++;
  // the last edge closes
  return parts - 1;
}

const keptText = (text: string) => text.replaceAll('\u0000', '').toWellFormed();
