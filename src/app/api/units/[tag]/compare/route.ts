import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { compareOnUnit } from '@/shop/units/compare';

/** ?with=STEP: the proposed step against another. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    return compareOnUnit((await params).tag, new URL(request.url).searchParams.get('with') ?? '');
  });
}
