import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { promiseOf } from '@/shop/day/promise';

/** ?tag=TAG&at=INSTANT, tag as often as there are machines: with what chance all of them are done by then. */
export async function GET(request: Request): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    const { searchParams } = new URL(request.url);
    const at = new Date(searchParams.get('at') ?? '');
    const tags = searchParams.getAll('tag').map((tag) => tag.slice(0, 20).toUpperCase());
    if (Number.isNaN(at.getTime())) throw new ShopError('invalid', 'Say by when: that is no moment.');
    return promiseOf([...new Set(tags)], at);
  });
}
