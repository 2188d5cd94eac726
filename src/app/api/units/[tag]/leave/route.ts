import { database } from '@/db/client';
import { answer, assertOwnOrigin } from '@/server/answer';
import { sayStands } from '@/server/live';
import { requireActorForApi } from '@/server/session';
import { unitByTag } from '@/shop/units/queries';
import { leaveFinding } from '@/shop/work/clock';

/** The person's page has turned away from the unit: the clock of finding out stands still. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireActorForApi();
    const found = await unitByTag((await params).tag);
    if (found) await database().transaction((tx) => leaveFinding(tx, actor.id, found.unit.id));
    await sayStands(request, actor, null);
    return null;
  });
}
