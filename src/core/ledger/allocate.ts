import { assertMinor } from '../money/minor';

/**
 * Splits a total over weights so that the parts add up to the total exactly (largest remainder, ties to the
 * earlier part). All weights 0: split equally. @param totalMinor 0 or more @param weights each 0 or more
 * @throws RangeError when there is nothing to split over or a weight is negative
 */
export function allocateMinor(totalMinor: number, weights: readonly number[]): number[] {
  assertMinor(totalMinor, 'allocateMinor');
  if (totalMinor < 0) throw new RangeError(`allocateMinor: expected 0 or more, got ${totalMinor}`);
  if (weights.length === 0) throw new RangeError('allocateMinor: expected at least one part');
  if (weights.some((weight) => !(weight >= 0)))
    throw new RangeError('allocateMinor: weights must be 0 or more');
  const sum = weights.reduce((total, weight) => total + weight, 0);
  const shares = weights.map((weight) => totalMinor * (sum > 0 ? weight / sum : 1 / weights.length));
  const parts = shares.map(Math.floor);
  let left = totalMinor - parts.reduce((total, part) => total + part, 0);
  const order = shares
    .map((share, i) => ({ i, rest: share - parts[i] }))
    .sort((a, b) => b.rest - a.rest || a.i - b.i);
  for (let k = 0; left > 0; k = (k + 1) % order.length, left--) parts[order[k].i]++;
  return parts;
}
