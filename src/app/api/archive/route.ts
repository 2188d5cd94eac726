import { answer, assertOwnOrigin } from '@/server/answer';
import { requireOwnerForApi } from '@/server/session';
import { archiveName } from '@/shop/archive/files';

/** A name for an archive that is brought from elsewhere; its pieces are sent to it one after the other. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    await requireOwnerForApi();
    return { answer: { file: archiveName('taken') } };
  });
}
