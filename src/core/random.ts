/** A seeded source of numbers in [0, 1). Pass it in: the core draws no randomness of its own. */
export type Random = () => number;

/**
 * Mulberry32 (public domain, T. Ettinger): 32-bit state, period 2^32; enough for simulation, not for secrets.
 * @param seed any integer; only its low 32 bits count
 */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * Draws many indexes from the same unnormalised weights: one pass to prepare, then a binary search a draw.
 * @throws RangeError when no weight is positive
 */
export function drawer(weights: ArrayLike<number>, random: Random): () => number {
  const sums = new Float64Array(weights.length);
  let total = 0;
  for (let i = 0; i < weights.length; i++) sums[i] = total += weights[i];
  if (!(total > 0))
    throw new RangeError('drawer: expected at least one positive weight, got a total of ' + total);
  return () => {
    const target = random() * total;
    let low = 0;
    let high = sums.length - 1;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (sums[middle] > target) high = middle;
      else low = middle + 1;
    }
    return low;
  };
}

/** Index drawn from unnormalised weights. @throws RangeError when no weight is positive. */
export function drawIndex(weights: ArrayLike<number>, random: Random): number {
  let total = 0;
  for (let i = 0; i < weights.length; i++) total += weights[i];
  if (!(total > 0))
    throw new RangeError('drawIndex: expected at least one positive weight, got a total of ' + total);
  let left = random() * total;
  for (let i = 0; i < weights.length; i++) {
    left -= weights[i];
    if (left < 0) return i;
  }
  return weights.length - 1;
}
