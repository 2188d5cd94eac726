import { createHash, createHmac, randomBytes } from 'node:crypto';
import type { TokenPurpose } from '@/db/schema';

/** Letters that are not taken for one another or for a figure, whoever writes them: no I, L, O. */
export const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ';
export const TOKEN_LENGTH = 6;

/** As typed: small letters and spaces are forgiven. */
export const tokenTyped = (text: string): string => text.trim().toUpperCase();
export const isToken = (text: string): boolean =>
  text.length === TOKEN_LENGTH && [...text].every((letter) => LETTERS.includes(letter));

const secret = () => process.env.BETTER_AUTH_SECRET ?? '';
const ours = (text: string) => createHmac('sha256', secret()).update(text).digest();

/** Typed by hand on another machine, so six letters; what a script sends is longer. */
const short = (purpose: TokenPurpose) => purpose === 'report' || purpose === 'self-test';

/**
 * What of a token is kept. So short a one as six letters is kept under this server's own key: whoever has the database
 * alone cannot try them all.
 */
export const tokenHash = (purpose: TokenPurpose, token: string): string =>
  short(purpose)
    ? ours(`report token hash ${token}`).toString('hex')
    : createHash('sha256').update(`${purpose} ${token}`).digest('hex');

function letters(key: string | undefined): string {
  const bytes = key && secret() ? ours(`report token ${key}`) : randomBytes(32);
  // figures under 23 times 11 only: each letter is as likely as any other
  const usable = [...bytes].filter((byte) => byte < LETTERS.length * 11);
  return usable
    .slice(0, TOKEN_LENGTH)
    .map((byte) => LETTERS[byte % LETTERS.length])
    .join('');
}

/**
 * A new token: six letters to be typed, or twenty signs no one guesses. With a key of the caller's the same token can
 * be made again for a lost answer; only this server can make it.
 */
export function newToken(purpose: TokenPurpose, key: string | undefined): string {
  if (short(purpose)) return letters(key && (purpose === 'report' ? key : `self ${key}`));
  if (!key || !secret()) return randomBytes(15).toString('base64url');
  return ours(`${purpose} token ${key}`).toString('base64url').slice(0, 20);
}
