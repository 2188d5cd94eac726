import { sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { answer, assertOwnOrigin } from '@/server/answer';
import { pageOf } from '@/server/live';
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
    const page = pageOf(request);
    const here = { page, person: actor.id, name: actor.name, unit: null };
    if (page) await database().execute(sql`select pg_notify('omnitrope', ${JSON.stringify({ here })})`);
    return null;
  });
}
