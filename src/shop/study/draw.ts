import { createHash, createHmac, randomBytes } from 'node:crypto';
import type { Arm } from '@/core/study/compare';
import type { Study } from '@/db/schema/shop';

/** Machines that would be given up, or sold as they are, of which so large a share is worked to its end. */
export const AUDITED = 0.2;

/** A seed nobody can guess, and what is sealed of it: whoever has the seed can check every lot afterwards. */
export const newSeed = () => randomBytes(32).toString('hex');
export const commitmentOf = (seed: string) => createHash('sha256').update(seed).digest('hex');

/** A number in [0, 1) that follows from the seed and the words alone. */
export function lotOf(seed: string, words: string): number {
  return createHmac('sha256', seed).update(words).digest().readUIntBE(0, 6) / 2 ** 48;
}

/** A machine as far as a study asks. */
export interface Entered {
  id: string;
  createdAt: Date;
  built: boolean;
  source: string;
}

/**
 * Whether proposals are shown for a machine; null: it is in no study. It came in while one ran, was not put together
 * here, and is nobody else's. Nothing of it is stored: a lot follows from the seed.
 */
export function armOf(study: Study | null, { id, createdAt, built, source }: Entered): Arm | null {
  if (!study || built || source === 'owner') return null;
  const came = createdAt.getTime();
  if (came < Date.parse(study.since) || (study.until && came >= Date.parse(study.until))) return null;
  return lotOf(study.seed, `arm ${id}`) < 0.5 ? 'shown' : 'hidden';
}

/** Drawn to be worked to its end although stopping is proposed; only where proposals are shown. */
export const isAudited = (study: Study | null, unit: Entered): boolean =>
  armOf(study, unit) === 'shown' && lotOf(study!.seed, `audit ${unit.id}`) < AUDITED;

/** Nothing is shown while the study runs; what has ended is open to all. */
export const isVeiled = (study: Study | null, unit: Entered): boolean =>
  study?.until === null && armOf(study, unit) === 'hidden';
