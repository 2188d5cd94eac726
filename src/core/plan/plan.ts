/** What a machine could become: parts that go in and come out, all of it evaluated as it would then be. */
export interface Change {
  /** Ids of parts, and what they are, in no order. */
  put: readonly string[];
  out: readonly string[];
  /** P(all that goes in fits). What does not goes back, and its minutes are lost. */
  chance: number;
  /** What goes in costs, less what comes out is worth, minor units. */
  partsMinor: number;
  /** Attended minutes of the change itself. */
  minutes: number;
  /** Expected net still to win once it is in, minor units: the evaluation of the record as it will stand. */
  valueMinor: number;
}

export interface Planned<C extends Change> {
  change: C;
  /** What it wins over leaving the machine as it is, minor units; may be negative. */
  netMinor: number;
}

export interface Plan<C extends Change> {
  /** Every change that was looked at, the best first. */
  changes: Planned<C>[];
  /** The one that pays most; null: none does, the machine is best left as it is. */
  best: Planned<C> | null;
  /** What is next best to it: another change that pays; null: to leave it. */
  runnerUp: Planned<C> | null;
}

/**
 * What a change wins: the value it leads to, by the chance that it fits, less its parts and its hands.
 * @param nowMinor expected net still to win as the machine stands @param perMinute minor units of an attended minute
 * @returns minor units, whole
 */
export const netOf = (
  { chance, valueMinor, partsMinor, minutes }: Change,
  nowMinor: number,
  perMinute: number,
): number => Math.round(chance * (valueMinor - partsMinor - nowMinor) - minutes * perMinute);

/**
 * Most the parts that go in may cost together for a change to win nothing, what comes out set against them.
 * @param backMinor what comes out is worth, minor units @param nowMinor expected net still to win as it stands
 * @param perMinute minor units of an attended minute @returns minor units, whole, rounded down
 */
export const mostOf = (
  { chance, valueMinor, minutes }: Pick<Change, 'chance' | 'valueMinor' | 'minutes'>,
  backMinor: number,
  nowMinor: number,
  perMinute: number,
): number => Math.floor(valueMinor - nowMinor + backMinor - (minutes * perMinute) / chance);

/**
 * Of all a machine could become the best, and what comes next. Of changes that win the same the one with fewer parts
 * is put first.
 * @param nowMinor expected net still to win as the machine stands @param perMinute minor units of an attended minute
 */
export function choosePlan<C extends Change>(
  changes: readonly C[],
  nowMinor: number,
  perMinute: number,
): Plan<C> {
  const all = changes
    .map((change) => ({ change, netMinor: netOf(change, nowMinor, perMinute) }))
    .sort(
      (a, b) =>
        b.netMinor - a.netMinor ||
        a.change.put.length + a.change.out.length - b.change.put.length - b.change.out.length,
    );
  const [best = null, runnerUp = null] = all.filter(({ netMinor }) => netMinor > 0);
  return { changes: all, best, runnerUp };
}

/**
 * When a change is made: what only adds value waits until the machine lives, and until nothing else pays. 'first': now;
 * 'later': after what is proposed; 'not': the machine has not been seen to run, or a danger stands.
 */
export function whenOf({
  runs,
  danger,
  stops,
}: {
  /** A system was seen running. */
  runs: boolean;
  /** Something found on it forbids powering it. */
  danger: boolean;
  /** The first step proposed is to stop. */
  stops: boolean;
}): 'first' | 'later' | 'not' {
  if (danger || !runs) return 'not';
  return stops ? 'first' : 'later';
}
