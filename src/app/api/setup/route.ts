import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { setUp } from '@/server/setup';

/** The first owner and the shop, while there is nobody yet. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    return { answer: await setUp(await jsonWithin(request, 10_000, 'the form')) };
  });
}
