/** Text for a shell: never kept by anything on the way. */
export const plain = (text: string, status = 200) =>
  new Response(text + '\n', {
    status,
    headers: { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' },
  });

/** Where a machine reached this server, as it may be put into a script; empty: it is no address. */
export function hostOf(request: Request): string {
  // the server has put its own, or a trusted proxy's, in these; what is no host never reaches a shell
  const host = request.headers.get('x-forwarded-host') ?? request.headers.get('host') ?? '';
  if (!/^[A-Za-z0-9.:[\]-]{1,255}$/.test(host)) return '';
  return `${request.headers.get('x-forwarded-proto') === 'https' ? 'https' : 'http'}://${host}`;
}

/**
 * Over https the shop's own certificate is known by its key and by nothing else: whoever stands between cannot put a
 * script in its place. wget knows no pins; it is told not to ask, as over plain http.
 */
export function pinned(origin: string): string {
  const pin = process.env.OMNITROPE_PIN ?? '';
  return origin.startsWith('https:') && /^[A-Za-z0-9+/=]{44}$/.test(pin)
    ? `pin='--insecure --pinnedpubkey sha256//${pin}'; nopin='--no-check-certificate'`
    : "pin=''; nopin=''";
}
