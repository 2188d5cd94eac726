/** Says that a server is here, to pages that wait for one. Asks nobody. */
export function GET(): Response {
  return new Response('here', { headers: { 'cache-control': 'no-store' } });
}
