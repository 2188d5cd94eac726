import { qrPng } from '@/formats/print/barcode';
import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';

const MOST = 300;

/** ?text=: an address of this shop as a QR code. */
export async function GET(request: Request): Promise<Response> {
  try {
    await requireActorForApi();
    const text = new URL(request.url).searchParams.get('text') ?? '';
    if (!/^https?:\/\/[\x21-\x7e]+$/.test(text) || text.length > MOST)
      throw new ShopError('invalid', 'No code: that is no address.');
    return download(await qrPng(text, 6), 'image/png', 'code.png', 'inline');
  } catch (error) {
    return refusal(error);
  }
}
