/**
 * One axis for money shared by everything drawn on it: a range that holds all values with a little room, and
 * round ticks.
 */
export interface Scale {
  low: number;
  high: number;
  ticks: number[];
  /** Place of a value, 0..100 per cent, held to the axis. */
  at: (minor: number) => number;
}

const STEPS = [1, 2, 5];

export function worthScale(values: readonly number[], wanted = 6): Scale {
  const all = [0, ...values];
  let low = Math.min(...all);
  let high = Math.max(...all);
  const room = Math.max(100, (high - low) * 0.06);
  low = low < 0 ? low - room : 0 - room;
  high += room;
  const rough = (high - low) / wanted;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = power * (STEPS.find((s) => s * power >= rough) ?? 10);
  const ticks: number[] = [];
  for (let t = Math.ceil(low / step) * step; t <= high; t += step) ticks.push(t);
  return {
    low,
    high,
    ticks,
    at: (minor) => Math.min(100, Math.max(0, ((minor - low) / (high - low)) * 100)),
  };
}
