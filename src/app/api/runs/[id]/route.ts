import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { isRowId } from '@/shop/input';
import { followRun } from '@/shop/readings/lane';

/** A run as a screen follows it: batches from a number on, and what is made of it so far. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> =>
  answer(async () => {
    await requireActorForApi();
    const { id } = await params;
    const from = Number(new URL(request.url).searchParams.get('from') ?? 0);
    if (!isRowId(id) || !Number.isInteger(from) || from < 0 || from > 1e6)
      throw new ShopError('missing', 'There is no such run.');
    return followRun(id, from);
  });
