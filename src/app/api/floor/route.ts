import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { floorFor } from '@/shop/day/next';

/** The line across the top and what runs alone, for pages that nothing else concerns. */
export async function GET(): Promise<Response> {
  return answer(async () => {
    return floorFor((await requireActorForApi()).id);
  });
}
