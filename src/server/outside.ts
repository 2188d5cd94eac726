import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ShopError } from '@/shop/errors';

export interface WiderBelief {
  sound: number;
  beliefs: { cause: string; name: string; probability: number; prior: number }[];
  conflict: { percentile: number; conflict: boolean };
}

const PATIENCE_MS = 60_000;

/** The belief command on a case, in a process of its own: with three faults at once it takes too long to do between two answers. */
export async function beliefOutside(caseFile: unknown): Promise<WiderBelief> {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      [join(/* turbopackIgnore: true */ process.cwd(), 'scripts/bundled.mjs'), 'scripts/belief.ts', '-'],
      { stdio: ['pipe', 'pipe', 'pipe'], timeout: PATIENCE_MS },
    );
    let out = '';
    let wrong = '';
    child.stdout.setEncoding('utf8').on('data', (chunk: string) => (out += chunk));
    child.stderr.setEncoding('utf8').on('data', (chunk: string) => (wrong += chunk));
    // it may end before it has read the case; why, its exit says
    child.stdin.on('error', () => undefined);
    child.on('error', reject);
    child.on('close', (code) => {
      if (code === 0) resolve(JSON.parse(out) as WiderBelief);
      else
        reject(
          new ShopError(
            'refused',
            `It could not be worked out: ${wrong.trim().slice(0, 300) || 'it took too long'}`,
          ),
        );
    });
    child.stdin.end(JSON.stringify(caseFile));
  });
}
