import { erasePlain } from '@/server/device/erasePlain';
import { eraseProof } from '@/shop/erasure/lane';

/** Places whose content the shop will hold against its key, a line each. */
export const GET = (_: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> =>
  erasePlain(async () => eraseProof((await params).token));
