import { spawn } from 'node:child_process';
import { join } from 'node:path';

/** Starts the process that does a job; it outlives this request and reports through the job's row. */
export function startJob(job: string): void {
  const child = spawn(
    process.execPath,
    [join(/* turbopackIgnore: true */ process.cwd(), 'scripts/bundled.mjs'), 'scripts/revalue.ts', job],
    { stdio: ['ignore', 'ignore', 'inherit'], env: process.env, detached: false },
  );
  child.on('error', (error) => console.error(`job ${job} could not be started: ${error.message}`));
  child.unref();
}
