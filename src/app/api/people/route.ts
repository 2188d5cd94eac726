import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { addPerson } from '@/server/people';
import { requireActorForApi } from '@/server/session';

/** Lets somebody in: {name, email, password, role}. Owners only. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireActorForApi();
    return { answer: await addPerson(actor, await jsonWithin(request, 10_000, 'the request')) };
  });
}
