import { answer, jsonWithin } from '@/server/answer';
import { serialTyped } from '@/shop/erasure/lane';

/** The serial of a drive was typed on the unit. */
export const POST = (
  request: Request,
  { params }: { params: Promise<{ token: string }> },
): Promise<Response> =>
  answer(async () => serialTyped((await params).token, await jsonWithin(request, 4_000, 'the drive')));
