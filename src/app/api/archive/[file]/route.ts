import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import contentDisposition from 'content-disposition';
import { answer, assertOwnOrigin, bodyWithin, refusal } from '@/server/answer';
import { requireOwnerForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { archivePath, sizeOf, takePiece } from '@/shop/archive/files';

type Props = { params: Promise<{ file: string }> };
const MOST_PIECE = 16_000_000;

/** An archive as a file, piece by piece as whoever asks takes it. */
export async function GET(_: Request, { params }: Props): Promise<Response> {
  try {
    await requireOwnerForApi();
    const { file } = await params;
    const path = await archivePath(file);
    const size = await sizeOf(path);
    if (size === null) throw new ShopError('missing', 'There is no such archive.');
    return new Response(Readable.toWeb(createReadStream(path)) as ReadableStream<Uint8Array>, {
      headers: {
        'content-type': 'application/gzip',
        'content-length': String(size),
        'content-disposition': contentDisposition(file, { type: 'attachment' }),
        'cache-control': 'private, no-store',
        'x-content-type-options': 'nosniff',
      },
    });
  } catch (error) {
    return refusal(error);
  }
}

/** ?from=BYTES&last=1: a piece of an archive from elsewhere, after what is here of it. */
export async function POST(request: Request, { params }: Props): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    await requireOwnerForApi();
    const { searchParams } = new URL(request.url);
    const from = Number(searchParams.get('from'));
    if (!Number.isSafeInteger(from) || from < 0) throw new ShopError('invalid', 'Say from where it goes on.');
    const bytes = await bodyWithin(request, MOST_PIECE, 'a piece of an archive');
    const here = await takePiece((await params).file, from, bytes, searchParams.get('last') === '1');
    return { answer: { here } };
  });
}
