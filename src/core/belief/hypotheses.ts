/**
 * All sets of at most K causes, in a fixed order: the empty set ("sound") first, then singles, pairs,
 * triples. `members[h * K + k]` is the k-th cause index of hypothesis h in increasing order, or -1.
 */
export interface Hypotheses {
  count: number;
  size: number;
  members: Int16Array;
}

/** @param causes number of causes, 1..32767  @param size K, the most faults at once, 1..3 */
export function enumerateHypotheses(causes: number, size: number): Hypotheses {
  if (!Number.isInteger(size) || size < 1 || size > 3)
    throw new RangeError(`enumerateHypotheses: expected K of 1, 2 or 3, got ${size}`);
  const rows: number[] = [];
  const add = (...set: number[]) => {
    for (let k = 0; k < size; k++) rows.push(set[k] ?? -1);
  };
  add();
  for (let a = 0; a < causes; a++) add(a);
  if (size >= 2) for (let a = 0; a < causes; a++) for (let b = a + 1; b < causes; b++) add(a, b);
  if (size >= 3) {
    for (let a = 0; a < causes; a++)
      for (let b = a + 1; b < causes; b++) for (let c = b + 1; c < causes; c++) add(a, b, c);
  }
  return { count: rows.length / size, size, members: Int16Array.from(rows) };
}

/** ln of the unnormalised prior of every hypothesis: the sum of its members' log odds (the empty set: 0). */
export function logPriors(hypotheses: Hypotheses, logOdds: Float64Array): Float64Array {
  const { count, size, members } = hypotheses;
  const out = new Float64Array(count);
  for (let h = 0; h < count; h++) {
    let sum = 0;
    for (let k = 0; k < size; k++) {
      const cause = members[h * size + k];
      if (cause < 0) break;
      sum += logOdds[cause];
    }
    out[h] = sum;
  }
  return out;
}
