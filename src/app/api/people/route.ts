import { answer, assertOwnOrigin, bodyWithin } from '@/server/answer';
import { addPerson } from '@/server/people';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/shop/errors';

/** Lets somebody in: {name, email, password, role}. Owners only. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireActorForApi();
    let input: unknown;
    try {
      input = JSON.parse(new TextDecoder().decode(await bodyWithin(request, 10_000, 'the request')));
    } catch (error) {
      if (error instanceof ShopError) throw error;
      throw new ShopError('invalid', 'Not done: the request is not JSON.');
    }
    return { answer: await addPerson(actor, input) };
  });
}
