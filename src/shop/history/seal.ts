import { createHmac, timingSafeEqual } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { eventSeals } from '@/db/schema';

/** The key of the seals: beside the shop's data, never in its database. */
function sealKey(): string {
  const own = process.env.OMNITROPE_SEAL_KEY;
  if (own) return own;
  const secret = process.env.BETTER_AUTH_SECRET;
  // a server that was given no key of its own derives one from the secret it has
  return secret ? createHmac('sha256', secret).update('history').digest('hex') : 'a server without a secret';
}

/** The seal of an entry. @param hash as the database gave it: it holds the entry and the one before it */
export const sealOf = (seq: number, hash: string): string =>
  createHmac('sha256', sealKey()).update(`entry ${seq} ${hash}`).digest('hex');

export const sealFits = (seq: number, hash: string, seal: string): boolean => {
  const [own, said] = [Buffer.from(sealOf(seq, hash)), Buffer.from(seal)];
  return own.length === said.length && timingSafeEqual(own, said);
};

/** What seals an entry, in the transaction it is written in. */
export const sealing = (seq: number, hash: string) =>
  sql`insert into ${eventSeals} (seq, seal) values (${seq}, ${sealOf(seq, hash)})`;
