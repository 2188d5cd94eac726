import { Outbox, type Act, type CommandProblem, type Reply } from './outbox';

/** The shop's computer as the pages of one browser see it: one outbox, one word on whether it answers. */

/**
 * A key of sixteen random bytes; `randomUUID` is there on secure pages only, and the bench network may not be
 * one.
 */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
}

const BROKEN: CommandProblem = {
  code: 'broken',
  message: 'Something went wrong here. Nothing was saved; try again.',
};

/** A proxy that has nobody behind it, or a server that is going. */
const AWAY_STATUS = [502, 504];
const BUSY_TRIES = 4;

async function transport(act: Act, key: string): Promise<Reply> {
  for (let tries = 1; ; tries++) {
    const response = await fetch(`/api/commands/${act.name}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ input: act.input, key, version: act.version, want: act.want }),
    });
    if (AWAY_STATUS.includes(response.status)) return { kind: 'away' };
    const text = await response.text();
    const body = readBody(text);
    if (response.ok) {
      // cut off on the way: nobody knows, so the same key asks again
      if (!body) return { kind: 'away' };
      return {
        kind: 'done',
        ...(body as { answer: unknown; version: number | null; seq: number; next?: unknown }),
      };
    }
    const problem = (body?.error as CommandProblem | undefined) ?? BROKEN;
    // the disk is full, or the database away: it will be done when that is over
    if (problem.code === 'away') return { kind: 'away', why: problem.message };
    if (problem.code !== 'busy' || tries >= BUSY_TRIES) return { kind: 'refused', problem };
    await new Promise((resolve) => setTimeout(resolve, 200 * tries));
  }
}

function readBody(text: string): Record<string, unknown> | null {
  try {
    return JSON.parse(text) as Record<string, unknown>;
  } catch {
    return null;
  }
}

export const outbox = new Outbox(transport, newKey);

/** Whether pages are being read again after an act. */
let refreshing = false;
let streamAway = false;
let saidNow = '';
let troubleNow = '';
const watchers = new Set<() => void>();

const changed = () => watchers.forEach((watcher) => watcher());
const set = (apply: () => void) => {
  apply();
  changed();
};
outbox.watch(changed);

export const shop = {
  watch: (watcher: () => void): (() => void) => {
    watchers.add(watcher);
    return () => void watchers.delete(watcher);
  },
  isRefreshing: () => refreshing,
  setRefreshing: (value: boolean) => value !== refreshing && set(() => (refreshing = value)),
  /** Nobody answers: known from the stream of changes, or from an act that got no answer. */
  isAway: () => streamAway || outbox.read().away,
  setStreamAway: (value: boolean) => value !== streamAway && set(() => (streamAway = value)),
  /** What is wrong with the shop's computer, in its words: from its stream, or from an act it could not do. */
  trouble: () => troubleNow || outbox.read().why,
  setTrouble: (words: string) => words !== troubleNow && set(() => (troubleNow = words)),
  waiting: () => outbox.read().waiting,
  /** One line for everybody who looks: what happened besides what was asked for. */
  said: () => saidNow,
  say: (words: string) => set(() => (saidNow = words)),
};

let guarded = false;

/**
 * Reading a page waits for a server that is away instead of failing, so that no key leads to the browser's
 * own error page: what is on screen stays, with everything typed in it.
 */
export function guardReading(): void {
  if (guarded) return;
  guarded = true;
  const plainFetch = window.fetch.bind(window);
  window.fetch = async (input, init) => {
    if (!readsPage(input, init)) return plainFetch(input, init);
    for (;;) {
      try {
        const response = await plainFetch(input, init);
        if (!AWAY_STATUS.includes(response.status)) return response;
      } catch (error) {
        if (init?.signal?.aborted) throw error;
      }
      shop.setStreamAway(true);
      await back();
    }
  };
  // a file or a page that is loaded whole would leave this one
  document.addEventListener(
    'click',
    (event) => {
      const link = event.target instanceof Element ? event.target.closest('a[href]') : null;
      if (!link || !shop.isAway() || (link as HTMLAnchorElement).pathname.startsWith('/api/') === false)
        return;
      event.preventDefault();
      shop.say('That file comes from the shop’s computer, which does not answer now.');
    },
    { capture: true },
  );
}

function readsPage(input: RequestInfo | URL, init?: RequestInit): boolean {
  const method = init?.method ?? (input instanceof Request ? input.method : 'GET');
  const headers = new Headers(init?.headers ?? (input instanceof Request ? input.headers : undefined));
  return method === 'GET' && headers.has('rsc');
}

const POLL_MS = 1_000;

/** Resolves once the server answers again. */
async function back(): Promise<void> {
  for (;;) {
    await new Promise((resolve) => setTimeout(resolve, POLL_MS));
    const alive = await fetch('/api/alive', { cache: 'no-store' }).then(
      (response) => response.ok,
      () => false,
    );
    if (alive) return;
  }
}
