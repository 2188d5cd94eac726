import { answer, assertOwnOrigin, bodyWithin } from '@/server/answer';
import { MAX_UPLOAD } from '@/pictures/photo';
import { requireActorForApi } from '@/server/session';
import { runInWorker } from '@/workers/pool';

/** Codes in a photograph of a label; the picture is not kept. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    await requireActorForApi();
    const upload = await bodyWithin(request, MAX_UPLOAD, 'the picture');
    return { codes: await runInWorker('codes', [upload], request.signal, [upload.buffer]) };
  });
}
