import { refusal } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { photoBytes } from '@/shop/photos/queries';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  try {
    await requireActorForApi();
    return new Response(await photoBytes((await params).id), {
      headers: {
        'content-type': 'image/webp',
        'cache-control': 'private, max-age=31536000, immutable',
        'x-content-type-options': 'nosniff',
      },
    });
  } catch (error) {
    return refusal(error);
  }
}
