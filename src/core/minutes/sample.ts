/** What a piece of work was reckoned at when it was begun, attended minutes. */
export interface Reckoned {
  /** With opening and closing the machine for it; null: nobody reckoned it. */
  plannedMinutes: number | null;
  /** The step alone, in the same reckoning. */
  ownMinutes: number | null;
}

/** When a clock says nothing of the work: shorter than `leastMinutes`, or beyond both of `forgotten`. */
export interface Bounds {
  leastMinutes: number;
  forgotten: { times: number; minutes: number };
}

/**
 * What a clock says of the step alone: opening and closing for it were reckoned apart, and come off. Both numbers are
 * those of the reckoning the work was begun under, so that what was learned since moves neither.
 * @param minutes attended, 0 or more @returns minutes, at least `leastMinutes`; null: it says nothing
 */
export function sampleOf(
  { plannedMinutes, ownMinutes }: Reckoned,
  minutes: number,
  { leastMinutes, forgotten }: Bounds,
): number | null {
  if (minutes < leastMinutes) return null;
  if (plannedMinutes !== null && minutes > forgotten.minutes && minutes > plannedMinutes * forgotten.times)
    return null;
  const around =
    plannedMinutes !== null && ownMinutes !== null ? Math.max(0, plannedMinutes - ownMinutes) : 0;
  return Math.max(leastMinutes, minutes - around);
}
