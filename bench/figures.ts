import { median, min, quantile } from 'simple-statistics';

/** Median, 95th percentile and smallest of some timings, milliseconds. */
export const figures = (times: readonly number[]): { median: number; p95: number; least: number } => {
  const all = [...times];
  return { median: median(all), p95: quantile(all, 0.95), least: min(all) };
};

export const ms = (value: number) => `${value < 10 ? value.toFixed(2) : value.toFixed(0)} ms`;
export const ratio = (a: number, b: number) => `${(a / b).toFixed(a / b < 10 ? 2 : 0)} x`;
