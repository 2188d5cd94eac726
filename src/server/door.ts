import { createHash } from 'node:crypto';
import { RateLimiterPostgres, type RateLimiterRes } from 'rate-limiter-flexible';
import { databasePool, ofDatabase } from '@/db/client';
import { ShopError } from '@/shop/errors';

/**
 * Tries at one account, and from one address, in WINDOW seconds. A right password gives the account's back.
 */
const ACCOUNT_TRIES = 10;
const ADDRESS_TRIES = 40;
const WINDOW = 10 * 60;

const TABLE = { tableName: 'sign_in_tries', tableCreated: true, clearExpiredByTimeout: false };

const counters = ofDatabase(() => ({
  account: limiter('account', ACCOUNT_TRIES),
  address: limiter('address', ADDRESS_TRIES),
}));

const limiter = (keyPrefix: string, points: number) =>
  new RateLimiterPostgres({ storeClient: databasePool(), ...TABLE, keyPrefix, points, duration: WINDOW });

const known = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 32);

/**
 * Counts a try before the password is looked at, by account and by the address the socket has; every process
 * counts in the same place.
 * @throws ShopError 'too-many' with the seconds to wait
 */
export async function knock(account: string, address: string): Promise<void> {
  if (process.env.OMNITROPE_RATE_LIMIT === 'off') return;
  const { account: accounts, address: addresses } = counters();
  try {
    await addresses.consume(known(address));
    await accounts.consume(known(account));
  } catch (error) {
    if (error instanceof Error) throw error;
    const seconds = Math.ceil((error as RateLimiterRes).msBeforeNext / 1000);
    throw new ShopError('too-many', `Too many tries. Wait ${seconds} s, then try again.`, { seconds });
  }
}

/** The right password: the account's tries start afresh. */
export async function welcome(account: string): Promise<void> {
  if (process.env.OMNITROPE_RATE_LIMIT !== 'off') await counters().account.delete(known(account));
}

/** Where a request comes from, as the server itself saw it. A header of the caller's never gets here. */
export const PEER_HEADER = 'x-omnitrope-peer';

/** Wrong tokens from one address, and from all of them together, in WINDOW seconds. */
const WRONG_TOKENS = 30;
const WRONG_TOKENS_IN_ALL = 600;
const wrongCounters = ofDatabase(() => ({
  address: limiter('token', WRONG_TOKENS),
  all: limiter('tokens', WRONG_TOKENS_IN_ALL),
}));

/**
 * Before a short token is looked at: who has tried too many wrong ones is not told whether this one is right.
 * @throws ShopError 'too-many' with the seconds to wait
 */
export async function beforeToken(address: string): Promise<void> {
  if (process.env.OMNITROPE_RATE_LIMIT === 'off') return;
  const { address: own, all } = wrongCounters();
  for (const [counter, name] of [
    [own, known(address)],
    [all, 'all'],
  ] as const) {
    const now = await counter.get(name);
    if (now && now.remainingPoints <= 0) {
      const seconds = Math.ceil(now.msBeforeNext / 1000);
      throw new ShopError('too-many', `Too many wrong tokens. Wait ${seconds} s, then try again.`, {
        seconds,
      });
    }
  }
}

/** A token was wrong: counted, by address and in all. */
export async function wrongToken(address: string): Promise<void> {
  if (process.env.OMNITROPE_RATE_LIMIT === 'off') return;
  const { address: own, all } = wrongCounters();
  await Promise.all([own.consume(known(address)), all.consume('all')]).catch(() => undefined);
}
