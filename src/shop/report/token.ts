import { createHmac, randomBytes } from 'node:crypto';

/** Letters that are not taken for one another or for a figure, whoever writes them: no I, L, O. */
export const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ';
export const TOKEN_LENGTH = 6;

/** As typed: small letters and spaces are forgiven. */
export const tokenTyped = (text: string): string => text.trim().toUpperCase();
export const isToken = (text: string): boolean =>
  text.length === TOKEN_LENGTH && [...text].every((letter) => LETTERS.includes(letter));

const secret = () => process.env.BETTER_AUTH_SECRET ?? '';

/** So short a token is kept under this server's own key: whoever has the database alone cannot try them all. */
export const tokenHash = (token: string): string =>
  createHmac('sha256', secret()).update(`report token hash ${token}`).digest('hex');

/**
 * Six letters to be typed on another machine. With a key of the caller's the same token can be made again for a lost
 * answer; only this server can make it.
 */
export function tokenFor(key: string | undefined): string {
  const bytes =
    key && secret() ? createHmac('sha256', secret()).update(`report token ${key}`).digest() : randomBytes(32);
  // figures under 23 times 11 only: each letter is as likely as any other
  const usable = [...bytes].filter((byte) => byte < LETTERS.length * 11);
  return usable
    .slice(0, TOKEN_LENGTH)
    .map((byte) => LETTERS[byte % LETTERS.length])
    .join('');
}
