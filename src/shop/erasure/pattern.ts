import { createCipheriv, createHash, createHmac } from 'node:crypto';
import { SECTOR_BYTES } from '@/core/erasure/sample';
import { seededRandom } from '@/core/random';

/**
 * The pattern of one erasure: the key stream of AES-256 in counter mode (NIST SP 800-38A), under a key that only this
 * server can make. Each sector's content hangs on its number: 32 blocks of 16 bytes a sector, counted from the first.
 */
export interface Pattern {
  /** 32 bytes as hex. */
  key: string;
  /** The upper half of the counter, 8 bytes as hex. */
  nonce: string;
}

const derived = (run: string, what: string) =>
  createHmac('sha256', process.env.BETTER_AUTH_SECRET ?? 'a server without a secret')
    .update(`erase ${what} ${run}`)
    .digest();

/** @param run id of the erasure */
export const patternOf = (run: string): Pattern => ({
  key: derived(run, 'pattern').toString('hex'),
  nonce: derived(run, 'nonce').subarray(0, 8).toString('hex'),
});

/** Places held against the key, and sectors each: common practice has no figure for it; shop estimate. */
const PLACES = 32;
const EACH = 8;

export interface Place {
  at: number;
  sectors: number;
}

/** Where the shop looks for its pattern: drawn under its secret, told once writing may begin. Whole blocks of 4 kB. */
export function proofPlaces(run: string, sectors: number): Place[] {
  const random = seededRandom(derived(run, 'places').readUInt32BE(0));
  const blocks = Math.floor(sectors / EACH);
  if (blocks < 1) return [];
  const drawn = new Set<number>([0, blocks - 1]);
  for (let n = 0; n < PLACES; n++) drawn.add(Math.floor(random() * blocks));
  return [...drawn].sort((a, b) => a - b).map((block) => ({ at: block * EACH, sectors: EACH }));
}

/** What those places hold when the pattern was written on this very drive: SHA-256 as hex, place after place. */
export function proofDigest(run: string, places: readonly Place[]): string {
  const { key, nonce } = patternOf(run);
  const digest = createHash('sha256');
  for (const { at, sectors } of places) {
    const counter = Buffer.alloc(16);
    counter.write(nonce, 'hex');
    counter.writeBigUInt64BE(BigInt(at) * 32n, 8);
    const cipher = createCipheriv('aes-256-ctr', Buffer.from(key, 'hex'), counter);
    digest.update(cipher.update(Buffer.alloc(sectors * SECTOR_BYTES)));
  }
  return digest.digest('hex');
}
