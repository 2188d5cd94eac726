import { eq } from 'drizzle-orm';
import { plateSays } from '@/core/machine/plate';
import { database } from '@/db/client';
import { photos } from '@/db/schema';
import { ShopError } from '@/errors';
import { answer, assertOwnOrigin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { isRowId } from '@/shop/input';
import { bytesOf } from '@/shop/photos/store';
import { runInWorker } from '@/workers/pool';

/** The words in a photograph of a machine, and what a plate with them says; nothing is put on record. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    await requireActorForApi();
    const { id } = await params;
    const [photo] = isRowId(id)
      ? await database()
          .select({ id: photos.id, stored: photos.stored, bytes: photos.bytes })
          .from(photos)
          .where(eq(photos.id, id.toLowerCase()))
      : [];
    if (!photo) throw new ShopError('missing', 'There is no such photograph.');
    const lines = await runInWorker('words', [new Uint8Array(await bytesOf(photo))], request.signal);
    return { lines, says: plateSays(lines) };
  });
}
