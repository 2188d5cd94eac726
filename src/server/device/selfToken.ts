import { lookAtSelfToken, refuseSelfToken, type SelfTokenState } from '@/shop/selftest/lane';
import { beforeToken, PEER_HEADER, wrongToken } from '../door';

/** What six letters open. @throws ShopError when they open nothing, or too many wrong ones were tried from there */
export async function heldSelfToken(
  request: Request,
  token: string,
): Promise<Extract<SelfTokenState, { state: 'good' }>> {
  const peer = request.headers.get(PEER_HEADER) ?? 'unknown';
  await beforeToken(peer);
  const found = await lookAtSelfToken(token);
  if (found.state === 'good') return found;
  if (found.state === 'wrong') await wrongToken(peer);
  return refuseSelfToken(found.state);
}
