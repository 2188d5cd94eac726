import { createHash, createHmac } from 'node:crypto';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll } from 'vitest';

/**
 * A store of objects as the S3 interface has it, for tests: one bucket, put, get, delete, list in pages of two. A request
 * whose signature is not right by AWS signature version 4 (its published steps, written out here apart from the client's)
 * is answered 403.
 */
export const KEYS = { accessKeyId: 'bench', secretAccessKey: 'a secret of the tests only' };

const sha = (data: string | Buffer) => createHash('sha256').update(data).digest('hex');
const mac = (key: string | Buffer, data: string) => createHmac('sha256', key).update(data).digest();
const coded = (text: string) =>
  encodeURIComponent(text).replace(/[!'()*]/g, (sign) => `%${sign.charCodeAt(0).toString(16).toUpperCase()}`);

function rightlySigned(request: IncomingMessage, body: Buffer): boolean {
  const said =
    /^AWS4-HMAC-SHA256 Credential=([^/]+)\/(\d{8})\/([^/]+)\/s3\/aws4_request, ?SignedHeaders=([^,]+), ?Signature=([0-9a-f]{64})$/.exec(
      request.headers.authorization ?? '',
    );
  if (!said || said[1] !== KEYS.accessKeyId) return false;
  const [, , day, region, names, signature] = said;
  const payload = String(request.headers['x-amz-content-sha256'] ?? sha(body));
  if (payload !== 'UNSIGNED-PAYLOAD' && payload !== sha(body)) return false;
  const url = new URL(request.url!, 'http://store');
  const query = [...url.searchParams]
    .map(([key, value]) => `${coded(key)}=${coded(value)}`)
    .sort()
    .join('&');
  const headers = names
    .split(';')
    .map((name) => `${name}:${String(request.headers[name] ?? '').trim()}\n`)
    .join('');
  const canonical = [request.method, url.pathname, query, headers, names, payload].join('\n');
  const scope = `${day}/${region}/s3/aws4_request`;
  const toSign = ['AWS4-HMAC-SHA256', request.headers['x-amz-date'], scope, sha(canonical)].join('\n');
  const key = mac(mac(mac(mac(`AWS4${KEYS.secretAccessKey}`, day), region), 's3'), 'aws4_request');
  return mac(key, toSign).toString('hex') === signature;
}

export interface StandInStore {
  url: string;
  objects: Map<string, { bytes: Buffer; at: Date }>;
  /** So many requests are answered by nothing. */
  away: number;
}

const PAGE = 2;

/** Opens one for the tests of a file. */
export function standInStore(): StandInStore {
  const store: StandInStore = { url: '', objects: new Map(), away: 0 };
  let server: Server;
  beforeAll(async () => {
    server = createServer(async (request, answer) => {
      const chunks: Buffer[] = [];
      for await (const chunk of request) chunks.push(chunk as Buffer);
      if (store.away > 0) {
        store.away--;
        return void request.socket.destroy();
      }
      const body = Buffer.concat(chunks);
      if (!rightlySigned(request, body)) return void answer.writeHead(403).end();
      const url = new URL(request.url!, 'http://store');
      const [, bucket, key] = url.pathname.split('/');
      if (bucket !== 'photographs') return void answer.writeHead(404).end();
      if (!key) {
        const from = Number(url.searchParams.get('continuation-token') ?? 0);
        const all = [...store.objects].sort(([a], [b]) => (a < b ? -1 : 1));
        const page = all
          .slice(from, from + PAGE)
          .map(
            ([name, { at }]) =>
              `<Contents><Key>${name}</Key><LastModified>${at.toISOString()}</LastModified></Contents>`,
          );
        const more =
          from + PAGE < all.length ? `<NextContinuationToken>${from + PAGE}</NextContinuationToken>` : '';
        return void answer.writeHead(200).end(`<ListBucketResult>${more}${page.join('')}</ListBucketResult>`);
      }
      if (request.method === 'PUT') store.objects.set(key, { bytes: body, at: new Date() });
      else if (request.method === 'DELETE') store.objects.delete(key);
      else {
        const found = store.objects.get(key);
        return void (found ? answer.writeHead(200).end(found.bytes) : answer.writeHead(404).end());
      }
      answer.writeHead(request.method === 'DELETE' ? 204 : 200).end();
    }).listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    store.url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/photographs`;
  });
  afterAll(() => void server.close());
  return store;
}
