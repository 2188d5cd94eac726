import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { requireBenchForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { checkedInput } from '@/shop/input';
import { bidOnManifest } from '@/shop/lots/bid';
import { MAX_MANIFEST, offerInput } from '@/shop/lots/rules';
import { seesMargins, shopRules } from '@/shop/rules/queries';

/** What a lot on offer is worth by its manifest; nothing is written. For those who see margins. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireBenchForApi();
    if (!seesMargins(actor.role, await shopRules()))
      throw new ShopError('forbidden', 'The owner shows margins to other roles.');
    return bidOnManifest(checkedInput(offerInput, await jsonWithin(request, MAX_MANIFEST * 2, 'the file')));
  });
}
