import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { runInWorkerFor } from '@/workers/pool';

/** The same JSON as `npm run belief`: a case in, belief and steps out. Nothing is written. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const { id } = await requireActorForApi();
    return runInWorkerFor(id, 'diagnose', [await jsonWithin(request, 200_000, 'the case')], request.signal);
  });
}
