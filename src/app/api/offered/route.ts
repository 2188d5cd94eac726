import { offeredInput } from '@/shapes/lots';
import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { worthOfOffer, type Offer } from '@/shop/advice/offered';

/** What a machine that is offered is worth to the shop, and the most to pay. Nothing is written. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireActorForApi();
    if (actor.role === 'viewer') throw new ShopError('forbidden', 'Trainees look; they do not buy.');
    const { value, error } = offeredInput.validate(await jsonWithin(request, 10_000, 'the offer'));
    if (error) throw new ShopError('invalid', `Not worked out: ${error.message}.`);
    return worthOfOffer(value as Offer);
  });
}
