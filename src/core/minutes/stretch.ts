/** A stretch of a clock. */
export interface Stretch {
  startedAt: Date;
  endedAt: Date | null;
  /** Of finding out: the last answer. */
  seenAt?: Date | null;
}

/**
 * Minutes of a stretch up to a moment; finding out stops counting when nothing is answered any more.
 * @param idle minutes after the last answer it still counts
 */
export function stretchMinutes({ startedAt, endedAt, seenAt }: Stretch, now: Date, idle: number): number {
  const until =
    endedAt?.getTime() ?? Math.min(now.getTime(), seenAt ? seenAt.getTime() + idle * 60_000 : now.getTime());
  return Math.max(0, until - startedAt.getTime()) / 60_000;
}
