import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Piscina } from 'piscina';
import { ShopError } from '@/errors';
import type { Registry } from './registry';
import type { Outcome, Task } from './worker';

type Name = keyof Registry;
type Result<N extends Name> = Awaited<ReturnType<Registry[N]>>;

/**
 * Lanes, each with threads, places in its queue and a deadline of its own: none stands behind another. A full queue says
 * "busy" at once. `quick`: short work the benches wait for. `live`: runs under way, which want to hear what to do next.
 */
const LANES = {
  quick: { maxThreads: 2, maxQueue: 200, idleTimeout: Infinity, seconds: 120 },
  live: { maxThreads: 1, maxQueue: 60, idleTimeout: 60_000, seconds: 30 },
  pictures: { maxThreads: 1, maxQueue: 24, idleTimeout: 60_000, seconds: 45 },
  paper: { maxThreads: 1, maxQueue: 24, idleTimeout: 60_000, seconds: 90 },
  questions: { maxThreads: 1, maxQueue: 12, idleTimeout: 60_000, seconds: 60 },
  plans: { maxThreads: 1, maxQueue: 24, idleTimeout: 120_000, seconds: 30 },
  slow: { maxThreads: 1, maxQueue: 12, idleTimeout: 60_000, seconds: 30 * 60 },
} as const;

type Lane = keyof typeof LANES;

const LANE_OF: Record<Name, Lane> = {
  evaluate: 'quick',
  compare: 'quick',
  clashing: 'quick',
  readReport: 'quick',
  readManifest: 'quick',
  previewManifest: 'quick',
  readCodes: 'quick',
  planDay: 'plans',
  cutHours: 'plans',
  tryWeek: 'plans',
  slowAdvices: 'plans',
  readPastSales: 'paper',
  learnPrices: 'slow',
  memoryVerdict: 'slow',
  closedCases: 'slow',
  rivals: 'slow',
  calibrate: 'slow',
  conduct: 'live',
  photo: 'pictures',
  codes: 'pictures',
  words: 'pictures',
  labels: 'paper',
  passport: 'paper',
  technical: 'paper',
  certificate: 'paper',
  workList: 'paper',
  month: 'paper',
  ask: 'questions',
  diagnose: 'questions',
};

const BUNDLE = () => join(/* turbopackIgnore: true */ process.cwd(), '.bundles/src-workers-worker.mjs');
/** A thread that needs more than this is given something hostile. */
const MOST_MEGABYTES = 700;

interface Held {
  pools: Partial<Record<Lane, Piscina>>;
  /** Whose question is being worked out. */
  asking: Set<string>;
  /** Set where there is no server to keep free: tests, scripts. */
  here?: (task: Task) => Promise<Outcome>;
}

const holder = globalThis as typeof globalThis & { omnitropeWorkers?: Held };
const held = (): Held => (holder.omnitropeWorkers ??= { pools: {}, asking: new Set() });

/** Runs the registry in this thread from now on: for tests and scripts. */
export function workHere(run: ((task: Task) => Promise<Outcome>) | undefined): void {
  held().here = run;
}

function poolOf(lane: Lane): Piscina {
  const { pools } = held();
  if (!pools[lane]) {
    const filename = BUNDLE();
    if (!existsSync(filename))
      throw new Error(`no worker at ${filename}: start with "npm start", which makes it`);
    const { seconds: _, ...size } = LANES[lane];
    pools[lane] = new Piscina({
      filename,
      minThreads: lane === 'quick' ? size.maxThreads : 0,
      ...size,
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
      env: { ...process.env, OMNITROPE_WARM: lane === 'quick' ? 'on' : 'off' },
    });
  }
  return pools[lane];
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
export async function runInWorker<N extends Name>(
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

/**
 * The same for a person's own question: one at a time, so that nobody's questions keep others from theirs.
 * @throws ShopError 'busy' while the last is being worked out
 */
export async function runInWorkerFor<N extends Name>(
  person: string,
  name: N,
  args: Parameters<Registry[N]>,
  signal?: AbortSignal,
): Promise<Result<N>> {
  const { asking } = held();
  if (asking.has(person))
    throw new ShopError('busy', 'Your last question is still being worked out. Wait for it, then ask again.');
  asking.add(person);
  try {
    return await runInWorker(name, args, signal);
  } finally {
    asking.delete(person);
  }
}

async function inThread(
  task: Task,
  signal: AbortSignal | undefined,
  transferList: ArrayBuffer[],
): Promise<Outcome> {
  const lane = LANE_OF[task.name];
  const { seconds } = LANES[lane];
  const deadline = AbortSignal.timeout(seconds * 1000);
  try {
    return (await poolOf(lane).run(task, {
      signal: signal ? AbortSignal.any([signal, deadline]) : deadline,
      transferList,
    })) as Outcome;
  } catch (error) {
    const { message, name } = error as Error;
    if (message.includes('queue is at limit'))
      throw new ShopError('busy', 'Too much is being worked out at once. Try again in a moment.');
    if (deadline.aborted && !signal?.aborted)
      throw new ShopError(
        'too-large',
        `Not worked out: it takes longer than the ${seconds} s there are for it.`,
      );
    if (name === 'AbortError') throw new ShopError('refused', 'Stopped: nobody waits for it any more.');
    if (message.includes('memory limit'))
      throw new ShopError('too-large', 'Not worked out: it takes more memory than there is for it.');
    throw error;
  }
}
