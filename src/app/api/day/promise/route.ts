import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { promiseOf } from '@/shop/day/promise';

/** ?tag=TAG&at=INSTANT: with what chance a machine is done by then. */
export async function GET(request: Request): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    const { searchParams } = new URL(request.url);
    const at = new Date(searchParams.get('at') ?? '');
    const tag = (searchParams.get('tag') ?? '').slice(0, 20).toUpperCase();
    if (Number.isNaN(at.getTime())) throw new ShopError('invalid', 'Say by when: that is no moment.');
    return promiseOf(tag, at);
  });
}
