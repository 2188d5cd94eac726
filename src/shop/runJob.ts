import { ShopError } from '@/errors';
import { combineAll } from './advice/combine';
import { archiveAll, takeAllIn } from './archive/jobs';
import { importAll } from './lots/importAll';
import { Cancelled, claim, end, Progress, type Job } from './jobs/progress';
import { revalueAll } from './jobs/revaluation';
import type { JobKind } from './jobs/start';

interface Ended {
  done: number;
  /** How much there was, where that was not known before. */
  total?: number;
  note: string;
  result?: Record<string, unknown>;
}

/** What each kind of job does. */
const KINDS: Record<JobKind, (progress: Progress) => Promise<Ended>> = {
  async revalue(progress) {
    const { done, failed } = await revalueAll(progress);
    return { done, note: failed ? `${failed} could not be worked out` : '', result: { failed } };
  },
  async combine(progress) {
    const { among } = (progress.job.input ?? {}) as { among?: string[] };
    const view = await combineAll(progress, among?.length ? among : null);
    return { done: view.looked.machines, note: '', result: { view } };
  },
  async archive(progress) {
    const result = await archiveAll(progress);
    return { done: result.rows + result.pictures, total: result.rows + result.pictures, note: '', result };
  },
  async 'taking in'(progress) {
    const { rows, pictures, shop } = await takeAllIn(progress);
    return { done: rows + pictures, total: rows + pictures, note: `${shop || 'the shop'} is here`, result: { rows, pictures } }; // prettier-ignore
  },
  async import(progress) {
    const { added, already, bad } = await importAll(progress);
    return { done: added + already + bad, note: '', result: { added, already, bad } };
  },
};

/** What came of running a job. `not mine`: another worker has it, or it has ended. */
export type RunEnd = 'done' | 'failed' | 'cancelled' | 'not mine';

/** Takes a job and does it, telling on its row how far it is. Never throws for what the job itself refuses. */
export async function runJob(id: string, worker: string): Promise<RunEnd> {
  const job: Job | null = await claim(id, worker);
  if (!job) return 'not mine';
  try {
    const ended = await KINDS[job.kind as JobKind](new Progress(job));
    return (await end(id, { status: 'done', ...ended })) ? 'done' : 'cancelled';
  } catch (error) {
    if (error instanceof Cancelled) return 'cancelled';
    const note = error instanceof ShopError ? error.message : 'Something went wrong; the log has it.';
    await end(id, { status: 'failed', note: note.slice(0, 400) });
    if (!(error instanceof ShopError)) throw error;
    return 'failed';
  }
}
