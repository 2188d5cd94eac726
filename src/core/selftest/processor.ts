/** How much work was done in each stretch of a run, all workers together: rounds a second. */
export interface Worked {
  /** Rounds a second while all workers run, from the best steady stretch. */
  score: number;
  /** Its end against its beginning; under 1: it slowed. */
  kept: number;
}

const mean = (values: readonly number[]) =>
  values.length ? values.reduce((sum, own) => sum + own, 0) / values.length : 0;

/**
 * Score and slowing from rates a second apart. The first second is warming up and does not count.
 * @param rates rounds a second, one for each second
 */
export function worked(rates: readonly number[]): Worked {
  const own = rates.slice(1);
  const fifth = Math.max(1, Math.floor(own.length / 5));
  const first = mean(own.slice(0, fifth));
  const last = mean(own.slice(-fifth));
  return { score: Math.round(Math.max(first, last)), kept: first > 0 ? last / first : 1 };
}

/** Where a score stands among others: share of them that are no better, 0..1; null: there are none. */
export const standingOf = (score: number, others: readonly number[]): number | null =>
  others.length ? others.filter((own) => own <= score).length / others.length : null;

/** One round of work: whole numbers and fractions, nothing a compiler can leave out. @returns a check value */
export function round(seed: number): number {
  let a = seed | 0;
  let b = 1.5;
  for (let i = 0; i < 20_000; i++) {
    a = (Math.imul(a, 1_664_525) + 1_013_904_223) | 0;
    b = b * 1.000_000_1 + Math.sqrt(Math.abs(a) + 1) * 1e-9;
  }
  return (a ^ (b * 1e6)) | 0;
}
