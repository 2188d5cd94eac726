import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { lastJob } from '@/shop/jobs/queries';

/** How far the last revaluation is. */
export async function GET(): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    return { job: await lastJob('revalue') };
  });
}
