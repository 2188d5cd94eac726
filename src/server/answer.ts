import { log } from '@/log';
import { ShopError } from '@/shop/errors';

/** Turns what a handler does into a response; every error leaves as {error: {code, message, details}} and nothing internal. */
export async function answer(work: () => Promise<unknown>): Promise<Response> {
  try {
    return Response.json(await work());
  } catch (error) {
    return refusal(error);
  }
}

export function refusal(error: unknown): Response {
  if (error instanceof ShopError)
    return Response.json(
      { error: { code: error.code, message: error.message, details: error.details } },
      { status: error.status },
    );
  log.error(
    {
      error:
        error instanceof Error
          ? {
              message: error.message,
              stack: error.stack,
              cause: String((error as { cause?: unknown }).cause ?? ''),
            }
          : String(error),
    },
    'a request failed',
  );
  return Response.json(
    { error: { code: 'broken', message: 'Something went wrong here. Nothing was saved; try again.' } },
    { status: 500 },
  );
}

/** A command must come from our own page: a browser says where a request was made. */
export function assertOwnOrigin(request: Request): void {
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const host = request.headers.get('host');
  if ((origin && host && new URL(origin).host !== host) || site === 'cross-site')
    throw new ShopError('forbidden', 'Refused: the request came from another site.');
}

/** Body as text, never more than `limit` bytes. @throws ShopError 'too-large' */
export async function bodyWithin(
  request: Request,
  limit: number,
  what: string,
): Promise<Uint8Array<ArrayBuffer>> {
  const tooLarge = () =>
    new ShopError('too-large', `Nothing taken in: ${what} is over ${Math.round(limit / 100_000) / 10} MB.`);
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge();
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  while (reader) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.length;
    if (size > limit) {
      await reader.cancel();
      throw tooLarge();
    }
    chunks.push(value);
  }
  return new Uint8Array(Buffer.concat(chunks));
}
