import { ShopError } from '@/shop/errors';

/**
 * Files of a multipart report, their texts fit to be kept: instruments do print NULs.
 * @throws ShopError when it is broken or empty
 */
export async function reportFiles(
  bytes: Uint8Array<ArrayBuffer>,
  type: string,
  broken: string,
): Promise<{ name: string; text: string }[]> {
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

const keptText = (text: string) => text.replaceAll('\u0000', '').toWellFormed();
