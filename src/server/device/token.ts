import { ShopError } from '@/errors';
import { lettersState, type LettersState } from '@/shop/tokens/keep';
import { tokenTyped } from '@/shop/tokens/signs';
import { plainly } from '../answer';
import { beforeToken, PEER_HEADER, wrongToken } from '../door';
import { plain } from './host';

const REFUSED: Record<'report' | 'self-test', Record<Exclude<LettersState['state'], 'good'>, string>> = {
  report: {
    wrong: 'This token is not one of ours. Copy the command again from the unit’s page.',
    used: 'This token has been used. Ask for a new one on the unit’s page.',
    expired: 'This token has run out. Ask for a new one on the unit’s page.',
  },
  'self-test': {
    wrong: 'These letters open nothing. Look at them again on the unit’s page.',
    used: 'These letters have been used. Ask for new ones on the unit’s page.',
    expired: 'These letters have run out. Ask for new ones on the unit’s page.',
  },
};
const VIA = { report: 'by the machine’s report', 'self-test': 'by the machine’s own test' };

/** What six letters open. @throws ShopError when they open nothing, or too many wrong ones were tried from there */
export async function heldLetters(
  request: Request,
  purpose: 'report' | 'self-test',
  letters: string,
): Promise<Extract<LettersState, { state: 'good' }>> {
  const peer = request.headers.get(PEER_HEADER) ?? 'unknown';
  await beforeToken(peer);
  const found = await lettersState(purpose, tokenTyped(letters), VIA[purpose]);
  if (found.state === 'good') return found;
  if (found.state === 'wrong') await wrongToken(peer);
  throw new ShopError('forbidden', REFUSED[purpose][found.state]);
}

/** The refusal as a script that says it. */
export function refusedToken(error: unknown, script: (words: string) => string): Response {
  const { message, status } = plainly(error);
  return plain(script(message), status);
}
