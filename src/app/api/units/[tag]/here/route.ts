import { answer, assertOwnOrigin } from '@/server/answer';
import { othersAt, sayStands } from '@/server/live';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { unitByTag } from '@/shop/units/queries';

/** A person's page stands at a machine: every process hears of it. @returns who else stands there */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireActorForApi();
    const found = await unitByTag((await params).tag);
    if (!found) throw new ShopError('missing', 'There is no such machine.');
    await sayStands(request, actor, found.unit.id);
    return { others: othersAt(found.unit.id, actor.id) };
  });
}
