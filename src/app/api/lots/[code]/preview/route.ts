import { database } from '@/db/client';
import { guessColumns, type ColumnMap } from '@/formats/manifest';
import { answer, assertOwnOrigin, bodyWithin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/shop/errors';
import { previewManifest } from '@/shop/lots/commands';
import { lotByCode } from '@/shop/lots/queries';
import { manifestInput, MAX_MANIFEST } from '@/shop/lots/rules';

/** What an import would bring, row by row; nothing is written. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ code: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    await requireActorForApi();
    const lot = await lotByCode(decodeURIComponent((await params).code));
    if (!lot) throw new ShopError('missing', 'There is no such lot.');
    const body = JSON.parse(
      new TextDecoder().decode(await bodyWithin(request, MAX_MANIFEST * 2, 'the file')),
    ) as { text: string; columns?: ColumnMap };
    const { value, error } = manifestInput.validate({ lotId: lot.id, ...body });
    if (error) throw new ShopError('invalid', `Not read: ${error.message}.`);
    return database().transaction((tx) => previewManifest(tx, value, guessColumns));
  });
}
