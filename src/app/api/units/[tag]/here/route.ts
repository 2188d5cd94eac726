import { sql } from 'drizzle-orm';
import { database } from '@/db/client';
import { answer, assertOwnOrigin } from '@/server/answer';
import { othersAt, pageOf } from '@/server/live';
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
    const { id, name } = await requireActorForApi();
    const found = await unitByTag((await params).tag);
    const page = pageOf(request);
    if (!found || !page) throw new ShopError('missing', 'There is no such machine, or no such page.');
    const here = { page, person: id, name, unit: found.unit.id };
    await database().execute(sql`select pg_notify('omnitrope', ${JSON.stringify({ here })})`);
    return { others: othersAt(found.unit.id, id) };
  });
}
