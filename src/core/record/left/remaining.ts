/** What is left to do on a machine before it can leave the way it was decided. */
export type Left =
  | { what: 'open'; titles: string[] }
  /** Parts that pay to be put in first; minor units. */
  | { what: 'change'; words: string; netMinor: number }
  | { what: 'data'; faults: string[] }
  /** Zones that are worth it, by id; none: nobody has looked, or it was not done as a whole. */
  | { what: 'clean'; zones: readonly string[] }
  | { what: 'tests'; count: number }
  | { what: 'blocked'; tests: string[] }
  /** Points somebody noted to be settled before it is graded, in their words. */
  | { what: 'points'; points: readonly string[] }
  | { what: 'grade' }
  | { what: 'list' }
  | { what: 'parts' }
  /** To its owner. */
  | { what: 'hand back' }
  | { what: 'gone' };

export interface LeftInput {
  /** How it is to end. */
  route: 'disclose' | 'asFound' | 'harvest' | 'recycle' | 'handOver' | 'giveBack' | 'ask';
  /** Work begun and not ended. */
  open: readonly string[];
  /** A change of parts that pays, while it is not on the shelf. */
  change?: { words: string; netMinor: number } | null;
  dataFaults: readonly string[];
  cleaned: boolean;
  /** Zones that are worth cleaning, by id. */
  dirty?: readonly string[];
  /** Tests and readings not taken; those that failed and bar a sale as working. */
  missing: number;
  blocked: readonly string[];
  /** Points noted to be settled first. */
  points?: readonly string[];
  graded: boolean;
  listed: boolean;
}

/**
 * In the order it is done: what is begun is ended, parts that pay go in, the data is seen to, it is cleaned, proved, graded and listed;
 * a machine taken apart gives its parts and is gone; one sold as found only waits for its data.
 */
export function leftToDo(input: LeftInput): Left[] {
  const { route, open, change, dataFaults, cleaned, dirty, missing, blocked, points, graded, listed } = input;
  const left: Left[] = [];
  if (open.length) left.push({ what: 'open', titles: [...open] });
  // somebody else's goes back with its data on it; what was agreed is proved before it is handed over
  if (route === 'giveBack' || route === 'ask') return [...left, { what: 'hand back' }];
  if (route === 'handOver') return [...left, ...proofOf(missing, blocked), { what: 'hand back' }];
  if (route === 'harvest') left.push({ what: 'parts' });
  if (change && !listed && (route === 'disclose' || route === 'asFound'))
    left.push({ what: 'change', ...change });
  if (dataFaults.length) left.push({ what: 'data', faults: [...dataFaults] });
  if (route === 'harvest' || route === 'recycle') return [...left, { what: 'gone' }];
  // sold as found it is neither cleaned nor proved: what is not tested is named
  if (route === 'asFound') return listed ? left : [...left, { what: 'list' }];
  if (!cleaned) left.push({ what: 'clean', zones: dirty ?? [] });
  left.push(...proofOf(missing, blocked));
  if (points?.length) left.push({ what: 'points', points });
  // what fails bars a grade, and is sold with its faults told all the same
  if (!graded && blocked.length === 0) left.push({ what: 'grade' });
  if (!listed) left.push({ what: 'list' });
  return left;
}

/** Tests still to be taken, and those that failed. */
const proofOf = (missing: number, blocked: readonly string[]): Left[] => [
  ...(missing ? [{ what: 'tests' as const, count: missing }] : []),
  ...(blocked.length ? [{ what: 'blocked' as const, tests: [...blocked] }] : []),
];
