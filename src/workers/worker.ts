import { isMainThread } from 'node:worker_threads';
import { ShopError, type ShopErrorCode } from '@/errors';
import { registry, type Registry } from './registry';
import { warmUp } from './warm';

/** What comes back across the threads: errors lose their class on the way, so a refusal travels as data. */
export type Outcome =
  | { ok: true; value: unknown }
  | { ok: false; code: ShopErrorCode; message: string; details?: Record<string, unknown> };

export interface Task {
  name: keyof Registry;
  args: unknown[];
}

/** Entry of a worker thread. */
export default async function run({ name, args }: Task): Promise<Outcome> {
  try {
    const work = registry[name] as (...given: unknown[]) => unknown;
    return { ok: true, value: await work(...args) };
  } catch (error) {
    if (error instanceof ShopError)
      return { ok: false, code: error.code, message: error.message, details: error.details };
    // the core refuses what makes no sense with a RangeError in words
    if (error instanceof RangeError) return { ok: false, code: 'refused', message: error.message };
    throw error;
  }
}

if (!isMainThread && process.env.OMNITROPE_WARM !== 'off') void warmUp();
