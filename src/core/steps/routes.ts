import type { StepProblem } from './problem';
import type { Support } from './support';

/** Values of the stopping routes for every set of the support, in minor units before the machine is put back together. */
export interface RouteValues {
  disclose: Float64Array;
  asFound: Float64Array;
  harvest: Float64Array;
  recycle: Float64Array;
  /** Net of a sound machine finished and sold. */
  soundNet: number;
}

/** A machine with a fault that leaves less than this share of its price is not finished and sold with the fault told. */
export const SALEABLE = 0.5;

export function routeValues(
  problem: Pick<StepProblem, 'worth' | 'ratePerHourMinor' | 'engine' | 'verifyMinutes'>,
  support: Support,
): RouteValues {
  const { worth, ratePerHourMinor, engine, verifyMinutes } = problem;
  const perMinute = ratePerHourMinor / 60;
  const keep = 1 - worth.feeShare;
  const values: RouteValues = {
    disclose: new Float64Array(support.count),
    asFound: new Float64Array(support.count),
    harvest: new Float64Array(support.count),
    recycle: new Float64Array(support.count).fill(worth.recycleMinor),
    soundNet: worth.soundMinor * keep - worth.finishMinutes * perMinute,
  };
  support.sets.forEach((set, h) => {
    let left = 1;
    let saleable = true;
    const ruined = new Set<string>();
    for (const c of set) {
      const cause = engine.model.causes[c];
      left *= cause.valueLeft;
      if (cause.valueLeft < SALEABLE) saleable = false;
      for (const part of cause.ruins ?? []) ruined.add(part);
    }
    values.asFound[h] =
      worth.soundMinor * worth.asFoundShare * left * keep - worth.asFoundMinutes * perMinute;
    // the tests that belong to finishing show what is left; what cannot be sold so goes as found after all
    values.disclose[h] = saleable
      ? worth.soundMinor * left * keep - worth.finishMinutes * perMinute
      : values.asFound[h] - verifyMinutes * perMinute;
    const parts = worth.parts.reduce((sum, part) => sum + (ruined.has(part.class) ? 0 : part.minor), 0);
    values.harvest[h] = parts * keep - worth.harvestMinutes * perMinute + Math.min(0, worth.recycleMinor);
  });
  return values;
}
