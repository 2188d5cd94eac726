/**
 * The best that can be done on a small one-fault model, by walking every course of action (looks in any
 * order, repairs, stopping): exact dynamic programming over what has been seen and tried. Independent of the
 * core's own policies.
 */
export interface SmallModel {
  /** P(cause i is the fault); sums to 1. */
  causes: number[];
  looks: { cost: number; /** P(outcome | cause) */ given: number[][] }[];
  repairs: { cost: number; cause: number; success: number }[];
  /** Net of a sound machine; net of stopping with cause i still there. */
  sound: number;
  stop: number[];
}

export function optimalValue(model: SmallModel): number {
  const kept = new Map<string, number>();
  // weights are unnormalised: P(cause i, everything seen so far); a key holds what was seen and tried
  const best = (weights: number[], seen: (number | null)[], tried: boolean[]): number => {
    const key = `${seen.join(',')}|${tried.map(Number).join('')}`;
    const known = kept.get(key);
    if (known !== undefined) return known;
    const total = weights.reduce((sum, w) => sum + w, 0);
    let value = weights.reduce((sum, w, i) => sum + w * model.stop[i], 0);
    if (total > 1e-12) {
      model.repairs.forEach((repair, r) => {
        if (tried[r]) return;
        const cured = weights[repair.cause] * repair.success;
        const rest = weights.map((w, i) => (i === repair.cause ? w - cured : w));
        value = Math.max(
          value,
          -repair.cost * total +
            cured * model.sound +
            best(
              rest,
              seen,
              tried.map((was, i) => was || i === r),
            ),
        );
      });
      model.looks.forEach((look, t) => {
        if (seen[t] !== null) return;
        let after = -look.cost * total;
        for (let o = 0; o < look.given[0].length; o++)
          after += best(
            weights.map((w, i) => w * look.given[i][o]),
            seen.map((was, i) => (i === t ? o : was)),
            tried,
          );
        value = Math.max(value, after);
      });
    }
    kept.set(key, value);
    return value;
  };
  return best(
    model.causes,
    model.looks.map(() => null),
    model.repairs.map(() => false),
  );
}
