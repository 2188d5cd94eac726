import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Piscina } from 'piscina';
import { ShopError } from '@/shop/errors';
import type { Registry } from './registry';
import type { Outcome, Task } from './worker';

type Name = keyof Registry;
type Result<N extends Name> = Awaited<ReturnType<Registry[N]>>;

/** Short work the benches wait for; it never stands behind a sheet of a thousand labels. */
const QUICK: ReadonlySet<Name> = new Set([
  'evaluate',
  'compare',
  'clashing',
  'readReport',
  'readManifest',
  'previewManifest',
  'readCodes',
]);

/** Threads and places in the queue of each kind. A full queue says "busy" at once. */
const KINDS = {
  quick: { maxThreads: 2, maxQueue: 200, idleTimeout: Infinity },
  slow: { maxThreads: 1, maxQueue: 12, idleTimeout: 60_000 },
} as const;
type Kind = keyof typeof KINDS;

const BUNDLE = () => join(/* turbopackIgnore: true */ process.cwd(), '.bundles/src-workers-worker.mjs');
/** A thread that needs more than this is given something hostile. */
const MOST_MEGABYTES = 700;

interface Held {
  pools: Partial<Record<Kind, Piscina>>;
  /** Set where there is no server to keep free: tests, scripts. */
  here?: (task: Task) => Promise<Outcome>;
}
const holder = globalThis as typeof globalThis & { omnitropeWorkers?: Held };
const held = (): Held => (holder.omnitropeWorkers ??= { pools: {} });

/** Runs the registry in this thread from now on: for tests and scripts. */
export function workHere(run: ((task: Task) => Promise<Outcome>) | undefined): void {
  held().here = run;
}

function poolOf(kind: Kind): Piscina {
  const { pools } = held();
  if (!pools[kind]) {
    const filename = BUNDLE();
    if (!existsSync(filename))
      throw new Error(`no worker at ${filename}: start with "npm start", which makes it`);
    pools[kind] = new Piscina({
      filename,
      minThreads: kind === 'quick' ? KINDS.quick.maxThreads : 0,
      ...KINDS[kind],
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
      env: { ...process.env, OMNITROPE_WARM: kind === 'quick' ? 'on' : 'off' },
    });
  }
  return pools[kind];
}

/**
 * Starts the threads answers are worked out in, so that the first one at the bench does not wait for them.
 */
export function openWorkers(): void {
  if (!held().here) poolOf('quick');
}

export async function closeWorkers(): Promise<void> {
  const { pools } = held();
  held().pools = {};
  await Promise.all(Object.values(pools).map((pool) => pool.destroy()));
}

/**
 * Runs a registered function in a worker thread; the event loop stays free.
 * @param signal ends it: what was queued is dropped, what runs is stopped
 * @throws ShopError what the function refused, or 'busy' when too much waits already
 */
export async function heavy<N extends Name>(
  name: N,
  args: Parameters<Registry[N]>,
  signal?: AbortSignal,
  /** Buffers handed over instead of copied; the caller has them no more. */
  handOver: ArrayBuffer[] = [],
): Promise<Result<N>> {
  const task: Task = { name, args };
  const { here } = held();
  const outcome = here ? await here(task) : await inThread(task, signal, handOver);
  if (outcome.ok) return outcome.value as Result<N>;
  throw new ShopError(outcome.code, outcome.message, outcome.details);
}

async function inThread(
  task: Task,
  signal: AbortSignal | undefined,
  transferList: ArrayBuffer[],
): Promise<Outcome> {
  try {
    const pool = poolOf(QUICK.has(task.name) ? 'quick' : 'slow');
    return (await pool.run(task, { ...(signal && { signal }), transferList })) as Outcome;
  } catch (error) {
    const { message, name } = error as Error;
    if (message.includes('queue is at limit'))
      throw new ShopError('busy', 'Too much is being worked out at once. Try again in a moment.');
    if (name === 'AbortError') throw new ShopError('refused', 'Stopped: nobody waits for it any more.');
    if (message.includes('memory limit'))
      throw new ShopError('too-large', 'Not worked out: it takes more memory than there is for it.');
    throw error;
  }
}
