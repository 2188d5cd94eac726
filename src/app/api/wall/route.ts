import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { wallNow } from '@/shop/floor/wall';

/** The wall's view again: it has no other way to change. */
export async function GET(): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    return wallNow();
  });
}
