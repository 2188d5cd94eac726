import { answer } from '@/server/answer';
import { laneState } from '@/shop/readings/lane';

/** Where one that samples goes on after it was cut off. */
export const GET = (_: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> =>
  answer(async () => laneState((await params).token));
