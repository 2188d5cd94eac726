import { answer, assertOwnOrigin, bodyWithin } from '@/server/answer';
import { MAX_UPLOAD, readyPhoto } from '@/server/photo';
import { requireActorForApi } from '@/server/session';
import { runCommand } from '@/shop/command';
import { ShopError } from '@/shop/errors';
import { addPhoto } from '@/shop/photos/commands';
import { unitByTag } from '@/shop/units/queries';

/** The body is the picture itself; ?note= says what it shows. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireActorForApi();
    if (actor.role === 'viewer')
      throw new ShopError('forbidden', 'Your role (viewer) can look but not do this.');
    const found = await unitByTag((await params).tag);
    if (!found) throw new ShopError('missing', 'There is no such unit.');
    const picture = await readyPhoto(await bodyWithin(request, MAX_UPLOAD, 'the picture'));
    const note = new URL(request.url).searchParams.get('note') ?? '';
    return runCommand(addPhoto, actor, { input: { unitId: found.unit.id, note, ...picture } });
  });
}
