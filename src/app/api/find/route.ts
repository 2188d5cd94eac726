import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { findUnits } from '@/shop/units/queries';

export async function GET(request: Request): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    return { units: await findUnits((new URL(request.url).searchParams.get('text') ?? '').slice(0, 80)) };
  });
}
