import { answer, jsonWithin } from '@/server/answer';
import { eraseProgress, eraseWord } from '@/shop/erasure/lane';

type Params = { params: Promise<{ token: string }> };

/** What the script is to do now. */
export const GET = (_: Request, { params }: Params): Promise<Response> =>
  answer(async () => eraseWord((await params).token));

/** How far it has come. */
export const POST = (request: Request, { params }: Params): Promise<Response> =>
  answer(async () => eraseProgress((await params).token, await jsonWithin(request, 4_000, 'the progress')));
