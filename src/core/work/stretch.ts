/** Finding out goes on so long after the last answer, minutes; then the hands are elsewhere. Shop estimate. */
export const IDLE_MINUTES = 5;

/** A stretch of a clock. */
export interface Stretch {
  startedAt: Date;
  endedAt: Date | null;
  /** Of finding out: the last answer. */
  seenAt?: Date | null;
}

/** Minutes of a stretch up to a moment; finding out stops counting when nothing is answered any more. */
export function stretchMinutes({ startedAt, endedAt, seenAt }: Stretch, now: Date): number {
  const until =
    endedAt?.getTime() ??
    Math.min(now.getTime(), seenAt ? seenAt.getTime() + IDLE_MINUTES * 60_000 : now.getTime());
  return Math.max(0, until - startedAt.getTime()) / 60_000;
}
