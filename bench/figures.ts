/** Median, 95th percentile and smallest of some timings, milliseconds. */
export function figures(times: readonly number[]): { median: number; p95: number; least: number } {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (q: number) => sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
  return { median: at(0.5), p95: at(0.95), least: sorted[0] };
}

export const ms = (value: number) => `${value < 10 ? value.toFixed(2) : value.toFixed(0)} ms`;
export const ratio = (a: number, b: number) => `${(a / b).toFixed(a / b < 10 ? 2 : 0)} x`;
