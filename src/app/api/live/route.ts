import { database } from '@/db/client';
import { subscribe } from '@/server/live';
import { actorOf } from '@/server/session';
import { newestEntry } from '@/shop/history/anchors';

export const dynamic = 'force-dynamic';

const open = new Set<() => void>();
// an open stream would keep a stopping server waiting
for (const signal of ['SIGTERM', 'SIGINT']) process.once(signal, () => open.forEach((close) => close()));

/** So often a stream says that it is there, and asks whether the one who listens may still. */
const PING_MS = 15_000;
/** Streams of one process; a person has a few pages open. */
const MOST = 500;

/** The last entry of the history a page has heard of: what it was drawn with, or what its stream sent it last. */
function heardOf(request: Request): number | null {
  const said = request.headers.get('last-event-id') ?? new URL(request.url).searchParams.get('since') ?? '';
  return /^\d{1,15}$/.test(said) ? Number(said) : null;
}

/**
 * Changes in the shop as server-sent events. What happened between the moment a page was drawn and the one it
 * listens from, or while its stream was broken, is made up for by reading again. Ends with the session: at once when the account changes, at the
 * next ping when it was left.
 */
export async function GET(request: Request): Promise<Response> {
  // the headers outlive the request: they are asked again with every ping
  const headers = new Headers({ cookie: request.headers.get('cookie') ?? '' });
  const actor = await actorOf(headers);
  if (!actor) return new Response('signed out', { status: 401 });
  if (open.size >= MOST) return new Response('busy', { status: 503 });
  const encoder = new TextEncoder();
  let close = () => undefined as void;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          close();
        }
      };
      const leave = subscribe((notice) => {
        if ('person' in notice && notice.person === actor.id) return close();
        send(`${'seq' in notice ? `id: ${notice.seq}\n` : ''}data: ${JSON.stringify(notice)}\n\n`);
      });
      const ping = setInterval(async () => {
        const still = await actorOf(headers).catch(() => actor);
        if (still) send(': still here\n\n');
        else close();
      }, PING_MS);
      close = () => {
        clearInterval(ping);
        leave();
        open.delete(close);
        try {
          controller.close();
        } catch {
          // closed by the browser already
        }
      };
      open.add(close);
      request.signal.addEventListener('abort', close);
      send('retry: 1000\n\n');
      const since = heardOf(request);
      if (since !== null)
        newestEntry(database()).then(
          (newest) => newest && newest.seq > since && send(`data: ${JSON.stringify({ reread: true })}\n\n`),
          // the stream itself says that the database is away, and reads again when it is back
          () => undefined,
        );
    },
    cancel: () => close(),
  });
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    },
  });
}
