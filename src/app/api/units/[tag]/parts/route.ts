import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { partsOffered } from '@/shop/advice/views';

/** ?class=CLASS: parts of the class in the unit, and those of the bin with whether they go in. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    return partsOffered((await params).tag, new URL(request.url).searchParams.get('class') ?? '');
  });
}
