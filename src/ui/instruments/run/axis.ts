const STEPS = [1, 2, 5, 10, 15, 30, 60, 120];

/** Whole minutes along an axis, about seven of them. @param end minutes */
export function wholeMinutes(end: number): number[] {
  const step = STEPS.find((own) => end / own <= 8) ?? 240;
  return Array.from({ length: Math.floor(end / step) + 1 }, (_, n) => n * step);
}

/** How an axis of a chart is lettered. */
export const AXIS = { fontSize: 12, fill: 'var(--color-ink)' };
