import { subscribe } from '@/server/live';
import { currentActor } from '@/server/session';

export const dynamic = 'force-dynamic';

const open = new Set<() => void>();
// an open stream would keep a stopping server waiting
for (const signal of ['SIGTERM', 'SIGINT']) process.once(signal, () => open.forEach((close) => close()));

const PING_MS = 25_000;

/** Changes in the shop as server-sent events. */
export async function GET(request: Request): Promise<Response> {
  if (!(await currentActor())) return new Response('signed out', { status: 401 });
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
      const leave = subscribe((notice) => send(`data: ${JSON.stringify(notice)}\n\n`));
      const ping = setInterval(() => send(': still here\n\n'), PING_MS);
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
    },
    cancel: () => close(),
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
}
