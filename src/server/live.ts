import { statfs } from 'node:fs/promises';
import { sql } from 'drizzle-orm';
import pg from 'pg';
import { database, sessionUrl } from '@/db/client';
import { log } from '@/log';
import { NO_DATABASE } from '@/shop/jobs/health';
import { Presence, type StandsHere } from './presence';

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
  | { reread: true }
  /** Somebody came to these machines, or left them. */
  | { stands: string[] }
  /** What is wrong with the shop's computer, in words; "": nothing any more. */
  | { trouble: string };
type Listener = (notice: LiveNotice) => void;

interface Hub {
  listeners: Set<Listener>;
  /** By kind: a full disk, a database that is away. */
  troubles: Map<string, string>;
  started: boolean;
  presence: Presence;
}

const holder = globalThis as typeof globalThis & { omnitropeLive?: Hub };
const hub = (): Hub =>
  (holder.omnitropeLive ??= {
    listeners: new Set(),
    troubles: new Map(),
    started: false,
    presence: new Presence(),
  });

const troubleNow = () => [...hub().troubles.values()].join(' ');

/** Says on every open screen what is wrong with the shop's computer; "": that is over. */
export function sayTrouble(kind: 'disk' | 'database', words: string): void {
  if ((hub().troubles.get(kind) ?? '') === words) return;
  if (words) hub().troubles.set(kind, words);
  else hub().troubles.delete(kind);
  tell({ trouble: troubleNow() });
}

/** Less room than this on its disk, and the shop says so, bytes. */
const LEAST_ROOM = 200_000_000;
const ROOM_MS = 20_000;

async function lookForRoom(): Promise<void> {
  const { bavail, bsize } = await statfs(process.env.OMNITROPE_BACKUPS ?? process.cwd()).catch(() =>
    statfs(process.cwd()),
  );
  const room = bavail * bsize;
  sayTrouble(
    'disk',
    room < LEAST_ROOM
      ? `The disk of the shop’s computer is nearly full: ${Math.floor(room / 1e6)} MB are left. Make room on it before nothing can be saved.`
      : '',
  );
}

const RETRY_MS = [250, 500, 1000, 2000, 5000];

async function listen(attempt: number): Promise<void> {
  const client = new pg.Client({ connectionString: sessionUrl(), keepAlive: true });
  let over = false;
  const again = (error?: Error) => {
    if (over) return;
    over = true;
    if (error) log.warn({ error: error.message }, 'the live connection broke, trying again');
    client.end().catch(() => undefined);
    sayTrouble('database', NO_DATABASE);
    setTimeout(() => void listen(Math.min(attempt + 1, RETRY_MS.length - 1)), RETRY_MS[attempt]).unref();
  };
  client.on('error', again);
  client.on('end', () => again());
  client.on('notification', (message) => {
    const said = JSON.parse(message.payload ?? '{}') as LiveNotice | { here: StandsHere };
    if (!('here' in said)) return tell(said);
    const stands = hub().presence.hear(said.here);
    if (stands.length) tell({ stands });
  });
  try {
    await client.connect();
    await client.query('listen omnitrope');
    sayTrouble('database', '');
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
    void lookForRoom();
    setInterval(() => void lookForRoom(), ROOM_MS).unref();
  }
  if (hub().troubles.size) listener({ trouble: troubleNow() });
  return () => void listeners.delete(listener);
}

/** Who else stands at a machine, as far as this process has heard. */
export const othersAt = (unit: string, person: string): string[] => hub().presence.others(unit, person);

/** The open page a request comes from stands at a machine, or at none any more: every process hears of it. */
export async function sayStands(
  request: Request,
  { id, name }: { id: string; name: string },
  unit: string | null,
): Promise<void> {
  const page = new URL(request.url).searchParams.get('page') ?? '';
  if (!/^[0-9a-f]{32}$/.test(page)) return;
  const here: StandsHere = { page, person: id, name, unit };
  await database().execute(sql`select pg_notify('omnitrope', ${JSON.stringify({ here })})`);
}
