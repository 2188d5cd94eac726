import { erasePlain } from '@/server/device/erasePlain';
import { erasePlaces } from '@/shop/erasure/lane';

/** Places to read back, a line each. */
export const GET = (_: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> =>
  erasePlain(async () => erasePlaces((await params).token));
