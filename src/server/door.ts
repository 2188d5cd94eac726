import { createHash } from 'node:crypto';
import { RateLimiterPostgres, type RateLimiterRes } from 'rate-limiter-flexible';
import { databasePool, ofDatabase } from '@/db/client';
import { ShopError } from '@/errors';

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

/** After too many wrong ones, tries at the same door go through one by one, so far apart. */
const apart = () => Number(process.env.OMNITROPE_SLOW_MS ?? 1_500);
/** So many may stand in such a row; whoever comes after is told to wait. */
const MOST_IN_A_ROW = 12;
const rows = new Map<string, { waits: number; last: Promise<void> }>();

/**
 * Slows a door down instead of locking it: whoever knows the right word gets in after their turn, whoever guesses gets
 * few guesses.
 * @throws ShopError 'too-many' with the seconds to wait, when too many stand there already
 */
async function inARow(door: string): Promise<void> {
  const row = rows.get(door) ?? { waits: 0, last: Promise.resolve() };
  if (row.waits >= MOST_IN_A_ROW) {
    const seconds = Math.ceil((MOST_IN_A_ROW * apart()) / 1000);
    throw new ShopError('too-many', `Too many tries. Wait ${seconds} s, then try again.`, { seconds });
  }
  row.waits++;
  rows.set(door, row);
  row.last = row.last.then(() => new Promise((resolve) => setTimeout(resolve, apart())));
  await row.last;
  if (--row.waits === 0) rows.delete(door);
}

/**
 * Counts a try before the password is looked at, by account and by the address the socket has; every process
 * counts in the same place. An account that was tried too often is slowed, wherever its own person comes from; an
 * address that tries many accounts has to wait.
 * @throws ShopError 'too-many' with the seconds to wait
 */
export async function knock(account: string, address: string): Promise<void> {
  if (process.env.OMNITROPE_RATE_LIMIT === 'off') return;
  const { account: accounts, address: addresses } = counters();
  try {
    await addresses.consume(known(address));
  } catch (error) {
    if (error instanceof Error) throw error;
    const seconds = Math.ceil((error as RateLimiterRes).msBeforeNext / 1000);
    throw new ShopError('too-many', `Too many tries. Wait ${seconds} s, then try again.`, { seconds });
  }
  try {
    await accounts.consume(known(account));
  } catch (error) {
    if (error instanceof Error) throw error;
    await inARow(`account ${known(account)}`);
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
 * Before a short token is looked at: from where too many wrong ones came, they are looked at one by one. A right one
 * always passes, after its turn.
 * @throws ShopError 'too-many' when too many stand in that row
 */
export async function beforeToken(address: string): Promise<void> {
  if (process.env.OMNITROPE_RATE_LIMIT === 'off') return;
  const { address: own, all } = wrongCounters();
  for (const [counter, name] of [
    [own, known(address)],
    [all, 'all'],
  ] as const) {
    const now = await counter.get(name);
    if (now && now.remainingPoints <= 0) return inARow(`token ${known(address)}`);
  }
}

/** A token was wrong: counted, by address and in all. */
export async function wrongToken(address: string): Promise<void> {
  if (process.env.OMNITROPE_RATE_LIMIT === 'off') return;
  const { address: own, all } = wrongCounters();
  await Promise.all([own.consume(known(address)), all.consume('all')]).catch(() => undefined);
}
