import { hashPassword, verifyPassword } from 'better-auth/crypto';
import { ShopError } from '@/errors';

/**
 * Password work fills a processor for a tenth of a second: one at a time, so that the benches keep the
 * others.
 */
const AT_ONCE = 1;
/** More than this many waiting is no shop signing in. */
const MOST_WAITING = 30;

let busy = 0;
const waiting: (() => void)[] = [];

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (busy >= AT_ONCE) {
    if (waiting.length >= MOST_WAITING)
      throw new ShopError('busy', 'Too many are signing in at once. Try again in a moment.');
    await new Promise<void>((resolve) => waiting.push(resolve));
  } else busy++;
  try {
    return await work();
  } finally {
    const next = waiting.shift();
    if (next) next();
    else busy--;
  }
}

/** scrypt (RFC 7914) on a thread of its own, in turn. */
export const hash = (password: string): Promise<string> => inTurn(() => hashPassword(password));

export const verify = (given: { hash: string; password: string }): Promise<boolean> =>
  inTurn(() => verifyPassword(given));
