import { plain } from '@/server/device/host';
import { erasePlaces } from '@/shop/erasure/lane';
import { ShopError } from '@/shop/errors';

/** Places to read back, a line each. */
export async function GET(_: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  try {
    return plain(await erasePlaces((await params).token));
  } catch (error) {
    if (!(error instanceof ShopError)) throw error;
    return plain(error.message, error.status);
  }
}
