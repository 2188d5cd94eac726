import { plateSays } from '@/core/machine/plate';
import { answer, assertOwnOrigin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { photoBytes } from '@/shop/photos/queries';
import { runInWorker } from '@/workers/pool';

/** The words in a photograph of a machine, and what a plate with them says; nothing is put on record. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    await requireActorForApi();
    const lines = await runInWorker('words', [await photoBytes((await params).id)], request.signal);
    return { lines, says: plateSays(lines) };
  });
}
