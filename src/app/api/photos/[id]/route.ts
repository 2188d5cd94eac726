import { eq } from 'drizzle-orm';
import { database } from '@/db/client';
import { photos } from '@/db/schema';
import { refusal } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';
import { bytesOf } from '@/shop/photos/store';
import { isRowId } from '@/shop/input';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  try {
    await requireActorForApi();
    const { id } = await params;
    const [photo] = isRowId(id)
      ? await database()
          .select({ id: photos.id, stored: photos.stored, bytes: photos.bytes })
          .from(photos)
          .where(eq(photos.id, id.toLowerCase()))
      : [];
    if (!photo) throw new ShopError('missing', 'There is no such photograph.');
    return new Response(new Uint8Array(await bytesOf(photo)), {
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
