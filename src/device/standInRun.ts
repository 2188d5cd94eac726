import type { StandIn } from '@/core/simulate/standIn';
import type { Sampler } from './sampler';

export interface StandInOptions {
  /** How many times faster than a real one. */
  faster: number;
  signal?: AbortSignal;
  /** Called before each sample with the machine's time, seconds: where a test lets the connection break. */
  onSample?: (t: number, loaded: boolean) => void;
}

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
/** Batches that may wait before it stands still: a fast one must not run away from what it is told. */
const MOST_WAITING = 2;

/**
 * A stand-in samples until the shop has seen enough, does as it is told (rest, load), and finishes. One that goes off
 * by itself says nothing more, as a machine would.
 * @returns how it ended
 */
export async function runStandIn(
  standIn: StandIn,
  sampler: Sampler,
  { faster, signal, onSample }: StandInOptions,
): Promise<'finished' | 'went off' | 'stopped'> {
  const stepMs = (standIn.every * 1000) / faster;
  let loaded = false;
  let due = Date.now();
  for (;;) {
    if (signal?.aborted || sampler.refused) {
      sampler.stop();
      if (sampler.refused) throw new Error(sampler.refused);
      return 'stopped';
    }
    if (sampler.word.say === 'end') break;
    loaded ||= sampler.word.say === 'load';
    const sample = standIn.step(loaded);
    if (!sample) {
      await sampler.drained();
      // a battery that is empty takes the machine with it; a drive that was read to its end does not
      if (standIn.kind === 'battery') return 'went off';
      break;
    }
    onSample?.(sample.t, loaded);
    sampler.push(sample);
    due += stepMs;
    if (faster > 1) while (sampler.waiting > MOST_WAITING && !signal?.aborted) await wait(20);
    const left = due - Date.now();
    if (left > 0) await wait(left);
    else due = Date.now();
  }
  await sampler.finish();
  return 'finished';
}
