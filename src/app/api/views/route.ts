import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { dropView, keepView } from '@/shop/views/views';

/** Keeps a way of looking at a list: {name, path}. A person's own, whatever their role. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireActorForApi();
    return { answer: await keepView(actor.id, await jsonWithin(request, 2_000, 'the view')) };
  });
}

/** Drops one of the person's own: ?id= */
export async function DELETE(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireActorForApi();
    await dropView(actor.id, new URL(request.url).searchParams.get('id') ?? '');
    return null;
  });
}
