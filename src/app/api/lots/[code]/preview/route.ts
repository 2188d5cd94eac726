import { database } from '@/db/client';
import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { requireBenchForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { checkedInput } from '@/shop/input';
import { previewManifest } from '@/shop/lots/importManifest';
import { lotByCode } from '@/shop/lots/queries';
import { MAX_MANIFEST, previewInput } from '@/shop/lots/rules';

/** What an import would bring, row by row; nothing is written. For those who may import. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ code: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    await requireBenchForApi();
    const lot = await lotByCode((await params).code);
    if (!lot) throw new ShopError('missing', 'There is no such lot.');
    const body = await jsonWithin(request, MAX_MANIFEST * 2, 'the file');
    const input = checkedInput(previewInput, { ...body, lotId: lot.id });
    return database().transaction((tx) => previewManifest(tx, input));
  });
}
