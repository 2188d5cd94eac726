import { answer, assertOwnOrigin, bodyWithin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { diagnose } from '@/shop/diagnosis/case';
import { ShopError } from '@/shop/errors';

/** The same JSON as `npm run belief`: a case in, belief and steps out. Nothing is written. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    await requireActorForApi();
    const text = new TextDecoder().decode(await bodyWithin(request, 200_000, 'the case'));
    try {
      return diagnose(JSON.parse(text));
    } catch (error) {
      if (error instanceof SyntaxError)
        throw new ShopError('invalid', `The case is not JSON: ${error.message}`);
      if (error instanceof RangeError) throw new ShopError('refused', error.message);
      throw error;
    }
  });
}
