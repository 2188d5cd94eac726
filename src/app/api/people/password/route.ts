import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { setPassword } from '@/server/people';
import { requireActorForApi } from '@/server/session';

/** Another password, by an owner or by the person. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireActorForApi();
    return { answer: await setPassword(actor, await jsonWithin(request, 10_000, 'the request')) };
  });
}
