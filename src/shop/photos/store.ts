import { randomUUID } from 'node:crypto';
import { AwsClient } from 'aws4fetch';
import { inArray } from 'drizzle-orm';
import { database } from '@/db/client';
import { photos } from '@/db/schema';
import { ShopError } from '@/errors';
import { isRowId } from '../input';

/**
 * Where the bytes of photographs lie: in the database as shipped, so that one backup holds everything; or in a store of
 * objects that speaks S3, for a shop whose photographs outgrow its database. Each row says where its own lie, so that a
 * shop may change its mind: what was taken before stays where it is.
 */
type Row = typeof photos.$inferSelect;
export type Lying = Pick<Row, 'stored' | 'bytes'>;

/** Objects by key. */
export interface ObjectStore {
  put: (key: string, bytes: Buffer) => Promise<void>;
  /** null: there is none such. */
  get: (key: string) => Promise<Buffer | null>;
  remove: (key: string) => Promise<void>;
  /** Keys, and when each was put. */
  list: () => Promise<{ key: string; at: Date }[]>;
}

/** How a store is reached; `url` is that of the bucket: https://store.example/photographs. */
export interface ObjectStoreAt {
  url: string;
  accessKeyId: string;
  secretAccessKey: string;
  region?: string;
}

const SECONDS = 20;
const KEY = /<Contents>.*?<Key>([^<]+)<\/Key>.*?<LastModified>([^<]+)<\/LastModified>.*?<\/Contents>/gs;
const MORE = /<NextContinuationToken>([^<]+)<\/NextContinuationToken>/;

/** A store that speaks the S3 interface (AWS signature version 4), one bucket, objects by their keys. */
export function objectStore({ url, region = 'us-east-1', ...keys }: ObjectStoreAt): ObjectStore {
  const client = new AwsClient({ ...keys, region, service: 's3', retries: 2 });
  const bucket = url.replace(/\/+$/, '');
  const ask = async (path: string, init: RequestInit = {}) => {
    const answer = await client
      .fetch(`${bucket}${path}`, { ...init, signal: AbortSignal.timeout(SECONDS * 1000) })
      .catch(() => null);
    if (!answer || (!answer.ok && answer.status !== 404))
      throw new ShopError(
        'busy',
        `The store of photographs ${answer ? `answers ${answer.status}` : 'does not answer'}. Nothing was changed; try again.`,
      );
    return answer;
  };
  return {
    put: async (key, bytes) => {
      const { ok } = await ask(`/${key}`, {
        method: 'PUT',
        body: new Uint8Array(bytes),
        headers: { 'content-type': 'image/webp' },
      });
      if (!ok)
        throw new ShopError('busy', 'The store of photographs has no such bucket. Nothing was changed.');
    },
    get: async (key) => {
      const answer = await ask(`/${key}`);
      return answer.ok ? Buffer.from(await answer.arrayBuffer()) : null;
    },
    remove: async (key) => void (await ask(`/${key}`, { method: 'DELETE' })),
    list: async () => {
      const all: { key: string; at: Date }[] = [];
      let more = '';
      do {
        const text = await (
          await ask(`?list-type=2${more && `&continuation-token=${encodeURIComponent(more)}`}`)
        ).text();
        for (const [, key, at] of text.matchAll(KEY)) all.push({ key, at: new Date(at) });
        more = MORE.exec(text)?.[1] ?? '';
      } while (more);
      return all;
    },
  };
}

/** The store the shop's computer was told of; null: photographs lie in the database. */
export function configuredStore(env: NodeJS.ProcessEnv = process.env): ObjectStore | null {
  const { OMNITROPE_PHOTOS_URL: url, OMNITROPE_PHOTOS_KEY: accessKeyId } = env;
  if (!url) return null;
  const secretAccessKey = env.OMNITROPE_PHOTOS_SECRET;
  if (!accessKeyId || !secretAccessKey)
    throw new Error('OMNITROPE_PHOTOS_URL wants OMNITROPE_PHOTOS_KEY and OMNITROPE_PHOTOS_SECRET beside it');
  return objectStore({ url, accessKeyId, secretAccessKey, region: env.OMNITROPE_PHOTOS_REGION });
}

/**
 * Lays a photograph away before its row is written, and outside any transaction: an object nobody has a row for is swept
 * up, a row without its bytes would be a hole.
 * @returns what `addPhoto` is told of it
 */
export async function layAway(bytes: Buffer) {
  const laid = { id: randomUUID(), size: bytes.length };
  const store = configuredStore();
  if (!store) return { ...laid, stored: 'database' as const, bytes };
  await store.put(laid.id, bytes);
  return { ...laid, stored: 'objects' as const };
}

/** @throws ShopError when its bytes are not to be had */
export async function bytesOf({ id, stored, bytes }: Lying & Pick<Row, 'id'>): Promise<Buffer> {
  const found = stored === 'database' ? bytes : await configuredStore()?.get(id);
  if (!found)
    throw new ShopError('missing', 'The photograph is on record, and its picture is not to be had.');
  return found;
}

const SWEPT_AFTER_HOURS = 24;
const AT_ONCE = 500;

/**
 * Removes objects no row stands for: their photographs were removed, or their command came to nothing. Young ones are
 * left: their row may be on its way; so is whatever bears no name of ours.
 * @returns how many went
 */
export async function sweepPhotos(now = new Date(), store = configuredStore()): Promise<number> {
  if (!store) return 0;
  const old = (await store.list()).filter(
    ({ key, at }) => isRowId(key) && now.getTime() - at.getTime() > SWEPT_AFTER_HOURS * 3_600_000,
  );
  let gone = 0;
  for (let i = 0; i < old.length; i += AT_ONCE) {
    const keys = old.slice(i, i + AT_ONCE).map(({ key }) => key);
    const standing = new Set(
      (await database().select({ id: photos.id }).from(photos).where(inArray(photos.id, keys))).map(
        ({ id }) => id,
      ),
    );
    for (const key of keys)
      if (!standing.has(key)) {
        await store.remove(key);
        gone++;
      }
  }
  return gone;
}
