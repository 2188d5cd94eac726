import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { floorNow } from '@/shop/floor/queries';

/** The line across the top and what runs alone, for pages that nothing else concerns. */
export async function GET(): Promise<Response> {
  return answer(async () => {
    return floorNow((await requireActorForApi()).id);
  });
}
