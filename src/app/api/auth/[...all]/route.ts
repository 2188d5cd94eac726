import { refusal } from '@/server/answer';
import { signIn, signOut } from '@/server/signIn';
import { ShopError } from '@/errors';

/** Of all the sign-in library offers, the shop uses these two; nothing else answers. */
const OPEN: Record<string, (request: Request) => Promise<Response>> = {
  'sign-in/email': signIn,
  'sign-out': signOut,
};

export async function POST(
  request: Request,
  { params }: { params: Promise<{ all: string[] }> },
): Promise<Response> {
  try {
    const handler = OPEN[(await params).all.join('/')];
    if (!handler) throw new ShopError('missing', 'There is nothing here.');
    return await handler(request);
  } catch (error) {
    return refusal(error);
  }
}
