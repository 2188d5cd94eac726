import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { lastJob } from '@/shop/jobs/queries';
import { JOB_KINDS } from '@/shop/jobs/start';

/** How far the last job of a kind is. */
export async function GET(request: Request): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    const asked = new URL(request.url).searchParams;
    const kind = asked.get('kind') ?? 'revalue';
    const known = JOB_KINDS.find((one) => one === kind);
    if (!known) throw new ShopError('missing', 'There is no such job.');
    return { job: await lastJob(known, asked.get('subject')?.slice(0, 60)) };
  });
}
