import contentDisposition from 'content-disposition';

const SAFE = { 'cache-control': 'private, no-store', 'x-content-type-options': 'nosniff' };

/** Bytes as a file with a name that is safe in a header whatever it is made of (RFC 6266). */
export function download(
  body: Uint8Array | string,
  type: string,
  name: string,
  how: 'inline' | 'attachment' = 'attachment',
): Response {
  const bytes = typeof body === 'string' ? new TextEncoder().encode(body) : body;
  return new Response(new Uint8Array(bytes), {
    headers: {
      ...SAFE,
      'content-type': type,
      'content-disposition': contentDisposition(name, { type: how }),
    },
  });
}
