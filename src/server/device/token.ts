import { ShopError } from '@/shop/errors';
import { lookAtToken, type TokenState } from '@/shop/report/commands';
import { tokenTyped } from '@/shop/report/token';
import { plainly } from '../answer';
import { beforeToken, PEER_HEADER, wrongToken } from '../door';
import { plain } from './host';

const REFUSED: Record<Exclude<TokenState['state'], 'good'>, string> = {
  wrong: 'This token is not one of ours. Copy the command again from the unit’s page.',
  used: 'This token has been used. Ask for a new one on the unit’s page.',
  expired: 'This token has run out. Ask for a new one on the unit’s page.',
};

/** What a short token opens. @throws ShopError when it opens nothing, or too many wrong ones were tried from there */
export async function heldToken(
  request: Request,
  token: string,
): Promise<Extract<TokenState, { state: 'good' }>> {
  const peer = request.headers.get(PEER_HEADER) ?? 'unknown';
  await beforeToken(peer);
  const found = await lookAtToken(tokenTyped(token));
  if (found.state === 'good') return found;
  if (found.state === 'wrong') await wrongToken(peer);
  throw new ShopError('forbidden', REFUSED[found.state]);
}

/** The refusal as a script that says it. */
export function refusedToken(error: unknown, script: (words: string) => string): Response {
  const { message, status } = plainly(error);
  return plain(script(message), status);
}
