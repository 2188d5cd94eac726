import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { runInWorkerFor } from '@/workers/pool';

/** The same as `npm run ask`: plain data in, the core's answer out; see docs/ask.md. Nothing is written. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ kind: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const { id } = await requireActorForApi();
    const input = await jsonWithin(request, 1_200_000, 'the input');
    return runInWorkerFor(id, 'ask', [(await params).kind, input], request.signal);
  });
}
