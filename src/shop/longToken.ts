import { createHash, createHmac, randomBytes } from 'node:crypto';

/** What of a token is kept: its SHA-256, told apart by what it is for. */
export const longTokenHash = (purpose: string, token: string): string =>
  createHash('sha256').update(`${purpose} ${token}`).digest('hex');

/**
 * Twenty signs no one guesses. With a key of the caller's the same token can be made again for a lost answer; only
 * this server can make it.
 */
export function longToken(purpose: string, key: string | undefined): string {
  const secret = process.env.BETTER_AUTH_SECRET;
  if (!key || !secret) return randomBytes(15).toString('base64url');
  return createHmac('sha256', secret).update(`${purpose} token ${key}`).digest('base64url').slice(0, 20);
}
