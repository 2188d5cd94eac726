import { answer, bodyWithin } from '@/server/answer';
import { heldLetters } from '@/server/device/token';
import { tokenTyped } from '@/shop/tokens/signs';

type Params = { params: Promise<{ token: string }> };

/** Largest piece that is sent or taken to measure a connection. */
const MOST = 2_000_000;
/** Nothing that could be made smaller on the way. */
const piece = crypto.getRandomValues(new Uint8Array(65_536));

/** ?n=: so many bytes. */
export async function GET(request: Request, { params }: Params): Promise<Response> {
  const refused = await answer(async () =>
    heldLetters(request, 'self-test', tokenTyped((await params).token)),
  );
  if (!refused.ok) return refused;
  const asked = Math.trunc(Number(new URL(request.url).searchParams.get('n')));
  const n = Math.min(MOST, Math.max(0, Number.isFinite(asked) ? asked : 0));
  const body = new Uint8Array(n);
  for (let at = 0; at < n; at += piece.length)
    body.set(piece.subarray(0, Math.min(piece.length, n - at)), at);
  return new Response(body, {
    headers: {
      'content-type': 'application/octet-stream',
      'cache-control': 'no-store',
      'content-encoding': 'identity',
    },
  });
}

/** A piece is taken and thrown away. */
export const POST = (request: Request, { params }: Params): Promise<Response> =>
  answer(async () => {
    await heldLetters(request, 'self-test', tokenTyped((await params).token));
    return { bytes: (await bodyWithin(request, MOST, 'the piece')).length };
  });
