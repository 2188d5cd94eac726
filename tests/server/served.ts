import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll } from 'vitest';

type Handler = (request: Request, context: { params: Promise<{ token: string }> }) => Promise<Response>;
/** Handlers by method and by what follows the token: "" or "at". */
export type Routes = Record<string, Partial<Record<string, Handler>>>;

/** Route handlers behind a real socket, for scripts that want one. `away`: so many posts are answered by nothing. */
export function served(routes: Routes): { origin: string; away: number } {
  const place = { origin: '', away: 0 };
  let server: Server;
  beforeAll(async () => {
    server = createServer(async (incoming, outgoing) => {
      const chunks: Buffer[] = [];
      for await (const chunk of incoming) chunks.push(chunk as Buffer);
      if (place.away > 0 && incoming.method === 'POST') {
        place.away--;
        return void incoming.socket.destroy();
      }
      const [, , token, way = ''] = incoming.url!.split('/');
      const request = new Request(`${place.origin}${incoming.url}`, {
        method: incoming.method,
        headers: { host: incoming.headers.host!, 'content-type': incoming.headers['content-type'] ?? '' },
        ...(incoming.method === 'POST' && { body: Buffer.concat(chunks) }),
      });
      const handler = routes[incoming.method!]?.[way];
      if (!handler) return void outgoing.writeHead(404).end();
      const answer = await handler(request, { params: Promise.resolve({ token }) });
      outgoing.writeHead(answer.status, Object.fromEntries(answer.headers)).end(await answer.text());
    }).listen(0, '127.0.0.1');
    await new Promise((resolve) => server.once('listening', resolve));
    place.origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => void server.close());
  return place;
}
