import pg from 'pg';
import { databaseUrl } from '@/db/client';
import { log } from '@/log';

/**
 * A change somewhere in the shop, from whatever process made it. `reread` after a gap: anything may have
 * changed.
 */
export type LiveNotice =
  | {
      seq: number;
      kind: string;
      unit: string | null;
      lot: string | null;
      /** Other units whose screens change with it. */
      also?: string[];
      /** Whose account it changes. */
      person?: string;
    }
  | { reread: true };
type Listener = (notice: LiveNotice) => void;

interface Hub {
  listeners: Set<Listener>;
  started: boolean;
}

const holder = globalThis as typeof globalThis & { omnitropeLive?: Hub };
const hub = (): Hub => (holder.omnitropeLive ??= { listeners: new Set(), started: false });

const RETRY_MS = [250, 500, 1000, 2000, 5000];

async function listen(attempt: number): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl(), keepAlive: true });
  let over = false;
  const again = (error?: Error) => {
    if (over) return;
    over = true;
    if (error) log.warn({ error: error.message }, 'the live connection broke, trying again');
    client.end().catch(() => undefined);
    setTimeout(() => void listen(Math.min(attempt + 1, RETRY_MS.length - 1)), RETRY_MS[attempt]).unref();
  };
  client.on('error', again);
  client.on('end', () => again());
  client.on('notification', (message) => tell(JSON.parse(message.payload ?? '{}') as LiveNotice));
  try {
    await client.connect();
    await client.query('listen omnitrope');
    // whatever was said while nobody listened is made up for by reading again
    tell({ reread: true });
    attempt = 0;
  } catch (error) {
    again(error as Error);
  }
}

function tell(notice: LiveNotice): void {
  for (const listener of hub().listeners) listener(notice);
}

/** @returns the way to stop listening */
export function subscribe(listener: Listener): () => void {
  const { listeners } = hub();
  listeners.add(listener);
  if (!hub().started) {
    hub().started = true;
    void listen(0);
  }
  return () => void listeners.delete(listener);
}
